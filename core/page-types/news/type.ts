import { commonFields, commonUpgrades } from '../common-fields';
import type { PageType } from '../page-type';

/** Something that has come to pass. */
export const news: PageType = { name: 'news', label: 'News', version: 2, fields: commonFields, upgrades: commonUpgrades };
