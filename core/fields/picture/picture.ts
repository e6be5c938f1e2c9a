import type { FieldCommon, FieldKind } from '../field';
import { storedFile } from '../file/file';

/** A picture of the site, by its path, or none. */
export interface PictureField extends FieldCommon {
  readonly kind: 'picture';
}

/** See {@link PictureField}. */
export const picture: FieldKind<PictureField, string> = {
  ...storedFile('picture', 'Choose one of the pictures.'),
  template: (_field, path) => `{{#if ${path}}}<img src="{{${path}}}" alt="">\n{{/if}}`,
};
