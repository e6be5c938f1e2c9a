import { countOf, listOf, type MomentStyle, quoted } from '../format/moment';
import { say } from '../tongue/say';
import type { RuleNames } from './names';
import { isNobody, isNowhere, isTest, type Rule, type RuleTree, type WhenTest, type WhereTest, type WhoTest } from './rule';
import { whenTests } from './tests/when-tests';
import { whereTests } from './tests/where-tests';
import { whoTests } from './tests/who-tests';

export type { RuleNames } from './names';

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
    { text: say`Shows on `, edits: null },
    { text: shows, edits: 'where' },
    ...(except === null
      ? []
      : [
          { text: say`, but not on `, edits: null },
          { text: except, edits: 'where' as const },
        ]),
    { text: say`, to `, edits: null },
    { text: whoPhrase(rule.who, names), edits: 'who' },
    { text: ', ', edits: null },
    { text: whenPhrase(rule.when, style, names), edits: 'when' },
    ...(rule.follows.length === 0
      ? []
      : [
          { text: say`, as far as `, edits: null },
          { text: listOf(rule.follows.map(id => quoted(names.sharedRule(id)))), edits: 'follows' as const },
          { text: rule.follows.length === 1 ? say` lets it` : say` let it`, edits: null },
        ]),
    { text: '.', edits: null },
  ];
}

/** The where part in a few words: "this page only", "every page", "Visit and all beneath, but not on Skarn Head". */
export function whereSummary(tree: RuleTree<WhereTest>, names: RuleNames, currentPage: string | null): string {
  const { shows, except } = wherePhrases(tree, names, currentPage);
  return except === null ? shows : say`${shows}, but not on ${except}`;
}

/** What one test about the page asks, in words. */
export function phraseWhereTest(test: WhereTest, names: RuleNames, currentPage: string | null = null): string {
  return whereTests.of(test).phrase(test, names, currentPage);
}

/** What one test about the reader asks, in words. */
export function phraseWhoTest(test: WhoTest, names: RuleNames): string {
  return whoTests.of(test).phrase(test, names);
}

/** The who part in words: "anyone", "readers who are not signed in". */
export function whoPhrase(tree: RuleTree<WhoTest>, names: RuleNames): string {
  if (isTest(tree)) return phraseWhoTest(tree, names);
  if (isNobody(tree)) return say`nobody until somebody is chosen`;
  const [all, any, none] = [tree.all ?? [], tree.any ?? [], tree.none ?? []];
  const onlyNone = none.length === 1 && all.length + any.length === 0 ? none[0]! : null;
  if (onlyNone && isTest(onlyNone))
    return onlyNone.test === 'signed in' ? say`signed-out readers` : say`anyone but ${phraseWhoTest(onlyNone, names)}`;
  return treePhrase(tree, test => phraseWhoTest(test, names), say`anyone`, say`anyone`);
}

/** The when part in words: "from 1 March until further notice". */
export function whenPhrase(tree: RuleTree<WhenTest>, style: MomentStyle, names: Pick<RuleNames, 'sharedRule'>): string {
  return treePhrase(tree, test => phraseWhenTest(test, style, names), say`until further notice`);
}

/** What one test about the moment asks, in words. */
export function phraseWhenTest(test: WhenTest, style: MomentStyle, names: Pick<RuleNames, 'sharedRule'>): string {
  return whenTests.of(test).phrase(test, style, names);
}

function wherePhrases(tree: RuleTree<WhereTest>, names: RuleNames, currentPage: string | null): { shows: string; except: string | null } {
  const phrase = (test: WhereTest) => phraseWhereTest(test, names, currentPage);
  if (isTest(tree)) return { shows: phrase(tree), except: null };
  if (isNowhere(tree)) return { shows: say`no page yet`, except: null };
  const none = tree.none ?? [];
  const rest: RuleTree<WhereTest> = { all: tree.all ?? [], any: tree.any ?? [] };
  const only = rest.any!.length === 1 && rest.all!.length === 0 ? rest.any![0]! : null;
  const shows = only && isTest(only) && only.test === 'page' && only.page === currentPage ? say`this page only` : shorten(rest, phrase);
  return {
    shows,
    except:
      none.length === 0
        ? null
        : listOf(
            none.map(part => groupPhrase(part, phrase, say`every page`)),
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
  return isLongPick ? countOf(any.length, 'picked page') : treePhrase(tree, phrase, say`every page`);
}

/** @param everything - what an exception alone is made from */
function treePhrase<Test extends { readonly test: string }>(
  tree: RuleTree<Test>,
  phrase: (test: Test) => string,
  nothing: string,
  everything = say`everything`,
): string {
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
  const base = positive.length > 0 ? positive.join(say` that are also `) : none.length > 0 ? everything : nothing;
  return none.length === 0
    ? base
    : say`${base} but ${listOf(
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
