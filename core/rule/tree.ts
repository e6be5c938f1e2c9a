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

/** Tells a test from a group. */
export function isTest<Test extends { readonly test: string }>(tree: RuleTree<Test>): tree is Test {
  return 'test' in tree;
}

/** Every test of a tree, in reading order. */
export function testsOf<Test extends { readonly test: string }>(tree: RuleTree<Test>): readonly Test[] {
  if (isTest(tree)) return [tree];
  if (alwaysHolds(tree)) return [];
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

/** What trees come out as: truth values, sets of pages, sets of readers, stretches of time. */
export interface Algebra<Outcome> {
  /** What all have in common; everything for an empty list. */
  readonly every: (parts: readonly Outcome[]) => Outcome;
  /** What at least one has; never asked of an empty list. */
  readonly some: (parts: readonly Outcome[]) => Outcome;
  readonly not: (part: Outcome) => Outcome;
}

/**
 * What a tree means: the one place that says how groups come out of their parts.
 * @param outcomeOf - what a single test comes out as
 */
export function meaningOf<Test extends { readonly test: string }, Outcome>(
  tree: RuleTree<Test>,
  outcomeOf: (test: Test) => Outcome,
  algebra: Algebra<Outcome>,
): Outcome {
  if (isTest(tree)) return outcomeOf(tree);
  const meant = (parts: readonly RuleTree<Test>[] = []) => parts.map(part => meaningOf(part, outcomeOf, algebra));
  return meaningOfGroup(meant(tree.all), meant(tree.any), meant(tree.none), algebra);
}

/** The same for a group whose parts are known: exceptions first, since they decide soonest. */
export function meaningOfGroup<Outcome>(
  all: readonly Outcome[],
  any: readonly Outcome[],
  none: readonly Outcome[],
  { every, some, not }: Algebra<Outcome>,
): Outcome {
  const exceptions = none.length === 0 ? [] : [not(none.length === 1 ? none[0]! : some(none))];
  return every([...exceptions, ...all, ...(any.length === 0 ? [] : [any.length === 1 ? any[0]! : some(any)])]);
}

/** Plain truth. */
export const truth: Algebra<boolean> = {
  every: parts => parts.every(Boolean),
  some: parts => parts.some(Boolean),
  not: part => !part,
};
