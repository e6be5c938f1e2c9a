import fc from 'fast-check';
import { inForceAt, publicationsKnown } from './in-force';
import { outlookFrom, spansKeepingPlan, turnsCovered, type PublicationSpan } from './outlook';
import type { Afterwards, PublicationEntry } from './records';

const entry = (
  number: number,
  from: number,
  until: number | null,
  afterwards: Afterwards = 'earlier',
  revisionId: string | null = `v${number}`,
): PublicationEntry => ({
  number,
  publicationId: `p${number}`,
  recordId: 'r',
  locale: 'en-GB',
  act: 'set',
  revisionId,
  from,
  until,
  fromTyped: null,
  untilTyped: null,
  afterwards,
  recordedAt: 0,
  recordedBy: 'somebody',
  reason: '',
  editionId: null,
});
const words = (entries: readonly PublicationEntry[], at: number) => {
  const found = inForceAt(publicationsKnown(entries, Infinity), at);
  return found.state === 'live' ? found.revisionId : found.state;
};
const span = (from: number, until: number | null = null): PublicationSpan => ({ from, until, afterwards: 'earlier' });
const withSpans = (entries: readonly PublicationEntry[], spans: readonly PublicationSpan[]) => [
  ...entries,
  ...spans.map((each, index) => ({ ...entry(100 + index, each.from, each.until, each.afterwards), revisionId: 'new' })),
];

describe('an ended publication with nothing afterwards', () => {
  const planned = [entry(1, 0, null), entry(2, 30, null), entry(3, 10, 20, 'nothing')];
  const rows: readonly (readonly [at: number, expected: string])[] = [
    [5, 'v1'],
    [10, 'v3'],
    [20, 'expired'],
    [29, 'expired'],
    [30, 'v2'],
  ];
  for (const [at, expected] of rows) it(`leaves ${expected} at ${at}`, () => expect(words(planned, at)).toBe(expected));
});

describe('outlookFrom', () => {
  it('tells only of what readers could notice', () => {
    const known = publicationsKnown([entry(1, 0, null), entry(2, 40, 50), entry(3, 10, 60)], Infinity);
    expect(outlookFrom(known, 0).map(turn => [turn.at, turn.inForce.state === 'live' && turn.inForce.revisionId])).toEqual([
      [0, 'v1'],
      [10, 'v3'],
      [60, 'v1'],
    ]);
  });
});

describe('keeping what is planned', () => {
  it('ends where the planned one begins and comes back where that ends', () => {
    const known = publicationsKnown([entry(1, 0, null), entry(2, 10, 20)], Infinity);
    expect(turnsCovered(known, span(5)).map(turn => turn.at)).toEqual([10, 20]);
    expect(spansKeepingPlan(known, span(5))).toEqual([
      { from: 5, until: 10, afterwards: 'earlier' },
      { from: 20, until: null, afterwards: 'earlier' },
    ]);
  });

  it('keeps an end after which nothing shows', () => {
    const known = publicationsKnown([entry(1, 0, 30, 'nothing')], Infinity);
    expect(spansKeepingPlan(known, span(5))).toEqual([{ from: 5, until: 30, afterwards: 'nothing' }]);
  });

  it('stands exactly where what it replaces would have stood, and leaves all else as it was planned', () => {
    const some = fc.array(
      fc.record({
        from: fc.integer({ min: 0, max: 20 }),
        length: fc.option(fc.integer({ min: 1, max: 12 })),
        afterwards: fc.constantFrom<Afterwards[]>('earlier', 'nothing'),
        isRetired: fc.boolean(),
      }),
      { maxLength: 6 },
    );
    fc.assert(
      fc.property(some, fc.integer({ min: 0, max: 24 }), fc.option(fc.integer({ min: 1, max: 12 })), (list, from, length) => {
        const entries = list.map((each, index) =>
          entry(index + 1, each.from, each.length && each.from + each.length, each.afterwards, each.isRetired ? null : `v${index + 1}`),
        );
        const until = length === null ? null : from + length;
        const known = publicationsKnown(entries, Infinity);
        const after = withSpans(entries, spansKeepingPlan(known, span(from, until)));
        const replaced = inForceAt(known, from);
        for (let at = 0; at < 40; at += 1) {
          const before = inForceAt(known, at);
          const isIn = at >= from && (until === null || at < until);
          const isReplaced =
            isIn &&
            (replaced.state === 'live'
              ? before.state === 'live' && before.entry.publicationId === replaced.entry.publicationId
              : at < (outlookFrom(known, from)[1]?.at ?? Infinity));
          if (isReplaced) expect(words(after, at)).toBe('new');
          else if (at < from || replaced.state === 'live') expect(words(after, at)).toBe(words(entries, at));
        }
      }),
      { numRuns: 500 },
    );
  });
});
