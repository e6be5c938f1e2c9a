import type { FieldCommon, FieldKind } from '../field';
import { recordId } from '../record-id';
import { say } from '../../tongue/say';

/** A page of the site, by its id; empty for none. */
export interface PageField extends FieldCommon {
  readonly kind: 'page';
}

/** See {@link PageField}. */
export const page: FieldKind<PageField, string> = {
  ...recordId,
  describe: (value, _field, names) => (value === '' ? '' : names.page(value)),
  faults: (value, _field, site) => (value === '' || site.hasPage(value) ? [] : [{ pointer: '', detail: say`That page is gone.` }]),
};
