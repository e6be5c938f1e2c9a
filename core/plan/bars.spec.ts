import fc from 'fast-check';
import { inForceAt } from '../ledger/in-force';
import type { Rule } from '../rule/rule';
import { holdsInstant } from '../schedule/interval';
import { SmallWorld } from '../testing/small-world';
import { barsWithin } from './bars';
import { changesWithin } from './changes';
import { cliffsAmong } from './cliffs';

const minute = 60_000;
const span = { from: 10 * minute, until: 40 * minute };
const at = (number: number) => new Date(number * minute).toISOString().slice(0, 16);
const publications = fc.array(
  fc.record({
    from: fc.integer({ min: 0, max: 50 }),
    length: fc.option(fc.integer({ min: 1, max: 30 })),
    window: fc.option(fc.tuple(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 1, max: 30 }))),
    isRetired: fc.boolean(),
  }),
  { minLength: 1, maxLength: 4 },
);

describe('barsWithin', () => {
  it('holds an instant exactly where asking at that instant says that readers have it, with what they have then', () => {
    fc.assert(
      fc.property(publications, list => {
        const world = new SmallWorld().page('front', null).block('words');
        for (const { from, length, window, isRetired } of list) {
          const times = {
            from: from * minute,
            until: length === null ? null : (from + length) * minute,
            ...(isRetired ? { revisionId: null } : {}),
          };
          const when: Rule['when'] = window
            ? {
                all: [
                  { test: 'window', from: { local: at(window[0]), zone: 'UTC' }, until: { local: at(window[0] + window[1]), zone: 'UTC' } },
                ],
              }
            : {};
          world.placement('p', {}, { when }, times).page('q', 'front', { title: `From ${from}` }, times);
        }
        const { bars, steady } = barsWithin(world.ledger, span);
        const all = [...bars, ...steady];
        for (let now = span.from; now < span.until; now += minute / 2) {
          const placement = world.at(now, 0).placementById.get('p');
          const shows = placement !== undefined && placement.whenHolds(now);
          const [shown, more] = all.filter(each => each.recordId === 'p' && holdsInstant(each, now));
          expect([shown !== undefined, more]).toEqual([shows, undefined]);
          const inForce = inForceAt(world.ledger.outlookOf('q').known, now);
          const read = all.find(each => each.recordId === 'q' && holdsInstant(each, now));
          expect(read?.value).toEqual((inForce.state === 'live' ? world.ledger.revision(inForce.revisionId).value : undefined) as never);
          if (read)
            expect([read.entry!.revisionId, holdsInstant({ from: read.entry!.from, until: read.entry!.until ?? Infinity }, now)]).toEqual([
              inForce.state === 'live' ? inForce.revisionId : '',
              true,
            ]);
        }
        expect(steady.every(each => each.from <= span.from && each.until >= span.until)).toBeTrue();
      }),
      { numRuns: 80 },
    );
  });

  it('tells the locales of a record apart, and what ends with the span from what goes on', () => {
    const world = new SmallWorld()
      .page('front', null)
      .page('q', 'front', {}, { from: 0, until: span.until })
      .page('r', 'front', {}, { from: 0, until: span.until + 1 })
      .add('page', 'q', { version: 1, words: {} }, { locale: 'cy', from: 20 * minute });
    const { bars, steady } = barsWithin(world.ledger, span);
    expect(bars.map(each => [each.recordId, each.locale, each.from])).toEqual([['q', 'cy', 20 * minute]]);
    expect(steady.map(each => each.recordId).sort()).toEqual(['front', 'q', 'r']);
  });
});

describe('cliffsAmong', () => {
  it('finds the days, of the site’s zone, on which much ends', () => {
    const world = new SmallWorld().page('front', null);
    // 22:30 and 23:30 UTC on 30 June are two days in London, where summer time holds.
    for (const [id, until] of [
      ['a', '2027-06-30T22:30Z'],
      ['b', '2027-06-30T22:40Z'],
      ['c', '2027-06-30T23:30Z'],
      ['d', '2027-06-30T22:50Z'],
    ] as const)
      world.page(id, 'front', {}, { from: 0, until: Date.parse(until) });
    const changes = changesWithin(world.ledger, { from: Date.parse('2027-06-01T00:00Z'), until: Date.parse('2027-08-01T00:00Z') });
    const cliffs = (least: number) =>
      cliffsAmong(changes, 'Europe/London', least).map(({ at, ends }) => [new Date(at).toISOString(), ends.map(each => each.recordId)]);
    expect(cliffs(3)).toEqual([['2027-06-29T23:00:00.000Z', ['a', 'b', 'd']]]);
    expect(cliffs(1).length).toBe(2);
    expect(cliffs(4)).toEqual([]);
  });
});

describe('what follows a bar', () => {
  const endsOf = (world: SmallWorld) =>
    barsWithin(world.ledger, { from: 0, until: 100 }).bars.map(each => [each.from, each.until, each.then]);

  it('is what had been there before, something else, or nothing', () => {
    const world = new SmallWorld()
      .block('hours', { title: 'winter' }, { from: 5 })
      .block('hours', { title: 'Easter' }, { from: 20, until: 30 })
      .block('hours', { title: 'summer' }, { from: 50, until: 70, afterwards: 'nothing' });
    expect(endsOf(world)).toEqual([
      [5, 20, 'next'],
      [20, 30, 'earlier'],
      [30, 50, 'next'],
      [50, 70, 'nothing'],
    ]);
  });

  it('is not told of what has no end', () => {
    expect(endsOf(new SmallWorld().block('hours', {}, { from: 5 }))).toEqual([[5, Infinity, null]]);
  });
});
