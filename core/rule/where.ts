import { URLPattern } from 'urlpattern-polyfill/urlpattern';
import { fieldAsText, type PageValue } from '../page/page';
import { compileTree } from './evaluate';
import { isTest, testsOf, type RuleTree, type WhereTest, type WhoTest } from './rule';

/** What a rule may know of a page. */
export interface PageFacts {
  /** Record id, or the name of a service page. */
  readonly id: string;
  readonly path: string;
  readonly type: string;
  readonly topics: readonly string[];
  readonly layout: string;
  /** The page itself first, then its parent, up to the top. */
  readonly lineage: readonly string[];
  readonly isFrontPage: boolean;
  /** Set on pages that nobody wrote: "not found", "sign-in". */
  readonly service: string | null;
  /** The pages by way of which menus lead here, the nearest first. */
  readonly menuItems: readonly string[];
  /** Who may read it, what it follows from the pages above taken in; an empty group lets anyone. */
  readonly readers: RuleTree<WhoTest>;
  /** What was written; null on service pages. */
  readonly written: PageValue | null;
  /** BCP 47 tag of the locale in which it is read. */
  readonly locale: string;
  /** Parameters of the address's query. */
  readonly query: Readonly<Record<string, string>>;
}

/** The longest path that is held against a pattern: far longer than any page's, and short enough to be matched at once. */
export const longestPath = 500;

/**
 * A matcher for a path pattern. A path longer than {@link longestPath} matches none.
 * @throws TypeError when it is not a pattern
 * @see WHATWG URL Pattern, pathname component
 */
export function compilePathPattern(pattern: string): (path: string) => boolean {
  const compiled = new URLPattern({ pathname: pattern });
  return path => path.length <= longestPath && compiled.test({ pathname: path });
}

/** Turns one test about the page into a function of its facts. */
export function compileWhereTest(test: WhereTest): (facts: PageFacts) => boolean {
  switch (test.test) {
    case 'page':
      return facts => facts.id === test.page;
    case 'within':
      return facts => facts.lineage.includes(test.page);
    case 'type':
      return facts => facts.service === null && facts.type === test.type;
    case 'topic':
      return facts => facts.topics.includes(test.topic);
    case 'layout':
      return facts => facts.layout === test.layout;
    case 'front page':
      return facts => facts.isFrontPage;
    case 'service page':
      return facts => facts.service !== null && (test.service === undefined || facts.service === test.service);
    case 'path': {
      const matches = compilePathPattern(test.pattern);
      return facts => matches(facts.path);
    }
    case 'menu item':
      return facts => facts.menuItems.includes(test.page);
    case 'field':
      return facts => facts.written !== null && fieldHolds(test, fieldAsText(facts.written, test.field));
    case 'locale':
      return facts => facts.locale === test.locale;
    case 'query':
      return facts => queryHolds(test, facts.query);
  }
}

function fieldHolds({ compare, value }: Extract<WhereTest, { test: 'field' }>, text: string): boolean {
  if (compare === 'is empty') return text === '';
  return compare === 'is' ? text === value : text.toLowerCase().includes(value.toLowerCase());
}

/** A test of a query parameter. */
export type QueryTest = Extract<WhereTest, { test: 'query' }>;

/** Whether a query has a parameter, and of the wanted value where one is. Names come from anybody: only own ones count. */
export function queryHolds({ name, value }: QueryTest, query: Readonly<Record<string, string>>): boolean {
  return Object.hasOwn(query, name) && (value === null || query[name] === value);
}

/** The tests of query parameters that a tree makes. */
export function queryTestsIn(tree: RuleTree<WhereTest>): readonly QueryTest[] {
  return testsOf(tree).filter(test => test.test === 'query');
}

/** Compiles the where part of a rule. */
export function compileWhere(tree: RuleTree<WhereTest>): (facts: PageFacts) => boolean {
  return compileTree(tree, compileWhereTest);
}

/**
 * Keys of which a page must have at least one for the tree to hold on it, or null when the tree does not narrow.
 * An index over these keys keeps the resolution of one page far from linear in the number of placements.
 */
export function narrowingKeys(tree: RuleTree<WhereTest>): readonly string[] | null {
  if (isTest(tree)) return keysOfTest(tree);
  const choices: (readonly string[])[] = [];
  for (const part of tree.all ?? []) {
    const keys = narrowingKeys(part);
    if (keys) choices.push(keys);
  }
  const alternatives = (tree.any ?? []).map(part => narrowingKeys(part));
  if (alternatives.length > 0 && alternatives.every(keys => keys !== null)) choices.push(alternatives.flatMap(keys => keys ?? []));
  return choices.length === 0 ? null : choices.reduce((best, next) => (next.length < best.length ? next : best));
}

/** The keys that a page has; see {@link narrowingKeys}. */
export function keysOfPage(facts: PageFacts): readonly string[] {
  return [
    `page ${facts.id}`,
    ...facts.lineage.map(page => `within ${page}`),
    ...(facts.service === null ? [`type ${facts.type}`] : ['service']),
    ...facts.topics.map(topic => `topic ${topic}`),
    `layout ${facts.layout}`,
    ...facts.menuItems.map(page => `menu item ${page}`),
    ...(facts.isFrontPage ? ['front page'] : []),
  ];
}

function keysOfTest(test: WhereTest): readonly string[] | null {
  switch (test.test) {
    case 'page':
      return [`page ${test.page}`];
    case 'within':
      return [`within ${test.page}`];
    case 'type':
      return [`type ${test.type}`];
    case 'topic':
      return [`topic ${test.topic}`];
    case 'layout':
      return [`layout ${test.layout}`];
    case 'front page':
      return ['front page'];
    case 'service page':
      return ['service'];
    case 'menu item':
      return [`menu item ${test.page}`];
    case 'path':
    case 'field':
    case 'locale':
    case 'query':
      return null;
  }
}
