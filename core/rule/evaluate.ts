import { isTest, type RuleTree } from './rule';

/** How a tree came out, node by node. */
export type Trace<Test> =
  | { readonly kind: 'test'; readonly test: Test; readonly holds: boolean }
  | {
      readonly kind: 'group';
      readonly holds: boolean;
      readonly all: readonly Trace<Test>[];
      readonly any: readonly Trace<Test>[];
      readonly none: readonly Trace<Test>[];
    };

/** A test that decided an outcome, and what it would have to be for the outcome to turn. */
export interface DecidingTest<Test> {
  readonly test: Test;
  readonly holds: boolean;
}

/**
 * Compiles a tree to one function of the facts, testing in the order written and stopping at the first that decides.
 * @param compileTest - turns one test into a function of the facts
 */
export function compileTree<Test extends { readonly test: string }, Facts>(
  tree: RuleTree<Test>,
  compileTest: (test: Test) => (facts: Facts) => boolean,
): (facts: Facts) => boolean {
  if (isTest(tree)) return compileTest(tree);
  const compileAll = (nodes: readonly RuleTree<Test>[] = []) => nodes.map(node => compileTree(node, compileTest));
  const [all, any, none] = [compileAll(tree.all), compileAll(tree.any), compileAll(tree.none)];
  if (all.length + any.length + none.length === 0) return () => true;
  return facts => {
    for (const part of none) if (part(facts)) return false;
    for (const part of all) if (!part(facts)) return false;
    if (any.length === 0) return true;
    for (const part of any) if (part(facts)) return true;
    return false;
  };
}

/** Evaluates every test of a tree and keeps how each came out. */
export function traceTree<Test extends { readonly test: string }>(tree: RuleTree<Test>, testHolds: (test: Test) => boolean): Trace<Test> {
  if (isTest(tree)) return { kind: 'test', test: tree, holds: testHolds(tree) };
  const traceAll = (nodes: readonly RuleTree<Test>[] = []) => nodes.map(node => traceTree(node, testHolds));
  const [all, any, none] = [traceAll(tree.all), traceAll(tree.any), traceAll(tree.none)];
  const holds = all.every(each => each.holds) && (any.length === 0 || any.some(each => each.holds)) && !none.some(each => each.holds);
  return { kind: 'group', holds, all, any, none };
}

/**
 * The tests that decide an outcome. For a false outcome an exception comes first, since it always wins; then the first
 * `all` that fails; then every `any`, since any one of them would have done. For a true outcome, the tests that hold.
 */
export function decidingTests<Test>(trace: Trace<Test>): readonly DecidingTest<Test>[] {
  if (trace.kind === 'test') return [{ test: trace.test, holds: trace.holds }];
  if (trace.holds) {
    const held = [...trace.all, ...trace.any.filter(each => each.holds).slice(0, 1)].flatMap(each => decidingTests(each));
    return held.length > 0 ? held : trace.none.flatMap(each => decidingTests(each));
  }
  const exception = trace.none.find(each => each.holds);
  if (exception) return decidingTests(exception);
  const failed = trace.all.find(each => !each.holds);
  if (failed) return decidingTests(failed);
  return trace.any.flatMap(each => decidingTests(each));
}
