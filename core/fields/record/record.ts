import type { FieldCommon, FieldKind } from '../field';
import { recordId } from '../record-id';
import { say, told } from '../../tongue/say';

/** A record of one kind, by its id; empty for none. */
export interface RecordField extends FieldCommon {
  readonly kind: 'record';
  /** The kind of record that may be named. */
  readonly of: string;
}

/** See {@link RecordField}. */
export const record: FieldKind<RecordField, string> = {
  ...recordId,
  describe: (value, _field, names) => (value === '' ? '' : names.record(value)),
  faults: (value, field, site) =>
    value === '' || site.hasRecord(value, field.of) ? [] : [{ pointer: '', detail: say`That ${told(field.of)} is gone.` }],
};
