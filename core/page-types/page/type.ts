import { commonFields } from '../common-fields';
import type { PageType } from '../page-type';

/** A page of no particular type. */
export const page: PageType = { name: 'page', label: 'Page', version: 1, fields: commonFields };
