import type { RuleTree, WhoTest } from '../rule/rule';

/** A field of a block type, with the help that stands beside it. */
export interface FieldDefinition {
  readonly name: string;
  readonly label: string;
  readonly kind: 'text' | 'rich text' | 'number' | 'choice' | 'picture' | 'link' | 'page' | 'toggle';
  /** What it does, and what empty means. */
  readonly help: string;
  readonly required?: boolean;
  /** For a choice: the values and their labels. */
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  /** For a number: smallest and largest. */
  readonly range?: readonly [number, number];
  /** For a text: the most characters. */
  readonly longest?: number;
  readonly initial: string | number | boolean;
}

/** A kind of block: what it is for and what it consists of. */
export interface BlockType {
  readonly name: string;
  readonly label: string;
  readonly purpose: 'To read' | 'To find more';
  readonly description: string;
  readonly fields: readonly FieldDefinition[];
}

/** The values of a block's fields, by field name. */
export type BlockFields = Readonly<Record<string, string | number | boolean>>;

/** A reusable piece of content. It stands in the stock, not on a page. */
export interface BlockValue {
  readonly version: 1;
  readonly type: string;
  /** Lists and search use it even when the page does not show it. */
  readonly title: string;
  readonly fields: BlockFields;
  /** Who may read it; null follows the page. */
  readonly readers: RuleTree<WhoTest> | null;
}

/** The values a new block of the type starts with. */
export function initialFields(type: BlockType): BlockFields {
  return Object.fromEntries(type.fields.map(field => [field.name, field.initial]));
}
