import { mergeSets } from '../../merge/items';
import { told } from '../../tongue/say';
import type { ChoiceField } from '../choice/choice';
import type { FieldCommon, FieldKind } from '../field';

/** Any of several values, each once. */
export interface ChoicesField extends FieldCommon, Pick<ChoiceField, 'choices' | 'choicesFrom'> {
  readonly kind: 'choices';
}

/** See {@link ChoicesField}. */
export const choices: FieldKind<ChoicesField, readonly string[]> = {
  initial: () => [],
  isEmpty: value => value.length === 0,
  schema: (z, field) => z.array(z.enum(field.choices.map(each => each.value) as [string, ...string[]])).max(field.choices.length),
  words: () => '',
  merge: mergeSets,
  describe: (value, field) => value.map(each => told(field.choices.find(one => one.value === each)?.label ?? each)).join(', '),
};
