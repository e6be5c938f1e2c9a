import { compileTree } from './evaluate';
import { testsOf, type RuleTree, type WhoTest } from './rule';

/** What a rule may know of a reader. */
export interface ReaderFacts {
  readonly signedIn: boolean;
  readonly roles: readonly string[];
  readonly memberships: readonly string[];
}

/** A reader who has not signed in. */
export const anyone: ReaderFacts = { signedIn: false, roles: [], memberships: [] };

/** Turns one test about the reader into a function of their facts. */
export function compileWhoTest(test: WhoTest): (facts: ReaderFacts) => boolean {
  switch (test.test) {
    case 'signed in':
      return facts => facts.signedIn;
    case 'role':
      return facts => facts.roles.includes(test.role);
    case 'membership':
      return facts => facts.memberships.includes(test.membership);
  }
}

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
  if (key === 'signed in') return facts.signedIn;
  const [kind, name] = [key.slice(0, key.indexOf(' ')), key.slice(key.indexOf(' ') + 1)];
  return kind === 'role' ? facts.roles.includes(name) : facts.memberships.includes(name);
}

/** The key of the reader fact that a test asks about. */
export function keyOfWhoTest(test: WhoTest): string {
  switch (test.test) {
    case 'signed in':
      return 'signed in';
    case 'role':
      return `role ${test.role}`;
    case 'membership':
      return `membership ${test.membership}`;
  }
}
