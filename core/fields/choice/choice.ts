import type { FieldCommon, FieldKind } from '../field';
import { told } from '../../tongue/say';

/** One of several values. */
export interface ChoiceField extends FieldCommon {
  readonly kind: 'choice';
  readonly choices: readonly { readonly value: string; readonly label: string }[];
  /** More choices come from what a site has: its own types of page, or the fields of these. */
  readonly choicesFrom?: 'page types' | 'page fields';
  /** Left out, the first. */
  readonly initial?: string;
}

/** See {@link ChoiceField}. */
export const choice: FieldKind<ChoiceField, string> = {
  initial: field => field.initial ?? field.choices[0]!.value,
  isEmpty: () => false,
  schema: (z, field) => z.enum(field.choices.map(each => each.value) as [string, ...string[]]),
  words: () => '',
  describe: (value, field) => told(field.choices.find(each => each.value === value)?.label ?? value),
};
