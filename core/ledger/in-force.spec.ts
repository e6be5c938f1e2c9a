import fc from 'fast-check';
import { inForceAt, publicationsKnown } from './in-force';
import type { PublicationEntry } from './records';

const entry = (number: number, from: number, until: number | null, part: Partial<PublicationEntry> = {}): PublicationEntry => ({
  number,
  publicationId: `p${number}`,
  recordId: 'r',
  locale: 'en-GB',
  act: 'set',
  revisionId: `v${number}`,
  from,
  until,
  fromTyped: null,
  untilTyped: null,
  afterwards: 'earlier',
  recordedAt: number,
  recordedBy: 'somebody',
  reason: '',
  editionId: null,
  ...part,
});
const at = (entries: readonly PublicationEntry[], moment: number, knownAt = Infinity) => {
  const found = inForceAt(publicationsKnown(entries, knownAt), moment);
  return found.state === 'live' ? found.revisionId : found.state;
};

describe('inForceAt', () => {
  const replaced = [entry(1, 0, null), entry(2, 10, 20)];
  it('shows nothing before the first publication', () => expect(at([entry(1, 5, null)], 4)).toBe('never'));
  it('begins at the very instant', () => expect(at([entry(1, 5, null)], 5)).toBe('v1'));
  it('lets the later one lie over the earlier', () => expect(at(replaced, 10)).toBe('v2'));
  it('lets the earlier one come back where the later ends', () => expect(at(replaced, 20)).toBe('v1'));
  it('shows nothing where an end says so', () =>
    expect(at([entry(1, 0, null), entry(2, 10, 20, { afterwards: 'nothing' })], 20)).toBe('expired'));
  it('retires by an interval without a revision', () =>
    expect(at([entry(1, 0, null), entry(2, 10, null, { revisionId: null })], 12)).toBe('retired'));
  it('keeps the past as readers had it', () => expect(at([entry(1, 0, null), entry(50, 10, null)], 30, 30)).toBe('v1'));
  it('takes the last entry of one publication', () =>
    expect(at([entry(1, 0, null), entry(2, 10, 20), entry(3, 10, 40, { publicationId: 'p2' })], 30)).toBe('v3'));
  it('forgets a publication that was withdrawn', () =>
    expect(at([entry(1, 0, null), entry(2, 10, null), entry(3, 10, null, { publicationId: 'p2', act: 'withdraw' })], 30)).toBe('v1'));

  it('is the highest of the intervals that hold the moment, whatever the order they come in', () => {
    const some = fc
      .array(fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 1, max: 10 })), { maxLength: 8 })
      .map(list => list.map(([from, length], index) => entry(index + 1, from, from + length)));
    fc.assert(
      fc.property(some, fc.integer({ min: 0, max: 31 }), (entries, moment) => {
        const holding = entries.filter(each => each.from <= moment && moment < each.until!);
        const expected =
          holding.length > 0
            ? `v${Math.max(...holding.map(each => each.number))}`
            : entries.some(each => each.from <= moment)
              ? 'expired'
              : 'never';
        expect(at(entries, moment)).toBe(expected);
        expect(at([...entries].reverse(), moment)).toBe(expected);
      }),
    );
  });
});
