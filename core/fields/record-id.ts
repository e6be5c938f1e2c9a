import { say } from '../tongue/say';
import type { FieldCommon, FieldKind } from './field';

/** What fields share whose value is the id of a record; empty for none. */
export const recordId = {
  initial: () => '',
  isEmpty: value => value === '',
  schema: (z, field) => {
    const id = z.uuid({ error: () => say`An id is a UUID.` });
    return field.required ? id : z.union([z.literal(''), id]);
  },
  words: () => '',
  references: (value, _field, pointer) => (value === '' ? [] : [{ to: value, way: 'field', pointer }]),
} satisfies FieldKind<FieldCommon, string>;
