import { rrulestr } from '../schedule/rrule';
import { countOf, listOf, writeDate, writeEnd, writeMoment, type MomentStyle } from '../format/moment';
import { instantOf } from '../schedule/local-time';
import { askableFields } from '../page/page';
import { isNobody, isNowhere, isTest, type Rule, type RuleTree, type WhenTest, type WhereTest, type WhoTest } from './rule';

/** What the words of a rule are called on this site. */
export interface RuleNames {
  readonly page: (id: string) => string;
  readonly layout: (name: string) => string;
  readonly membership: (name: string) => string;
  readonly role: (name: string) => string;
  readonly sharedRule: (id: string) => string;
  readonly locale: (tag: string) => string;
}

/** A stretch of a sentence; those with `edits` are controls for that part of the rule. */
export interface SentencePart {
  readonly text: string;
  readonly edits: 'where' | 'who' | 'when' | 'follows' | null;
}

/**
 * Writes a rule as a plain English sentence.
 * @param currentPage - the page one stands on, so that it can be called "this page"
 */
export function ruleSentence(rule: Rule, names: RuleNames, style: MomentStyle, currentPage: string | null): readonly SentencePart[] {
  const { shows, except } = wherePhrases(rule.where, names, currentPage);
  return [
    { text: 'Shows on ', edits: null },
    { text: shows, edits: 'where' },
    ...(except === null
      ? []
      : [
          { text: ', but not on ', edits: null },
          { text: except, edits: 'where' as const },
        ]),
    { text: ', to ', edits: null },
    { text: whoPhrase(rule.who, names), edits: 'who' },
    { text: ', ', edits: null },
    { text: whenPhrase(rule.when, style), edits: 'when' },
    ...(rule.follows.length === 0
      ? []
      : [
          { text: ', as far as ', edits: null },
          { text: listOf(rule.follows.map(id => `“${names.sharedRule(id)}”`)), edits: 'follows' as const },
          { text: rule.follows.length === 1 ? ' lets it' : ' let it', edits: null },
        ]),
    { text: '.', edits: null },
  ];
}

/** The where part in a few words: "this page only", "every page", "Visit and all beneath, but not on Skarn Head". */
export function whereSummary(tree: RuleTree<WhereTest>, names: RuleNames, currentPage: string | null): string {
  const { shows, except } = wherePhrases(tree, names, currentPage);
  return except === null ? shows : `${shows}, but not on ${except}`;
}

/** What one test about the page asks, in words. */
export function phraseWhereTest(test: WhereTest, names: RuleNames, currentPage: string | null = null): string {
  switch (test.test) {
    case 'page':
      return test.page === currentPage ? 'this page' : names.page(test.page);
    case 'within':
      return `${test.page === currentPage ? 'this page' : names.page(test.page)} and all beneath`;
    case 'type':
      return `every ${test.type} page`;
    case 'topic':
      return `pages about ${test.topic}`;
    case 'layout':
      return `pages laid out as ${names.layout(test.layout)}`;
    case 'front page':
      return 'the front page';
    case 'service page':
      return test.service === undefined ? 'every service page' : `the ${test.service} page`;
    case 'path':
      return `pages at ${test.pattern}`;
    case 'menu item':
      return `pages under the menu item ${names.page(test.page)}`;
    case 'field':
      return `pages whose ${askableFields[test.field]} ${test.compare === 'is empty' ? 'is empty' : `${test.compare} “${test.value}”`}`;
    case 'locale':
      return `pages in ${names.locale(test.locale)}`;
    case 'query':
      return `addresses with ${test.name}${test.value === null ? '' : `=${test.value}`}`;
  }
}

/** What one test about the reader asks, in words. */
export function phraseWhoTest(test: WhoTest, names: RuleNames): string {
  switch (test.test) {
    case 'signed in':
      return 'signed-in readers';
    case 'role':
      return `people with the role ${names.role(test.role)}`;
    case 'membership':
      return names.membership(test.membership);
  }
}

/** The who part in words: "anyone", "readers who are not signed in". */
export function whoPhrase(tree: RuleTree<WhoTest>, names: RuleNames): string {
  if (isTest(tree)) return phraseWhoTest(tree, names);
  if (isNobody(tree)) return 'nobody until somebody is chosen';
  const [all, any, none] = [tree.all ?? [], tree.any ?? [], tree.none ?? []];
  const onlyNone = none.length === 1 && all.length + any.length === 0 ? none[0]! : null;
  if (onlyNone && isTest(onlyNone))
    return onlyNone.test === 'signed in' ? 'signed-out readers' : `anyone but ${phraseWhoTest(onlyNone, names)}`;
  return treePhrase(tree, test => phraseWhoTest(test, names), 'anyone').replace(/^everything but /, 'anyone but ');
}

/** The when part in words: "from 1 March until further notice". */
export function whenPhrase(tree: RuleTree<WhenTest>, style: MomentStyle): string {
  return treePhrase(tree, test => phraseWhenTest(test, style), 'until further notice');
}

/** What one test about the moment asks, in words. */
export function phraseWhenTest(test: WhenTest, style: MomentStyle): string {
  if (test.test === 'window') {
    const from = test.from ? `from ${writeMoment(instantOf(test.from), style)} ` : '';
    return `${from}until ${test.until ? writeEnd(instantOf(test.until), style) : 'further notice'}`;
  }
  if (test.test === 'time of day') return `daily from ${test.from} to ${test.until}`;
  const local = { ...style, zone: 'utc' };
  const wall = (time: string) => instantOf({ local: time, zone: 'utc' });
  const isWholeDays = test.start.endsWith('T00:00') && test.end.endsWith('T00:00');
  if (test.rule === 'FREQ=YEARLY' && isWholeDays) {
    const day = (instant: number) => writeDate(instant, { ...local, now: instant });
    return `every year from ${day(wall(test.start))} to ${day(wall(test.end) - 86_400_000)}`;
  }
  const rule = rrulestr(`RRULE:${test.rule}`).toText();
  return `${rule}, from ${test.start.slice(11)} to ${test.end.slice(11)}, since ${writeDate(wall(test.start), local)}`;
}

function wherePhrases(tree: RuleTree<WhereTest>, names: RuleNames, currentPage: string | null): { shows: string; except: string | null } {
  const phrase = (test: WhereTest) => phraseWhereTest(test, names, currentPage);
  if (isTest(tree)) return { shows: phrase(tree), except: null };
  if (isNowhere(tree)) return { shows: 'no page yet', except: null };
  const none = tree.none ?? [];
  const rest: RuleTree<WhereTest> = { all: tree.all ?? [], any: tree.any ?? [] };
  const only = rest.any!.length === 1 && rest.all!.length === 0 ? rest.any![0]! : null;
  const shows = only && isTest(only) && only.test === 'page' && only.page === currentPage ? 'this page only' : shorten(rest, phrase);
  return {
    shows,
    except:
      none.length === 0
        ? null
        : listOf(
            none.map(part => groupPhrase(part, phrase, 'every page')),
            'or',
          ),
  };
}

// A pick of many pages is counted rather than recited; its control lists them.
function shorten(
  tree: { readonly all?: readonly RuleTree<WhereTest>[]; readonly any?: readonly RuleTree<WhereTest>[] },
  phrase: (test: WhereTest) => string,
): string {
  const any = tree.any ?? [];
  const isLongPick = any.length > 4 && (tree.all ?? []).length === 0 && any.every(part => isTest(part) && part.test === 'page');
  return isLongPick ? countOf(any.length, 'picked page') : treePhrase(tree, phrase, 'every page');
}

function treePhrase<Test extends { readonly test: string }>(tree: RuleTree<Test>, phrase: (test: Test) => string, nothing: string): string {
  if (isTest(tree)) return phrase(tree);
  const [all, any, none] = [tree.all ?? [], tree.any ?? [], tree.none ?? []];
  const positive: string[] = [
    ...(any.length > 0
      ? [
          listOf(
            any.map(part => groupPhrase(part, phrase, nothing)),
            any.length > 1 && all.length > 0 ? 'or' : 'and',
          ),
        ]
      : []),
    ...all.map(part => groupPhrase(part, phrase, nothing)),
  ];
  const base = positive.length > 0 ? positive.join(' that are also ') : none.length > 0 ? 'everything' : nothing;
  return none.length === 0
    ? base
    : `${base} but ${listOf(
        none.map(part => groupPhrase(part, phrase, nothing)),
        'or',
      )}`;
}

function groupPhrase<Test extends { readonly test: string }>(
  tree: RuleTree<Test>,
  phrase: (test: Test) => string,
  nothing: string,
): string {
  return isTest(tree) ? phrase(tree) : `(${treePhrase(tree, phrase, nothing)})`;
}
