import type { RecurringWindow } from '../schedule/recurrence';
import type { LocalTime } from '../schedule/local-time';

/**
 * Tests in groups. A group holds if every `all` holds, some `any` holds (or there is none) and no `none` holds;
 * an empty group therefore always holds.
 */
export type RuleTree<Test> = Test | RuleGroup<Test>;

/** See {@link RuleTree}. */
export interface RuleGroup<Test> {
  readonly all?: readonly RuleTree<Test>[];
  readonly any?: readonly RuleTree<Test>[];
  readonly none?: readonly RuleTree<Test>[];
}

/** What a rule may ask about the page. */
export type WhereTest =
  | { readonly test: 'page'; readonly page: string }
  | { readonly test: 'within'; readonly page: string }
  | { readonly test: 'type'; readonly type: string }
  | { readonly test: 'topic'; readonly topic: string }
  | { readonly test: 'layout'; readonly layout: string }
  | { readonly test: 'front page' }
  | { readonly test: 'service page'; readonly service?: string }
  | { readonly test: 'path'; readonly pattern: string };

/** What a rule may ask about the reader. */
export type WhoTest =
  | { readonly test: 'signed in' }
  | { readonly test: 'role'; readonly role: string }
  | { readonly test: 'membership'; readonly membership: string };

/** What a rule may ask about the moment. */
export type WhenTest =
  | { readonly test: 'window'; readonly from: LocalTime | null; readonly until: LocalTime | null }
  | ({ readonly test: 'recurring' } & RecurringWindow);

/** The visibility rule of a placement. All three parts must hold. */
export interface Rule {
  readonly version: 1;
  readonly where: RuleTree<WhereTest>;
  readonly who: RuleTree<WhoTest>;
  readonly when: RuleTree<WhenTest>;
}

/** Holds on every page, for anyone, at any time. */
export const everywhere: Rule = { version: 1, where: {}, who: {}, when: {} };

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

/** The rule that a new placement starts with. */
export function thisPageOnly(page: string): Rule {
  return { ...everywhere, where: { any: [{ test: 'page', page }] } };
}

/** Tells a test from a group. */
export function isTest<Test extends { readonly test: string }>(tree: RuleTree<Test>): tree is Test {
  return 'test' in tree;
}

/** Every test of a tree, in reading order. */
export function testsOf<Test extends { readonly test: string }>(tree: RuleTree<Test>): readonly Test[] {
  if (isTest(tree)) return [tree];
  return [...(tree.all ?? []), ...(tree.any ?? []), ...(tree.none ?? [])].flatMap(each => testsOf(each));
}
