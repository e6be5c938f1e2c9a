import { isNowhere, testsOf, type Rule, type RuleTree, type WhenTest, type WhereTest, type WhoTest } from '../rule/rule';
import { openTimeWithin } from '../rule/when';
import { compileWho, compileWhoTest, readerFactsIn, type ReaderFacts } from '../rule/who';
import type { Interval } from '../schedule/interval';
import { audiencesOf } from '../reach/audiences';
import { either, emptySet, equals, has, isEmpty, positionsOf, type BitSet } from '../reach/bit-set';
import { asksAboutReading, type PageUniverse, type Reading } from '../reach/page-universe';
import { withTestFixed, type TestInRule } from './finding';

/** What is to be said of the tests of a rule. */
export interface RuleHealth {
  readonly alwaysTrue: readonly TestInRule[];
  readonly neverMatters: readonly TestInRule[];
  readonly patternsWithoutPage: readonly string[];
  /** The pages named by the where part, whatever the locale and the query. */
  readonly pages: BitSet;
  /** Whether some class of readers, who may read one of those pages and the block, is asked for. */
  readonly hasReaders: boolean;
  readonly isPartial: boolean;
}

/** Where a rule is judged. */
export interface RuleSurroundings {
  readonly universe: PageUniverse;
  readonly locale: string;
  /** All locales of the site. */
  readonly locales: readonly string[];
  /** The readers of the block itself; null follows the page. */
  readonly blockReaders: RuleTree<WhoTest> | null;
  readonly span: Interval;
}

/** The most combinations of locale and query parameters that are looked at. */
const mostReadings = 256;

/** Judges every test of a rule, exactly, over all pages, locales, queries and classes of readers, and the span of time. */
export function judgeRule(rule: Rule, surroundings: RuleSurroundings): RuleHealth {
  const where = judgeWhere(rule.where, surroundings);
  const who = judgeWho(rule.who, surroundings, where.pages);
  const when = judgeWhen(rule.when, surroundings.span);
  return {
    alwaysTrue: [...where.alwaysTrue, ...who.alwaysTrue],
    neverMatters: [...where.neverMatters, ...who.neverMatters, ...when],
    patternsWithoutPage: where.patternsWithoutPage,
    pages: where.pages,
    hasReaders: who.hasReaders,
    isPartial: where.isPartial || who.isPartial,
  };
}

/** Every way of reading a page that a tree can tell apart: locales, and values of the query parameters it asks about. */
export function readingsOf(
  tree: RuleTree<WhereTest>,
  locale: string,
  locales: readonly string[],
): { readonly readings: readonly Reading[]; readonly isPartial: boolean } {
  if (!asksAboutReading(tree)) return { readings: [{ locale, query: {} }], isPartial: false };
  const values = new Map<string, Set<string>>();
  for (const test of testsOf(tree)) {
    if (test.test !== 'query') continue;
    // A value that no test names stands for all others.
    const known = values.get(test.name) ?? new Set(['\u0000another']);
    values.set(test.name, test.value === null ? known : known.add(test.value));
  }
  let queries: readonly Readonly<Record<string, string>>[] = [{}];
  for (const [name, named] of values)
    queries = queries.flatMap(query => [query, ...[...named].map(value => ({ ...query, [name]: value }))]);
  const readings = locales.flatMap(each => queries.map(query => ({ locale: each, query })));
  return { readings: readings.slice(0, mostReadings), isPartial: readings.length > mostReadings };
}

function judgeWhere(
  tree: RuleTree<WhereTest>,
  { universe, locale, locales }: RuleSurroundings,
): Pick<RuleHealth, 'alwaysTrue' | 'neverMatters' | 'patternsWithoutPage' | 'pages' | 'isPartial'> {
  const { readings, isPartial } = readingsOf(tree, locale, locales);
  const pages = readings.reduce((some, reading) => either(some, universe.where(tree, reading)), emptySet(universe.size));
  const alwaysTrue: TestInRule[] = [];
  const neverMatters: TestInRule[] = [];
  const patternsWithoutPage: string[] = [];
  // Picking nothing is written as an exception of every path, which is no test that anybody wrote.
  for (const test of isNowhere(tree) ? [] : testsOf(tree)) {
    const alone = readings.map(reading => universe.where(test, reading));
    if (test.test === 'path' && alone.every(isEmpty)) patternsWithoutPage.push(test.pattern);
    else if (alone.every(set => equals(set, universe.everyPage))) alwaysTrue.push({ part: 'where', test });
    else if (
      readings.every(reading =>
        equals(universe.whereWith(tree, reading, new Map([[test, true]])), universe.whereWith(tree, reading, new Map([[test, false]]))),
      )
    )
      neverMatters.push({ part: 'where', test });
  }
  return { alwaysTrue, neverMatters, patternsWithoutPage, pages, isPartial };
}

function judgeWho(
  tree: RuleTree<WhoTest>,
  { universe, blockReaders }: RuleSurroundings,
  pages: BitSet,
): Pick<RuleHealth, 'alwaysTrue' | 'neverMatters' | 'hasReaders' | 'isPartial'> {
  const pageReaders = [...new Set(positionsOf(pages).map(position => universe.pages[position]!.readers))];
  const keys = [tree, blockReaders ?? {}, ...pageReaders].flatMap(each => readerFactsIn(each));
  const { readers, isPartial } = audiencesOf(keys);
  const mayReadSome = (reader: ReaderFacts) => pageReaders.some(each => compileWho(each)(reader));
  const mayReadBlock = compileWho(blockReaders ?? {});
  const domain = readers.filter(reader => mayReadSome(reader) && mayReadBlock(reader));
  const alwaysTrue: TestInRule[] = [];
  const neverMatters: TestInRule[] = [];
  if (domain.length > 0) {
    for (const test of testsOf(tree)) {
      const holds = compileWhoTest(test);
      const [whenTrue, whenFalse] = [true, false].map(value => compileWho(withTestFixed(tree, test, value)));
      if (domain.every(reader => holds(reader))) alwaysTrue.push({ part: 'who', test });
      else if (domain.every(reader => whenTrue!(reader) === whenFalse!(reader))) neverMatters.push({ part: 'who', test });
    }
  }
  const asked = compileWho(tree);
  return { alwaysTrue, neverMatters, hasReaders: domain.some(reader => asked(reader)), isPartial };
}

// A window that began long ago and goes on is how every ordinary rule ages; only what is overruled by another test is told of.
function judgeWhen(tree: RuleTree<WhenTest>, span: Interval): readonly TestInRule[] {
  const tests = testsOf(tree);
  if (tests.length < 2) return [];
  return tests
    .filter(test => {
      const [whenTrue, whenFalse] = [true, false].map(value => openTimeWithin(withTestFixed(tree, test, value), span));
      return JSON.stringify(whenTrue) === JSON.stringify(whenFalse);
    })
    .map((test): TestInRule => ({ part: 'when', test }));
}

/** The first page of a set that was written, in reading order, or null. */
export function firstPageOf(universe: PageUniverse, set: BitSet): string | null {
  const position = universe.pages.findIndex((page, at) => page.service === null && has(set, at));
  return position < 0 ? null : universe.pages[position]!.id;
}
