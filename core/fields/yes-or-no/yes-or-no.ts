import type { FieldCommon, FieldKind } from '../field';
import { labelSource } from '../label-source';
import { say } from '../../tongue/say';

/** Something that is so or not. */
export interface YesOrNoField extends FieldCommon {
  readonly kind: 'yes or no';
  readonly initial?: boolean;
}

/** See {@link YesOrNoField}. */
export const yesOrNo: FieldKind<YesOrNoField, boolean> = {
  initial: field => field.initial ?? false,
  isEmpty: () => false,
  schema: z => z.boolean(),
  words: () => '',
  template: (field, path) => `{{#if ${path}}}<p>${labelSource(field.label)}</p>\n{{/if}}`,
  describe: value => (value ? say`yes` : say`no`),
};
