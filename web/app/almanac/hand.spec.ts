import type { AlmanacBar } from '@contract/almanac';
import { gripsOf, movedBy, standingWith, type Grip, type MovedBar } from './hand';
import { stepped, stepsIn } from './snap';

const zone = 'Europe/London';
const at = (text: string) => Date.parse(text);
const sight = { day: '2027-03-01', from: at('2027-03-01T00:00Z'), until: at('2027-06-01T00:00+01:00') };
const moving = { sight, zoom: 'quarter', zone, now: at('2027-03-18T09:40Z') };
const bar = (part: Partial<AlmanacBar> = {}): AlmanacBar => ({
  recordId: 'b',
  kind: 'placement',
  title: 'First boat',
  from: at('2027-03-26T08:00Z'),
  until: at('2027-04-10T17:00Z'),
  state: 'scheduled',
  editionId: 'e',
  publicationId: 'p',
  locale: null,
  edges: { from: 'publication', until: 'publication' },
  publishedUntil: null,
  then: null,
  afterwards: 'earlier',
  pageId: null,
  ...part,
});
const standing = (part: Partial<AlmanacBar> = {}): MovedBar => ({ bar: bar(part), from: bar(part).from, until: bar(part).until });
const shown = ({ from, until }: MovedBar) => [new Date(from).toISOString(), until && new Date(until).toISOString()];

describe('stepped', () => {
  // Europe/London: clocks go forward on 28 March 2027 at 01:00 UTC (IANA time zone database).
  const rows: readonly (readonly [zoom: string, edge: string, steps: number, then: string])[] = [
    ['quarter', '2027-03-27T08:00Z', 1, '2027-03-28T07:00:00.000Z'],
    ['five years', '2027-03-25T08:00Z', 1, '2027-04-01T07:00:00.000Z'],
    ['week', '2027-03-28T00:20Z', 1, '2027-03-28T01:00:00.000Z'],
    ['week', '2027-03-28T00:20Z', -1, '2027-03-28T00:00:00.000Z'],
    ['day', '2027-03-28T00:50Z', 2, '2027-03-28T01:15:00.000Z'],
    ['day', '2027-03-28T00:45Z', -1, '2027-03-28T00:30:00.000Z'],
  ];
  for (const [zoom, edge, steps, then] of rows)
    it(`puts ${edge} to ${then} in ${steps} of ${zoom}`, () => {
      expect(new Date(stepped(zoom, at(edge), steps, zone)).toISOString()).toBe(then);
    });

  it('counts the steps that lie nearest', () => {
    expect([stepsIn('day', 20 * 60_000), stepsIn('quarter', -40 * 3_600_000), stepsIn('year', 3_600_000)]).toEqual([1, -2, 0]);
  });
});

describe('gripsOf', () => {
  const rows: readonly (readonly [what: string, part: Partial<AlmanacBar>, grips: readonly Grip[]])[] = [
    ['what is scheduled', {}, ['from', 'until', 'whole']],
    ['what is live', { edges: { from: 'fixed', until: 'publication' } }, ['until']],
    ['what comes again', { edges: { from: 'fixed', until: 'fixed' } }, []],
    ['a wish', { edges: { from: 'wish', until: 'fixed' }, until: null }, ['from', 'whole']],
    ['what begins by its publication and ends by its rule', { edges: { from: 'publication', until: 'window' } }, ['from', 'until']],
    ['what begins before what is drawn', { from: sight.from - 1 }, ['until']],
  ];
  for (const [what, part, grips] of rows)
    it(`finds of ${what}: ${grips.join(', ') || 'nothing'}`, () => expect(gripsOf(bar(part), sight)).toEqual(grips));
});

describe('movedBy', () => {
  it('moves all of a bar, each edge at the time that clocks show', () => {
    expect(shown(movedBy(standing(), 'whole', 3, moving))).toEqual(['2027-03-29T07:00:00.000Z', '2027-04-13T17:00:00.000Z']);
  });

  it('goes on from where it was moved to, and stretches either edge', () => {
    const once = movedBy(standing(), 'until', -2, moving);
    expect(shown(movedBy(once, 'from', 1, moving))).toEqual(['2027-03-27T08:00:00.000Z', '2027-04-08T17:00:00.000Z']);
  });

  it('gives what has no end one at the edge of what is drawn', () => {
    expect(shown(movedBy(standing({ until: null }), 'until', -1, moving))[1]).toBe('2027-05-30T23:00:00.000Z');
  });

  it('begins nothing before now, ends nothing before it begins, and leaves what cannot be moved', () => {
    const tries = [
      movedBy(standing(), 'whole', -9, moving),
      movedBy(standing(), 'until', -16, moving),
      movedBy(standing({ edges: { from: 'fixed', until: 'fixed' } }), 'whole', 1, moving),
    ];
    expect(tries.map(shown)).toEqual(tries.map(() => shown(standing())));
  });
});

describe('standingWith', () => {
  const moved = { bar: bar(), from: at('2027-03-29T07:00Z'), until: at('2027-04-13T17:00Z') };

  it('takes along what goes live with it, and an end of its own stays', () => {
    expect(shown(standingWith(moved, bar({ recordId: 'c' }))!)).toEqual(shown(moved));
    expect(shown(standingWith(moved, bar({ until: null }))!)).toEqual([shown(moved)[0]!, null]);
  });

  it('leaves what came with something else, or is live already', () => {
    const others = [bar({ editionId: 'f' }), bar({ from: at('2027-03-27T08:00Z') }), bar({ edges: { from: 'window', until: 'window' } })];
    expect(others.map(each => standingWith(moved, each))).toEqual([null, null, null]);
    const live = bar({ state: 'live', edges: { from: 'fixed', until: 'publication' } });
    expect(standingWith({ ...moved, bar: live }, bar({ recordId: 'c', state: 'live', edges: live.edges }))).toBeNull();
  });
});
