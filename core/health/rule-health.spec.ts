import type { RuleTree, WhereTest } from '../rule/rule';
import { readingsOf } from './rule-health';

describe('readingsOf', () => {
  const asking = (count: number): RuleTree<WhereTest> => ({
    any: Array.from({ length: count }, (_, index) => ({ test: 'query', name: `p${index}`, value: 'x' })),
  });

  it('are all of them while they are few: each parameter away, of the value asked for, and of another', () => {
    const { readings, isPartial } = readingsOf(asking(2), 'en-GB', ['en-GB', 'cy']);
    expect([readings.length, isPartial]).toEqual([2 * 9, false]);
  });

  it('are counted before they are made, and said to be a part where they would be too many', () => {
    const { readings, isPartial } = readingsOf(asking(40), 'en-GB', ['en-GB', 'cy']);
    expect(isPartial).toBeTrue();
    expect(readings.length).toBeLessThanOrEqual(256);
    expect(readings.some(each => each.locale === 'cy')).toBeTrue();
  });

  it('take a name that every object has for a name like any other', () => {
    const { readings } = readingsOf({ test: 'query', name: '__proto__', value: 'x' }, 'en-GB', ['en-GB']);
    expect(readings.map(each => Object.hasOwn(each.query, '__proto__'))).toEqual([false, true, true]);
  });
});
