import { commonFields, commonUpgrades } from '../common-fields';
import type { PageType } from '../page-type';

/** Something that takes place at a time. */
export const event: PageType = { name: 'event', label: 'Event', version: 2, fields: commonFields, upgrades: commonUpgrades };
