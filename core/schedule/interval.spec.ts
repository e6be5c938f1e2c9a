import fc from 'fast-check';
import { gapsWithin, holdsInstant, intersectionOf, relationBetween, sharesTime, unionOf, type IntervalRelation } from './interval';

const interval = ([from, until]: readonly [number, number]) => ({ from, until });

describe('relationBetween', () => {
  // Allen, "Maintaining knowledge about temporal intervals", 1983: the thirteen relations, against [10, 20).
  const table: readonly (readonly [[number, number], IntervalRelation, IntervalRelation, boolean])[] = [
    [[0, 5], 'before', 'after', false],
    [[0, 10], 'meets', 'met-by', false],
    [[5, 15], 'overlaps', 'overlapped-by', true],
    [[10, 15], 'starts', 'started-by', true],
    [[12, 18], 'during', 'contains', true],
    [[15, 20], 'finishes', 'finished-by', true],
    [[10, 20], 'equals', 'equals', true],
    [[25, 30], 'after', 'before', false],
    [[20, 30], 'met-by', 'meets', false],
    [[15, 25], 'overlapped-by', 'overlaps', true],
    [[10, 25], 'started-by', 'starts', true],
    [[5, 25], 'contains', 'during', true],
    [[5, 20], 'finished-by', 'finishes', true],
  ];
  for (const [ends, relation, inverse, shares] of table) {
    it(`names [${ends.join(', ')}) as ${relation} [10, 20)`, () => {
      const fixed = interval([10, 20]);
      expect(relationBetween(interval(ends), fixed)).toBe(relation);
      expect(relationBetween(fixed, interval(ends))).toBe(inverse);
      expect(sharesTime(interval(ends), fixed)).toBe(shares);
    });
  }

  it('refuses an empty interval', () => expect(() => relationBetween(interval([5, 5]), interval([0, 9]))).toThrowError(RangeError));
});

describe('sets of intervals', () => {
  it('joins what touches', () =>
    expect(
      unionOf(
        [
          [0, 10],
          [10, 20],
          [25, 30],
        ].map(each => interval(each as [number, number])),
      ),
    ).toEqual([interval([0, 20]), interval([25, 30])]));
  it('finds the gaps of a day', () =>
    expect(
      gapsWithin(
        interval([0, 24]),
        [
          [3, 5],
          [4, 8],
          [20, 30],
        ].map(each => interval(each as [number, number])),
      ),
    ).toEqual([interval([0, 3]), interval([8, 20])]));

  it('agrees with asking instant by instant', () => {
    const set = fc.array(
      fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 8 })).map(([from, length]) => ({ from, until: from + length })),
      { maxLength: 6 },
    );
    fc.assert(
      fc.property(set, set, (a, b) => {
        const holds = (intervals: readonly { from: number; until: number }[], at: number) => intervals.some(each => holdsInstant(each, at));
        for (let at = 0; at < 30; at += 1) {
          expect(holds(intersectionOf(unionOf(a), unionOf(b)), at)).toBe(holds(a, at) && holds(b, at));
          expect(holds(gapsWithin(interval([0, 30]), a), at)).toBe(!holds(a, at));
        }
      }),
    );
  });
});
