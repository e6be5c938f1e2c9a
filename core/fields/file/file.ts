import type { FieldCommon, FieldKind } from '../field';
import { recordId } from '../record-id';
import { v5 as uuidv5 } from 'uuid';

/** A file of the site, by its id, or none. */
export interface FileField extends FieldCommon {
  readonly kind: 'file';
}

// What sites named by a path before files were records: the id that follows from the path, the same everywhere.
const pathNamespace = '6f1b7c1e-9a53-5d0e-8a35-3f4c1c0b2f61';

/** The id of a file that an older version named by a path. */
export function fileIdOfPath(path: string): string {
  return uuidv5(path, pathNamespace);
}

/** A kind of field that names a file. @param noun - what the file is called; @param way - how it names it */
export function fileField(noun: string, way: 'field' | 'picture'): FieldKind<FieldCommon, string> {
  return {
    ...recordId,
    describe: (value, _field, names) => (value === '' ? '' : names.record(value)),
    references: (value, _field, pointer) => (value === '' ? [] : [{ to: value, way, pointer }]),
    faults: (value, _field, site) =>
      value === '' || site.hasRecord(value, 'file') ? [] : [{ pointer: '', detail: `That ${noun} is gone.` }],
    open: (value, _field, opener) => (value === '' ? null : opener.file(value)),
    upgrade: value => (typeof value === 'string' && value.startsWith('/media/') ? fileIdOfPath(value) : (value as string)),
  };
}

/** See {@link FileField}. */
export const file: FieldKind<FileField, string> = {
  ...fileField('file', 'field'),
  template: (field, path) => `{{#if ${path}}}<p><a href="{{${path}.address}}">${field.label}</a> ({{${path}.kindWords}})</p>\n{{/if}}`,
};
