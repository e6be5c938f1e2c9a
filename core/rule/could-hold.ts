import type { PageFacts } from './page-facts';
import { whereTests, type WhereTest } from './tests/where-tests';
import { meaningOf, type Algebra, type RuleTree } from './tree';

/** Outcome of a tree when some of its tests are not known. */
type Outcome = 'yes' | 'no' | 'open';

/** Truth with a third value for what is not known. @see Kleene's strong logic of three values */
const openTruth: Algebra<Outcome> = {
  every: parts => (parts.includes('no') ? 'no' : parts.includes('open') ? 'open' : 'yes'),
  some: parts => (parts.includes('yes') ? 'yes' : parts.includes('open') ? 'open' : 'no'),
  not: part => (part === 'open' ? 'open' : part === 'yes' ? 'no' : 'yes'),
};

/**
 * Whether a where part holds on a page for some way of reading it: the locale and the parameters of the address are the
 * reader's to choose, so tests of them count as open.
 */
export function couldHold(tree: RuleTree<WhereTest>, facts: PageFacts): boolean {
  const outcomeOf = (test: WhereTest): Outcome => {
    const kind = whereTests.of(test);
    return kind.asksReading ? 'open' : kind.holds(test)(facts) ? 'yes' : 'no';
  };
  return meaningOf(tree, outcomeOf, openTruth) !== 'no';
}
