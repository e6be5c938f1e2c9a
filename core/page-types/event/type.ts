import type { Field } from '../../fields/index';
import { commonFields, commonUpgrades } from '../common-fields';
import type { PageType } from '../page-type';

const fields: readonly Field[] = [
  ...commonFields,
  {
    name: 'takesPlaceUntil',
    label: 'Until',
    noun: 'end',
    kind: 'moment',
    help: 'When it ends, the first time where it comes again: it lasts as long each time. Empty names no end.',
    after: 'takesPlace',
    isAbout: true,
  },
  {
    name: 'repeats',
    label: 'Comes again',
    kind: 'repetition',
    help: 'From when it takes place on. Never: it takes place once.',
    isAbout: true,
  },
];

/** Something that takes place at a time, once or again and again. */
export const event: PageType = { name: 'event', label: 'Event', version: 2, fields, upgrades: commonUpgrades };
