import type { Reference } from '../references/reference';
import { isTest, type Rule, type RuleGroup, type RuleTree, type WhenTest, type WhereTest } from './rule';

/** The pages that a where part names. @param pointer - of the part itself */
export function referencesInWhere(tree: RuleTree<WhereTest>, pointer: string): readonly Reference[] {
  if (isTest(tree)) return 'page' in tree ? [{ to: tree.page, way: 'test', pointer: `${pointer}/page` }] : [];
  return inParts(tree, pointer, referencesInWhere);
}

/** The seasons that a when part asks for. @param pointer - of the part itself */
export function referencesInWhen(tree: RuleTree<WhenTest>, pointer: string): readonly Reference[] {
  if (isTest(tree)) return tree.test === 'season' ? [{ to: tree.season, way: 'season', pointer: `${pointer}/season` }] : [];
  return inParts(tree, pointer, referencesInWhen);
}

function inParts<Test>(
  tree: RuleGroup<Test>,
  pointer: string,
  referencesIn: (part: RuleTree<Test>, pointer: string) => readonly Reference[],
): readonly Reference[] {
  return (['all', 'any', 'none'] as const).flatMap(part =>
    (tree[part] ?? []).flatMap((each, at) => referencesIn(each, `${pointer}/${part}/${at}`)),
  );
}

/** The pages, seasons and shared rules that a rule names. @param pointer - of the rule itself */
export function referencesInRule(rule: Rule, pointer: string): readonly Reference[] {
  return [
    ...referencesInWhere(rule.where, `${pointer}/where`),
    ...referencesInWhen(rule.when, `${pointer}/when`),
    ...rule.follows.map((to, at): Reference => ({ to, way: 'follows', pointer: `${pointer}/follows/${at}` })),
  ];
}
