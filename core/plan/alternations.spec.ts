import * as fc from 'fast-check';
import { intersectionOf, unionOf, type Interval } from '../schedule/interval';
import { Alternations } from './alternations';

const intervals = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 10 })), { maxLength: 5 })
  .map(pairs => unionOf(pairs.map(([from, length]) => ({ from, until: from + length }))));

describe('Alternations', () => {
  it('tells of each instant once, with just what is open at it', () => {
    fc.assert(
      fc.property(fc.array(intervals, { maxLength: 6 }), fc.boolean(), (all, isEndless) => {
        const lists = isEndless
          ? all.map(open => (open.length > 0 ? [...open.slice(0, -1), { from: open.at(-1)!.from, until: Infinity }] : open))
          : all;
        const segment = { from: 5, until: isEndless ? Infinity : 45 };
        const together = new Alternations().of(lists, segment, () => true)!;
        for (let instant = 5; instant < 60; instant += 1) {
          const holding = together.filter(({ times }) => times.some(each => each.from <= instant && instant < each.until));
          expect(holding.length).toBe(instant < segment.until ? 1 : 0);
          const open = lists.filter(list => list.some(each => each.from <= instant && instant < each.until));
          if (holding[0]) expect(new Set(holding[0].openOnes)).toEqual(new Set(open));
        }
        const whole: readonly Interval[] = unionOf(together.flatMap(each => [...each.times]));
        expect(intersectionOf(whole, [segment])).toEqual([segment]);
      }),
    );
  });

  it('is asked for what it may cost, and keeps what it found', () => {
    const open = [{ from: 0, until: 1 }];
    const asked: number[] = [];
    const alternations = new Alternations();
    const ask = (may: boolean) => alternations.of([open, open], { from: 0, until: 9 }, effort => (asked.push(effort), may));
    expect(ask(false)).toBeNull();
    expect(ask(true)!.map(each => [each.openOnes.size, each.times])).toEqual([
      [0, [{ from: 1, until: 9 }]],
      [1, [{ from: 0, until: 1 }]],
    ]);
    expect(ask(false)).not.toBeNull();
    expect(asked).toEqual([1, 1]);
  });
});
