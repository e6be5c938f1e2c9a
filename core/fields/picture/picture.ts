import type { FieldCommon, FieldKind } from '../field';
import { fileField } from '../file/file';

/** A picture of the site, by its id, or none. */
export interface PictureField extends FieldCommon {
  readonly kind: 'picture';
}

/** See {@link PictureField}. */
export const picture: FieldKind<PictureField, string> = {
  ...fileField<PictureField>('picture', () => 'picture'),
  isPicture: true,
  template: (_field, path) => `{{#if ${path}}}{{picture ${path}}}\n{{/if}}`,
};
