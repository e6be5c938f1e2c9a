import type { BlockTypeDeclaration } from '../blocks/block-type';
import type { FieldValues } from '../fields/field';
import { initialValues } from '../fields/values';
import type { RuleTree, WhoTest } from '../rule/rule';

/** A reusable piece of content. It stands in the stock, not on a page. */
export interface BlockValue {
  readonly version: 2;
  readonly type: string;
  /** The version of its type in which its fields are written. */
  readonly typeVersion: number;
  /** Lists and search use it even when the page does not show it. */
  readonly title: string;
  /** The values of its type's fields. */
  readonly fields: FieldValues;
  /** Who may read it; null follows the page. */
  readonly readers: RuleTree<WhoTest> | null;
}

/** A block as it starts: what its type begins with, for whoever may read the page. */
export function freshBlock(type: BlockTypeDeclaration, title: string): BlockValue {
  return { version: 2, type: type.name, typeVersion: type.version, title, fields: initialValues(type.fields), readers: null };
}
