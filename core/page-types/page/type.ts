import { commonFields, commonUpgrades } from '../common-fields';
import type { PageType } from '../page-type';

/** A page of no particular type. */
export const page: PageType = { name: 'page', label: 'Page', version: 2, fields: commonFields, upgrades: commonUpgrades };
