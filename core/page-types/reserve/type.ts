import { commonFields, commonUpgrades } from '../common-fields';
import type { PageType } from '../page-type';

/** A place that is looked after. */
export const reserve: PageType = { name: 'reserve', label: 'Reserve', version: 2, fields: commonFields, upgrades: commonUpgrades };
