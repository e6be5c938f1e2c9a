import { isTest, type RuleTree, type WhereTest } from './rule';
import { compileWhereTest, type PageFacts } from './where';

/** Outcome of a tree when some of its tests are not known. */
type Outcome = 'yes' | 'no' | 'open';

/**
 * Whether a where part holds on a page for some way of reading it: the locale and the parameters of the address are the
 * reader's to choose, so tests of them count as open.
 */
export function couldHold(tree: RuleTree<WhereTest>, facts: PageFacts): boolean {
  return outcomeOf(tree, facts) !== 'no';
}

function outcomeOf(tree: RuleTree<WhereTest>, facts: PageFacts): Outcome {
  if (isTest(tree)) {
    if (tree.test === 'locale' || tree.test === 'query') return 'open';
    return compileWhereTest(tree)(facts) ? 'yes' : 'no';
  }
  const outcomes = (parts: readonly RuleTree<WhereTest>[] = []) => parts.map(part => outcomeOf(part, facts));
  const [all, any, none] = [outcomes(tree.all), outcomes(tree.any), outcomes(tree.none)];
  const someHolds = any.length === 0 || any.includes('yes');
  if (all.includes('no') || none.includes('yes') || (!someHolds && !any.includes('open'))) return 'no';
  return all.includes('open') || none.includes('open') || !someHolds ? 'open' : 'yes';
}
