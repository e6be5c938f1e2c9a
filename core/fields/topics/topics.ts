import type { FieldCommon, FieldKind } from '../field';
import { mergeSets } from '../../merge/items';
import { mustSay, textSchema } from '../text-schemas';

/** Topics, or names of those who wrote a page, each once in its words. */
export interface TopicsField extends FieldCommon {
  readonly kind: 'topics';
  /** What of pages is picked from; left out, their topics. */
  readonly of?: 'authors';
  /** The most that may be given. */
  readonly most?: number;
}

/** See {@link TopicsField}. */
export const topics: FieldKind<TopicsField, readonly string[]> = {
  initial: () => [],
  isEmpty: value => value.length === 0,
  schema: (z, field) =>
    z
      .array(textSchema(z, 60, true, 'one line'))
      .min(field.required ? 1 : 0, { error: mustSay })
      .max(field.most ?? 30),
  words: value => value.join(' '),
  merge: mergeSets,
  describe: value => value.join(', '),
};
