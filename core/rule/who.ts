import { compileTree } from './evaluate';
import type { ReaderFacts } from './reader-facts';
import { whoTests, type WhoTest } from './tests/who-tests';
import { testsOf, type RuleTree } from './tree';

export { anyone, type ReaderFacts } from './reader-facts';

/** Turns one test about the reader into a function of their facts. */
export function compileWhoTest(test: WhoTest): (facts: ReaderFacts) => boolean {
  return whoTests.of(test).holds(test);
}

/** Readers without a condition: a tree that everybody meets. */
export const everybody: RuleTree<WhoTest> = {};

// Trees are immutable, and menus and listings ask for the readers of every page they pass.
const compiled = new WeakMap<RuleTree<WhoTest>, (facts: ReaderFacts) => boolean>();

/** Compiles the who part of a rule; the same tree is compiled once. */
export function compileWho(tree: RuleTree<WhoTest>): (facts: ReaderFacts) => boolean {
  const known = compiled.get(tree);
  if (known) return known;
  const made = compileTree(tree, compileWhoTest);
  compiled.set(tree, made);
  return made;
}

/** The reader facts that a tree asks about, as keys: two readers equal in all of them are the same audience to it. */
export function readerFactsIn(tree: RuleTree<WhoTest>): readonly string[] {
  return testsOf(tree).map(keyOfWhoTest);
}

/** The value of a reader fact named by {@link readerFactsIn}. */
export function hasReaderFact(facts: ReaderFacts, key: string): boolean {
  for (const kind of whoTests.kinds) {
    const test = kind.ofKey(key);
    if (test) return kind.holds(test)(facts);
  }
  return false;
}

/** The key of the reader fact that a test asks about. */
export function keyOfWhoTest(test: WhoTest): string {
  return whoTests.of(test).key(test);
}
