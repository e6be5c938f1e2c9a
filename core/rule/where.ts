import { compileTree } from './evaluate';
import type { PageFacts } from './page-facts';
import type { QueryTest } from './tests/query/test';
import { whereTests, type WhereTest } from './tests/where-tests';
import { isTest, testsOf, type RuleTree } from './tree';

export type { PageFacts } from './page-facts';

/** Turns one test about the page into a function of its facts. */
export function compileWhereTest(test: WhereTest): (facts: PageFacts) => boolean {
  return whereTests.of(test).holds(test);
}

/** The tests of query parameters that a tree makes. */
export function queryTestsIn(tree: RuleTree<WhereTest>): readonly QueryTest[] {
  return testsOf(tree).filter(test => test.test === 'query');
}

/** Compiles the where part of a rule. */
export function compileWhere(tree: RuleTree<WhereTest>): (facts: PageFacts) => boolean {
  return compileTree(tree, compileWhereTest);
}

/**
 * Keys of which a page must have at least one for the tree to hold on it, or null when the tree does not narrow.
 * An index over these keys keeps the resolution of one page far from linear in the number of placements.
 */
export function narrowingKeys(tree: RuleTree<WhereTest>): readonly string[] | null {
  if (isTest(tree)) return whereTests.of(tree).keys?.(tree) ?? null;
  const choices: (readonly string[])[] = [];
  for (const part of tree.all ?? []) {
    const keys = narrowingKeys(part);
    if (keys) choices.push(keys);
  }
  const alternatives = (tree.any ?? []).map(part => narrowingKeys(part));
  if (alternatives.length > 0 && alternatives.every(keys => keys !== null)) choices.push(alternatives.flatMap(keys => keys ?? []));
  return choices.length === 0 ? null : choices.reduce((best, next) => (next.length < best.length ? next : best));
}

/** The keys that a page has; see {@link narrowingKeys}. */
export function keysOfPage(facts: PageFacts): readonly string[] {
  return whereTests.kinds.flatMap(kind => kind.keysOfPage?.(facts) ?? []);
}
