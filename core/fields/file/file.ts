import type { FieldCommon, FieldKind } from '../field';
import { labelSource } from '../label-source';
import type { FileSort } from '../../file/media-types';
import { recordId } from '../record-id';
import { v5 as uuidv5 } from 'uuid';
import { say, told } from '../../tongue/say';

/** A file of the site, by its id, or none. */
export interface FileField extends FieldCommon {
  readonly kind: 'file';
  /** The sort of file that it must be; left out, any. */
  readonly sort?: FileSort;
}

// What sites named by a path before files were records: the id that follows from the path, the same everywhere.
const pathNamespace = '6f1b7c1e-9a53-5d0e-8a35-3f4c1c0b2f61';

/** The id of a file that an older version named by a path. */
export function fileIdOfPath(path: string): string {
  return uuidv5(path, pathNamespace);
}

/** A kind of field that names a file. @param way - how it names it; @param sortOf - the sort that a field asks for */
export function fileField<Named extends FieldCommon>(
  way: 'field' | 'picture',
  sortOf: (field: Named) => FileSort | undefined,
): FieldKind<Named, string> {
  return {
    ...recordId,
    describe: (value, _field, names) => (value === '' ? '' : names.record(value)),
    references: (value, _field, pointer) => (value === '' ? [] : [{ to: value, way, pointer }]),
    faults: (value, field, site) => {
      if (value === '') return [];
      const [sort, found] = [sortOf(field), site.fileSort(value)];
      if (found === null) return [{ pointer: '', detail: say`That ${told(sort ?? 'file')} is gone.` }];
      return sort === undefined || found === sort
        ? []
        : [{ pointer: '', detail: say`That is a ${told(found)}; a ${told(sort)} is needed.` }];
    },
    open: (value, _field, opener) => (value === '' ? null : opener.file(value)),
    upgrade: value => (typeof value === 'string' && value.startsWith('/media/') ? fileIdOfPath(value) : (value as string)),
  };
}

/** See {@link FileField}. */
export const file: FieldKind<FileField, string> = {
  ...fileField<FileField>('field', ({ sort }) => sort),
  template: (field, path) =>
    `{{#if ${path}}}<p><a href="{{${path}.address}}">${labelSource(field.label)}</a> ({{${path}.kindWords}})</p>\n{{/if}}`,
};
