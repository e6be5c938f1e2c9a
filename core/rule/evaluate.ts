import { isTest, meaningOf, meaningOfGroup, truth, type Algebra, type RuleTree } from './tree';

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

/** Functions of some facts as trees come out in them: the first part that decides is the last that is asked. */
function questions<Facts>(): Algebra<(facts: Facts) => boolean> {
  return {
    every: parts => {
      if (parts.length === 0) return () => true;
      if (parts.length === 1) return parts[0]!;
      return facts => {
        for (const part of parts) if (!part(facts)) return false;
        return true;
      };
    },
    some: parts => facts => {
      for (const part of parts) if (part(facts)) return true;
      return false;
    },
    not: part => facts => !part(facts),
  };
}

/**
 * Compiles a tree to one function of the facts: exceptions first, then in the order written, stopping at the first that decides.
 * @param compileTest - turns one test into a function of the facts
 */
export function compileTree<Test extends { readonly test: string }, Facts>(
  tree: RuleTree<Test>,
  compileTest: (test: Test) => (facts: Facts) => boolean,
): (facts: Facts) => boolean {
  return meaningOf(tree, compileTest, questions<Facts>());
}

/** Evaluates every test of a tree and keeps how each came out. */
export function traceTree<Test extends { readonly test: string }>(tree: RuleTree<Test>, testHolds: (test: Test) => boolean): Trace<Test> {
  if (isTest(tree)) return { kind: 'test', test: tree, holds: testHolds(tree) };
  const traceAll = (nodes: readonly RuleTree<Test>[] = []) => nodes.map(node => traceTree(node, testHolds));
  const [all, any, none] = [traceAll(tree.all), traceAll(tree.any), traceAll(tree.none)];
  const held = (parts: readonly Trace<Test>[]) => parts.map(each => each.holds);
  const holds = meaningOfGroup(held(all), held(any), held(none), truth);
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
