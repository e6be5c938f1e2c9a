import type { FieldCommon, FieldKind } from '../field';
import { mergeWords } from '../../merge/words';
import { textSchema } from '../text-schemas';

/** One line of plain text. */
export interface ShortTextField extends FieldCommon {
  readonly kind: 'short text';
  /** The most characters. */
  readonly most?: number;
  readonly initial?: string;
}

/** See {@link ShortTextField}. */
export const shortText: FieldKind<ShortTextField, string> = {
  initial: field => field.initial ?? '',
  isEmpty: value => value.trim() === '',
  schema: (z, field) => textSchema(z, field.most ?? 200, field.required ?? false, 'one line'),
  words: value => value,
  template: (_field, path) => `{{#if ${path}}}<p>{{${path}}}</p>\n{{/if}}`,
  isProse: true,
  merge: (three, _field, place, decider) => mergeWords(three, place, decider),
};
