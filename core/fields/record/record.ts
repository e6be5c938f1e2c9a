import type { FieldCommon, FieldKind } from '../field';

/** A record of one kind, by its id; empty for none. */
export interface RecordField extends FieldCommon {
  readonly kind: 'record';
  /** The kind of record that may be named. */
  readonly of: string;
}

/** See {@link RecordField}. */
export const record: FieldKind<RecordField, string> = {
  initial: () => '',
  isEmpty: value => value === '',
  schema: (z, field) => {
    const id = z.uuid({ error: 'An id is a UUID.' });
    return field.required ? id : z.union([z.literal(''), id]);
  },
  words: () => '',
  describe: (value, _field, names) => (value === '' ? '' : names.record(value)),
  references: (value, _field, pointer) => (value === '' ? [] : [{ to: value, way: 'field', pointer }]),
  faults: (value, field, site) =>
    value === '' || site.hasRecord(value, field.of) ? [] : [{ pointer: '', detail: `That ${field.of} is gone.` }],
};
