import type { FieldCommon, FieldKind } from '../field';
import { mergeWords } from '../../merge/words';
import { textSchema } from '../text-schemas';

/** Plain text that may run over several lines. */
export interface LongTextField extends FieldCommon {
  readonly kind: 'long text';
  /** The most characters. */
  readonly most?: number;
  readonly initial?: string;
}

/** See {@link LongTextField}. */
export const longText: FieldKind<LongTextField, string> = {
  initial: field => field.initial ?? '',
  isEmpty: value => value.trim() === '',
  schema: (z, field) => textSchema(z, field.most ?? 2_000, field.required ?? false, 'several lines'),
  words: value => value,
  template: (_field, path) => `{{#if ${path}}}<p>{{${path}}}</p>\n{{/if}}`,
  isProse: true,
  merge: (three, _field, place, decider) => mergeWords(three, place, decider),
};
