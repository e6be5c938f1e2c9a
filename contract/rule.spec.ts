import { everywhere, type Rule, type RuleTree, type WhereTest } from '@core/rule/rule';
import fc from 'fast-check';
import { rule } from './rule';

const id = fc.uuid({ version: 7 });
const where: fc.Arbitrary<RuleTree<WhereTest>> = fc.letrec<{ tree: RuleTree<WhereTest>; test: WhereTest }>(tie => {
  const parts = fc.option(fc.array(tie('tree'), { maxLength: 3 }), { nil: undefined });
  return {
    test: fc.oneof<fc.Arbitrary<WhereTest>[]>(
      id.map(page => ({ test: 'page' as const, page })),
      id.map(page => ({ test: 'within' as const, page })),
      fc.constant({ test: 'front page' as const }),
      fc.constant({ test: 'path' as const, pattern: '/visit/:place' }),
    ),
    tree: fc.oneof({ maxDepth: 4 }, tie('test'), fc.record({ all: parts, any: parts, none: parts }, { requiredKeys: [] })),
  };
}).tree;

describe('the schema of rules', () => {
  it('takes every rule that the core can hold, and changes nothing of it', () => {
    fc.assert(
      fc.property(where, tree => {
        const stored = JSON.parse(JSON.stringify({ ...everywhere, where: tree })) as Rule;
        expect(rule.parse(stored)).toEqual(stored);
      }),
    );
  });

  it('refuses a group of a hundred thousand tests, soon', () => {
    const many = Array.from({ length: 100_000 }, () => ({ test: 'front page' }));
    const parsed = rule.safeParse({ ...everywhere, where: { any: many } });
    expect(parsed.success).toBeFalse();
  });

  for (const pattern of ['/visit/:place', '/news/*', '/:y(\\d{4})/:m(\\d{2})', '/(en|fr)/about'])
    it(`takes the pattern ${pattern}`, () =>
      expect(rule.safeParse({ ...everywhere, where: { test: 'path', pattern } }).success).toBeTrue());
  for (const pattern of ['/(a+)+', '/((a|b)*)*', '/(.*)(.*)(.*)x', '/(\\d+)+', '/{a', '/:1'])
    it(`refuses the pattern ${pattern}`, () =>
      expect(rule.safeParse({ ...everywhere, where: { test: 'path', pattern } }).success).toBeFalse());
});
