import type { RecurringWindow } from '../schedule/recurrence';
import type { LocalTime } from '../schedule/local-time';
import type { AskableField } from '../page/page';

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
  | { readonly test: 'path'; readonly pattern: string }
  /** Menus lead to the page by way of this one. */
  | { readonly test: 'menu item'; readonly page: string }
  /** `value` is not looked at when empty is asked for. */
  | { readonly test: 'field'; readonly field: AskableField; readonly compare: 'is' | 'contains' | 'is empty'; readonly value: string }
  | { readonly test: 'locale'; readonly locale: string }
  /** A parameter of the address's query; null takes any value. */
  | { readonly test: 'query'; readonly name: string; readonly value: string | null };

/** What a rule may ask about the reader. */
export type WhoTest =
  | { readonly test: 'signed in' }
  | { readonly test: 'role'; readonly role: string }
  | { readonly test: 'membership'; readonly membership: string };

/** What a rule may ask about the moment. */
export type WhenTest =
  | { readonly test: 'window'; readonly from: LocalTime | null; readonly until: LocalTime | null }
  | ({ readonly test: 'recurring' } & RecurringWindow)
  /** Each day between two wall-clock times, "06:00" to "18:30"; past midnight when the end lies before the beginning. */
  | { readonly test: 'time of day'; readonly from: string; readonly until: string; readonly zone: string };

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

/** Tells a test from a group. */
export function isTest<Test extends { readonly test: string }>(tree: RuleTree<Test>): tree is Test {
  return 'test' in tree;
}

/** Every test of a tree, in reading order. */
export function testsOf<Test extends { readonly test: string }>(tree: RuleTree<Test>): readonly Test[] {
  if (isTest(tree)) return [tree];
  return [...(tree.all ?? []), ...(tree.any ?? []), ...(tree.none ?? [])].flatMap(each => testsOf(each));
}

/** A tree that holds where all of the given ones do. Those that always hold are left out, so that a lone one stays itself. */
export function allOf<Test extends { readonly test: string }>(trees: readonly RuleTree<Test>[]): RuleTree<Test> {
  const asking = trees.filter(tree => !alwaysHolds(tree));
  return asking.length === 0 ? {} : asking.length === 1 ? asking[0]! : { all: asking };
}

/** Whether a tree asks nothing. */
export function alwaysHolds<Test extends { readonly test: string }>(tree: RuleTree<Test>): boolean {
  return !isTest(tree) && (tree.all ?? []).length + (tree.any ?? []).length + (tree.none ?? []).length === 0;
}
