import { listOf } from '../../format/moment';
import { mergeSets } from '../../merge/items';
import type { FieldCommon, FieldKind } from '../field';
import { mustSay } from '../text-schemas';
import { say } from '../../tongue/say';

/** Pages of the site, by their ids, in the order in which they were chosen, each once. */
export interface PagesField extends FieldCommon {
  readonly kind: 'pages';
  /** The most that may be chosen. */
  readonly most?: number;
}

/** See {@link PagesField}. */
export const pages: FieldKind<PagesField, readonly string[]> = {
  initial: () => [],
  isEmpty: value => value.length === 0,
  schema: (z, field) => {
    const most = field.most ?? 100;
    return z
      .array(z.uuid({ error: () => say`An id is a UUID.` }))
      .min(field.required ? 1 : 0, { error: mustSay })
      .max(most, { error: () => say`At most ${most} pages.` })
      .refine(ids => new Set(ids).size === ids.length, { error: () => say`Each page once.` });
  },
  words: () => '',
  merge: mergeSets,
  describe: (value, _field, names) => listOf(value.map(names.page)),
  references: (value, _field, pointer) => value.map((to, at) => ({ to, way: 'field' as const, pointer: `${pointer}/${at}` })),
  faults: (value, _field, site) =>
    value.flatMap((id, at) => (site.hasPage(id) ? [] : [{ pointer: `/${at}`, detail: say`That page is gone.` }])),
};
