import type { FieldCommon, FieldKind } from '../field';

/** A page of the site, by its id; empty for none. */
export interface PageField extends FieldCommon {
  readonly kind: 'page';
}

/** See {@link PageField}. */
export const page: FieldKind<PageField, string> = {
  initial: () => '',
  isEmpty: value => value === '',
  schema: (z, field) => {
    const id = z.uuid({ error: 'An id is a UUID.' });
    return field.required ? id : z.union([z.literal(''), id]);
  },
  words: () => '',
  describe: (value, _field, names) => (value === '' ? '' : names.page(value)),
  references: (value, _field, pointer) => (value === '' ? [] : [{ to: value, way: 'field', pointer }]),
  faults: (value, _field, site) => (value === '' || site.hasPage(value) ? [] : [{ pointer: '', detail: 'That page is gone.' }]),
};
