import { commonFields, commonUpgrades } from '../common-fields';
import type { PageType } from '../page-type';

/** A kind of animal or plant. */
export const species: PageType = { name: 'species', label: 'Species', version: 2, fields: commonFields, upgrades: commonUpgrades };
