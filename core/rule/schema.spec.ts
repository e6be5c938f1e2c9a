import { everywhere, testsOf, type Rule } from './rule';
import { anyWhere, randomWhen, randomWho } from '../testing/random-rules';
import fc from 'fast-check';
import { z } from 'zod';
import { ruleSchemas } from './schema';

const { rule } = ruleSchemas(z);

// Stored rules name pages by their ids.
const ids = new Map(['front', 'visit', 'tern', 'news'].map((name, index) => [name, `0193a000-0000-7000-8000-00000000000${index}`]));
const stored = (part: Partial<Rule>): Rule =>
  JSON.parse(JSON.stringify({ ...everywhere, ...part }), (key, value: unknown) => {
    if (key === 'page' && typeof value === 'string') return ids.get(value) ?? value;
    // A window that ends before it begins is what the schema refuses, and is tried elsewhere.
    const window = value as { test?: unknown; from?: unknown } | null;
    return window?.test === 'window' && window.from ? { ...window, until: null } : value;
  }) as Rule;

describe('the schema of rules', () => {
  it('takes every rule that the core can hold, and changes nothing of it', () => {
    const seen = new Set<string>();
    fc.assert(
      fc.property(anyWhere, randomWho, randomWhen, (where, who, when) => {
        fc.pre(testsOf(when).filter(each => each.test !== 'window').length <= 8);
        const given = stored({ where, who, when, follows: [...ids.values()].slice(0, 2) });
        for (const test of [...testsOf(given.where), ...testsOf(given.who), ...testsOf(given.when)]) seen.add(test.test);
        expect(rule.parse(given)).toEqual(given);
      }),
      { numRuns: 400 },
    );
    const whereTests = [
      'page',
      'within',
      'type',
      'topic',
      'layout',
      'front page',
      'service page',
      'path',
      'menu item',
      'field',
      'locale',
      'query',
    ];
    expect(seen).toEqual(new Set([...whereTests, 'signed in', 'role', 'membership', 'window', 'recurring', 'time of day', 'season']));
  });

  for (const [what, part] of [
    ['a test that is none', { where: { test: 'moon' } }],
    ['a part that is none', { where: { some: [] } }],
    ['a page that is no id', { where: { test: 'page', page: 'front' } }],
    ['a rule of a later version', { version: 3 }],
  ] as const)
    it(`refuses ${what}`, () => expect(rule.safeParse({ ...everywhere, ...part }).success).toBeFalse());

  it('refuses a group of a hundred thousand tests, soon', () => {
    const many = Array.from({ length: 100_000 }, () => ({ test: 'front page' }));
    const parsed = rule.safeParse({ ...everywhere, where: { any: many } });
    expect(parsed.success).toBeFalse();
  });

  for (const pattern of [
    '/visit/:place',
    '/news/*',
    '/:y(\\d{4})/:m(\\d{2})',
    '/(en|fr)/about',
    '/*/*/*/hides',
    '/:a/:b/:c/:d/:e',
    '{/en}?/about',
    '/visit/*-hide',
  ])
    it(`takes the pattern ${pattern}`, () =>
      expect(rule.safeParse({ ...everywhere, where: { test: 'path', pattern } }).success).toBeTrue());
  for (const pattern of [
    '/(a+)+',
    '/((a|b)*)*',
    '/(.*)(.*)(.*)x',
    '/(\\d+)+',
    '/{a',
    '/:1',
    '/*a*a*a*a*b',
    '/{*}+!',
    '/{*a}+z',
    '/(\\d+)?(\\d+)?',
    '/:name*',
    '/:a-:b-:c-:d',
  ])
    it(`refuses the pattern ${pattern}`, () =>
      expect(rule.safeParse({ ...everywhere, where: { test: 'path', pattern } }).success).toBeFalse());
});
