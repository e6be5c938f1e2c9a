import type { Reference } from '../references/reference';
import { isTest, type Rule, type RuleTree, type WhereTest } from './rule';

/** The pages that a where part names. @param pointer - of the part itself */
export function referencesInWhere(tree: RuleTree<WhereTest>, pointer: string): readonly Reference[] {
  if (isTest(tree)) return 'page' in tree ? [{ to: tree.page, way: 'test', pointer: `${pointer}/page` }] : [];
  return (['all', 'any', 'none'] as const).flatMap(part =>
    (tree[part] ?? []).flatMap((each, at) => referencesInWhere(each, `${pointer}/${part}/${at}`)),
  );
}

/** The pages and shared rules that a rule names. @param pointer - of the rule itself */
export function referencesInRule(rule: Rule, pointer: string): readonly Reference[] {
  return [
    ...referencesInWhere(rule.where, `${pointer}/where`),
    ...rule.follows.map((to, at): Reference => ({ to, way: 'follows', pointer: `${pointer}/follows/${at}` })),
  ];
}
