import { recordIdSource } from '../collection/record-id';
import type { PlacementValue } from '../placement/placement';
import { isTest, type RuleTree, type WhereTest } from '../rule/rule';
import type { PageValue } from './page';

/** New ids by the old ones they stand for. */
export type NewIds = ReadonlyMap<string, string>;

const anyId = new RegExp(recordIdSource, 'g');

/** A stored value with every record that was copied named by its copy. */
export function namingCopies<Value>(value: Value, ids: NewIds): Value {
  return JSON.parse(JSON.stringify(value).replace(anyId, id => ids.get(id) ?? id)) as Value;
}

/** A page as a copy of another: its links to other pages that are copied lead to their copies. */
export function copyOfPage(page: PageValue, ids: NewIds, differs: Partial<PageValue> = {}): PageValue {
  return { ...namingCopies(page, ids), ...differs };
}

/**
 * A placement for the copies of pages, where its rule names those pages; null where it names none of them, so that it
 * shows on the copies already or is not meant for them.
 */
export function copyForPages(placement: PlacementValue, ids: NewIds): PlacementValue | null {
  const where = onlyCopied(placement.rule.where, ids);
  if (where === null) return null;
  return { ...placement, anchor: '', rule: { ...placement.rule, where: namingCopies(where, ids) } };
}

// Of alternatives those that name copied pages; what else must hold, or must not, goes on to.
function onlyCopied(tree: RuleTree<WhereTest>, ids: NewIds): RuleTree<WhereTest> | null {
  if (isTest(tree)) return 'page' in tree && ids.has(tree.page) ? tree : null;
  const any = (tree.any ?? []).flatMap(each => onlyCopied(each, ids) ?? []);
  const isNamed = any.length > 0 || (tree.all ?? []).some(each => onlyCopied(each, ids) !== null);
  if (!isNamed || ((tree.any ?? []).length > 0 && any.length === 0)) return null;
  return { ...tree, ...(any.length > 0 ? { any } : {}) };
}
