import {
  alwaysHolds,
  isNowhere,
  isTest,
  testsOf,
  type Rule,
  type RuleTree,
  type WhenTest,
  type WhereTest,
  type WhoTest,
} from '../rule/rule';
import { openTimeWithin } from '../rule/when';
import type { Interval } from '../schedule/interval';
import { either, emptySet, equals, firstWhere, holdsForSome, isEmpty, type BitSet } from '../reach/bit-set';
import { asksAboutReading, type PageUniverse } from '../reach/page-universe';
import type { Reading } from '../rule/page-facts';
import { ReaderDiagrams, TooManyClasses } from '../reach/reader-diagrams';
import { withTestFixed, type TestInRule } from './finding';

/** What is to be said of the tests of a rule. */
export interface RuleHealth {
  readonly alwaysTrue: readonly TestInRule[];
  readonly neverMatters: readonly TestInRule[];
  readonly patternsWithoutPage: readonly string[];
  /** The pages named by the where part, whatever the locale and the query. */
  readonly pages: BitSet;
  /** Whether somebody who may read one of those pages and the block is asked for. */
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

type Query = ReadonlyMap<string, string>;
const noQuery: Query = new Map();

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
  const most = Math.max(1, Math.floor(mostReadings / locales.length));
  let queries: readonly Query[] = [noQuery];
  let isPartial = false;
  for (const [name, named] of values) {
    // Counted before they are made: each further name would multiply them.
    const room = Math.floor(most / queries.length) - 1;
    isPartial ||= named.size > room;
    const taken = [...named].slice(0, Math.max(0, room));
    queries = queries.flatMap(query => [query, ...taken.map(value => new Map(query).set(name, value))]);
  }
  const readings = locales
    .slice(0, mostReadings)
    .flatMap(each => queries.map(query => ({ locale: each, query: Object.fromEntries(query) })));
  return { readings, isPartial };
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
      !isAlone(tree, test) &&
      readings.every(reading =>
        equals(universe.whereWith(tree, reading, new Map([[test, true]])), universe.whereWith(tree, reading, new Map([[test, false]]))),
      )
    )
      neverMatters.push({ part: 'where', test });
  }
  return { alwaysTrue, neverMatters, patternsWithoutPage, pages, isPartial };
}

/** Whether a test is all that a tree says, so that it decides by itself. */
function isAlone(tree: RuleTree<WhereTest>, test: WhereTest): boolean {
  if (isTest(tree)) return tree === test;
  const [part, ...others] = [...(tree.all ?? []), ...(tree.any ?? []), ...(tree.none ?? [])];
  return part === test && others.length === 0;
}

type Judged = Pick<RuleHealth, 'alwaysTrue' | 'neverMatters' | 'hasReaders' | 'isPartial'>;

function judgeWho(tree: RuleTree<WhoTest>, surroundings: RuleSurroundings, pages: BitSet): Judged {
  if (asksEverybody(tree, surroundings, pages)) return { alwaysTrue: [], neverMatters: [], hasReaders: true, isPartial: false };
  try {
    return judgeReaders(tree, surroundings, pages);
  } catch (error) {
    if (!(error instanceof TooManyClasses)) throw error;
    return { alwaysTrue: [], neverMatters: [], hasReaders: true, isPartial: true };
  }
}

/** Whether somebody who may read one of some pages and the block is asked for; true where there are too many classes to tell. */
export function asksSomebody(tree: RuleTree<WhoTest>, surroundings: RuleSurroundings, pages: BitSet): boolean {
  return judgeWho(tree, surroundings, pages).hasReaders;
}

/** Whether it is plain without any diagram that somebody is asked for: everybody is, and some page is for everybody. */
function asksEverybody(tree: RuleTree<WhoTest>, { universe, blockReaders }: RuleSurroundings, pages: BitSet): boolean {
  if (!alwaysHolds(tree) || (blockReaders !== null && !alwaysHolds(blockReaders))) return false;
  return holdsForSome(pages, position => alwaysHolds(universe.pages[position]!.readers));
}

function judgeReaders(tree: RuleTree<WhoTest>, { universe, blockReaders }: RuleSurroundings, pages: BitSet): Judged {
  const diagrams = new ReaderDiagrams();
  const isSomebody = (readers: number) => diagrams.simplestReader(readers) !== null;
  const pageReaders = [...universe.readersOf(pages)].reduce((some, each) => diagrams.either(some, diagrams.ofTree(each)), diagrams.nobody);
  const domain = diagrams.both(pageReaders, diagrams.ofTree(blockReaders ?? {}));
  const alwaysTrue: TestInRule[] = [];
  const neverMatters: TestInRule[] = [];
  if (isSomebody(domain)) {
    for (const test of testsOf(tree)) {
      const [whenTrue, whenFalse] = [true, false].map(value => diagrams.ofTree(withTestFixed(tree, test, value)));
      const differing = diagrams.either(diagrams.without(whenTrue!, whenFalse!), diagrams.without(whenFalse!, whenTrue!));
      if (!isSomebody(diagrams.without(domain, diagrams.ofTree(test)))) alwaysTrue.push({ part: 'who', test });
      else if (!isSomebody(diagrams.both(domain, differing))) neverMatters.push({ part: 'who', test });
    }
  }
  return { alwaysTrue, neverMatters, hasReaders: isSomebody(diagrams.both(domain, diagrams.ofTree(tree))), isPartial: false };
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
  const position = firstWhere(set, at => universe.pages[at]!.service === null);
  return position < 0 ? null : universe.pages[position]!.id;
}
