import type { FieldCommon, FieldKind } from '../field';
import { mustSay } from '../text-schemas';

/** A file of the site, by its path, or none. */
export interface FileField extends FieldCommon {
  readonly kind: 'file';
}

/** A kind of field that names a stored file. @param noun - what the file is called; @param choose - told when it is none of the site's */
export function storedFile(noun: string, choose: string): FieldKind<FieldCommon, string> {
  return {
    initial: () => '',
    isEmpty: value => value === '',
    schema: (z, field) => {
      const path = z
        .string()
        .max(300)
        .refine(text => text === '' || /^\/media\/[\w.-]+$/.test(text), { error: choose });
      return field.required ? path.refine(text => text !== '', { error: mustSay }) : path;
    },
    words: () => '',
    describe: value => value.replace(/^\/media\/|\.\w+$/g, ''),
    faults: (value, _field, site) => (value === '' || site.hasFile(value) ? [] : [{ pointer: '', detail: `There is no such ${noun}.` }]),
  };
}

/** See {@link FileField}. */
export const file: FieldKind<FileField, string> = {
  ...storedFile('file', 'Choose one of the files.'),
  template: (field, path) => `{{#if ${path}}}<p><a href="{{${path}}}">${field.label}</a></p>\n{{/if}}`,
};
