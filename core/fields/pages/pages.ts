import { listOf } from '../../format/moment';
import type { FieldCommon, FieldKind } from '../field';
import { mustSay } from '../text-schemas';

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
      .array(z.uuid({ error: 'An id is a UUID.' }))
      .min(field.required ? 1 : 0, { error: mustSay })
      .max(most, { error: `At most ${most} pages.` })
      .refine(ids => new Set(ids).size === ids.length, { error: 'Each page once.' });
  },
  words: () => '',
  describe: (value, _field, names) => listOf(value.map(names.page)),
  references: (value, _field, pointer) => value.map((to, at) => ({ to, way: 'field' as const, pointer: `${pointer}/${at}` })),
  faults: (value, _field, site) =>
    value.flatMap((id, at) => (site.hasPage(id) ? [] : [{ pointer: `/${at}`, detail: 'That page is gone.' }])),
};
