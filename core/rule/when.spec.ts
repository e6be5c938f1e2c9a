import fc from 'fast-check';
import { randomWhen } from '../testing/random-rules';
import { compileWhen, nextOpening } from './when';

const minute = 60_000;
const start = Date.parse('2027-03-27T00:00Z');

describe('nextOpening', () => {
  it('is the first moment ahead at which a rule holds that does not hold now', () => {
    let found = 0;
    fc.assert(
      fc.property(randomWhen, fc.integer({ min: 0, max: 400 * 24 * 60 }), (when, after) => {
        const holds = compileWhen(when);
        const moment = start + after * minute;
        if (holds(moment)) return;
        const next = nextOpening(when, moment);
        if (next === null) return;
        found += 1;
        expect([holds(next), holds(next - 1)]).toEqual([true, false]);
        // All that these rules open or close at stands on a quarter of an hour.
        for (let at = moment; at < Math.min(next, moment + 400 * 15 * minute); at += 15 * minute) expect(holds(at)).toBeFalse();
      }),
      { numRuns: 200 },
    );
    expect(found).toBeGreaterThan(20);
  });
});
