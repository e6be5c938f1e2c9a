import fc from 'fast-check';
import { draw } from './draw';

describe('draw', () => {
  it('takes each as often as its weight says, over many turns', () => {
    const items = [
      { id: 'a', weight: 20 },
      { id: 'b', weight: 10 },
      { id: 'c', weight: 5 },
      { id: 'd', weight: 1 },
    ];
    const draws = 100_000;
    const counts = new Map(items.map(each => [each.id, 0]));
    for (let turn = 0; turn < draws; turn += 1) {
      const [first] = draw(items, 1, `slot ${turn}`);
      counts.set(first!.id, counts.get(first!.id)! + 1);
    }
    const whole = items.reduce((sum, each) => sum + each.weight, 0);
    const chiSquare = items.reduce((sum, { id, weight }) => {
      const expected = (draws * weight) / whole;
      return sum + (counts.get(id)! - expected) ** 2 / expected;
    }, 0);
    // The upper 0.1 % point of the chi-square distribution with three degrees of freedom; any statistical table, from memory.
    expect(chiSquare).toBeLessThan(16.27);
  });

  it('takes none twice, the same for the same seed, and all where there is room', () => {
    const items = fc.uniqueArray(fc.record({ id: fc.string(), weight: fc.integer({ min: 1, max: 100 }) }), {
      selector: each => each.id,
      maxLength: 12,
    });
    fc.assert(
      fc.property(items, fc.integer({ min: 0, max: 15 }), fc.string(), (all, count, seed) => {
        const drawn = draw(all, count, seed);
        expect(new Set(drawn).size).toBe(Math.min(count, all.length));
        expect(drawn.every(each => all.includes(each))).toBeTrue();
        expect(draw(all, count, seed)).toEqual(drawn);
      }),
    );
  });
});
