import type { WhenTest } from './tests/when-tests';
import type { WhereTest } from './tests/where-tests';
import type { WhoTest } from './tests/who-tests';
import { isTest, type RuleTree } from './tree';

export { allOf, alwaysHolds, isTest, testsOf, type RuleGroup, type RuleTree } from './tree';
export type { WhenTest, WhereTest, WhoTest };

/** The visibility rule of a placement. All three parts must hold, and every shared rule that it follows. */
export interface Rule {
  readonly version: 2;
  readonly where: RuleTree<WhereTest>;
  readonly who: RuleTree<WhoTest>;
  readonly when: RuleTree<WhenTest>;
  /** Ids of shared rules that must hold too. */
  readonly follows: readonly string[];
}

/** Holds on every page, for anyone, at any time. */
export const everywhere: Rule = { version: 2, where: {}, who: {}, when: {}, follows: [] };

/**
 * A where part that holds on no page: nothing has been picked. An empty "any" would hold everywhere,
 * an exception of every path holds nowhere.
 */
export const nowhere: RuleTree<WhereTest> = { none: [{ test: 'path', pattern: '*' }] };

/** Whether a where part is {@link nowhere}, however it came here. */
export function isNowhere(tree: RuleTree<WhereTest>): boolean {
  if (isTest(tree) || (tree.all ?? []).length + (tree.any ?? []).length > 0 || tree.none?.length !== 1) return false;
  const only = tree.none[0]!;
  return isTest(only) && only.test === 'path' && only.pattern === '*';
}

/** A who part that holds for no reader: nobody has been chosen yet. An empty "any" would hold for anyone. */
export const nobody: RuleTree<WhoTest> = { all: [{ test: 'signed in' }], none: [{ test: 'signed in' }] };

/** Whether a who part is {@link nobody}, however it came here. */
export function isNobody(tree: RuleTree<WhoTest>): boolean {
  if (isTest(tree) || (tree.any ?? []).length > 0) return false;
  const isSignedIn = (part: RuleTree<WhoTest> | undefined) => part !== undefined && isTest(part) && part.test === 'signed in';
  return tree.all?.length === 1 && tree.none?.length === 1 && isSignedIn(tree.all[0]) && isSignedIn(tree.none[0]);
}

/** The rule that a new placement starts with. */
export function thisPageOnly(page: string): Rule {
  return { ...everywhere, where: { any: [{ test: 'page', page }] } };
}
