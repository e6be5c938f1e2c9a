import fc from 'fast-check';
import type { RuleTree, WhereTest } from './rule';
import { compilePathPattern } from './tests/path/pattern';
import { compileWhere, keysOfPage, narrowingKeys, type PageFacts } from './where';

describe('compilePathPattern', () => {
  // WHATWG URL Pattern, pathname component; each row agreed between a polyfill and a browser's own implementation.
  const rows: readonly (readonly [pattern: string, path: string, matches: boolean])[] = [
    ['/news/:id', '/news/42', true],
    ['/news/:id', '/news/', false],
    ['/news/:id', '/news/42/', false],
    ['/news/:id', '/news/42/x', false],
    ['/news/:id?', '/news', true],
    ['/news/:id?', '/news/', false],
    ['/news/:path+', '/news/a/b/c', true],
    ['/news/:path+', '/news', false],
    ['/news/:path*', '/news', true],
    ['/news/:path*', '/news/', false],
    ['/news/*', '/news', false],
    ['/news/*', '/news/', true],
    ['/news/*', '/news/a/b', true],
    ['/news*', '/newsroom', true],
    ['/*', '/', true],
    ['/a/*/c', '/a/x/y/c', true],
    ['/a/*/c', '/a//c', true],
    ['/a/*/c', '/a/c', false],
    ['/:y(\\d{4})/:m(\\d{2})', '/2026/04', true],
    ['/:y(\\d{4})/:m(\\d{2})', '/26/04', false],
    ['/(en|fr)/about', '/fr/about', true],
    ['/(en|fr)/about', '/de/about', false],
    ['/about{/}?', '/about/', true],
    ['/about{/}?', '/about//', false],
    ['/{:lang/}?docs', '/docs', true],
    ['/{:lang/}?docs', '/en/docs', true],
    ['/:name.:ext', '/report.final.pdf', true],
    ['/img-:id.png', '/img-7.png', true],
    ['/café', '/caf%C3%A9', true],
    ['/a b', '/a%20b', true],
    ['/:x', '/a%2Fb', true],
    ['/News', '/news', false],
    ['/a/../b', '/b', true],
    ['/foo\\:bar', '/foo:bar', true],
    ['/:a-:b', '/x-y-z', true],
    ['/x{/:a}*', '/x/1/2', true],
    ['/*/*', '/a/b/c', true],
    ['/product\\*', '/product*', true],
  ];
  for (const [pattern, path, matches] of rows)
    it(`${matches ? 'takes' : 'leaves'} ${path} by ${pattern}`, () => expect(compilePathPattern(pattern)(path)).toBe(matches));
  for (const pattern of ['/:id/:id', '/(foo', '/{a', '/:1a', '/a?b', '/a+'])
    it(`refuses ${pattern}`, () => expect(() => compilePathPattern(pattern)).toThrowError(TypeError));
});

describe('narrowingKeys', () => {
  const test: fc.Arbitrary<WhereTest> = fc.oneof(
    fc.record({ test: fc.constant('page' as const), page: fc.constantFrom('p', 'q', 'r') }),
    fc.record({ test: fc.constant('within' as const), page: fc.constantFrom('p', 'q', 'r') }),
    fc.record({ test: fc.constant('type' as const), type: fc.constantFrom('page', 'event') }),
    fc.record({ test: fc.constant('topic' as const), topic: fc.constantFrom('sea', 'sky') }),
    fc.constant({ test: 'front page' as const }),
    fc.constant({ test: 'path' as const, pattern: '/p/*' }),
    fc.constant({ test: 'service page' as const }),
    fc.record({ test: fc.constant('menu item' as const), page: fc.constantFrom('p', 'q', 'r') }),
    fc.record({ test: fc.constant('locale' as const), locale: fc.constantFrom('en-GB', 'cy') }),
    fc.constant({ test: 'query' as const, name: 'from', value: null }),
  );
  const { tree } = fc.letrec<{ tree: RuleTree<WhereTest> }>(tie => {
    const parts = fc.option(fc.array(tie('tree'), { maxLength: 3 }), { nil: undefined });
    return { tree: fc.oneof({ maxDepth: 3 }, test, fc.record({ all: parts, any: parts, none: parts })) };
  });
  const facts: fc.Arbitrary<PageFacts> = fc.record({
    id: fc.constantFrom('p', 'q', 'r'),
    path: fc.constantFrom('/', '/p/x', '/q'),
    type: fc.constantFrom('page', 'event'),
    topics: fc.subarray(['sea', 'sky']),
    layout: fc.constantFrom('wide', 'narrow'),
    lineage: fc.subarray(['p', 'q', 'r']),
    isFrontPage: fc.boolean(),
    service: fc.constantFrom(null, 'not found'),
    menuItems: fc.subarray(['p', 'q', 'r']),
    readers: fc.constant({}),
    written: fc.constant(null),
    locale: fc.constantFrom('en-GB', 'cy'),
    query: fc.constantFrom<Record<string, string>[]>({}, { from: 'poster' }),
  });

  it('never leaves out a page on which the tree holds', () => {
    fc.assert(
      fc.property(tree, facts, (each, page) => {
        const keys = narrowingKeys(each);
        if (keys !== null && compileWhere(each)(page)) expect(keysOfPage(page).some(key => keys.includes(key))).toBeTrue();
      }),
      { numRuns: 2000 },
    );
  });
});
