import type { FieldValues } from '../../fields/field';
import type { Field } from '../../fields/index';
import type { BlockType } from '../block-type';

const partFields: readonly Field[] = [
  { name: 'heading', label: 'Line', kind: 'short text', help: 'What is beneath it.', required: true, most: 160, hasOwnWords: true },
  {
    name: 'body',
    label: 'Beneath',
    kind: 'rich text',
    help: 'Read once it is opened; printed in any case.',
    required: true,
    hasOwnWords: true,
  },
];

const fields: readonly Field[] = [
  {
    name: 'parts',
    label: 'Parts',
    kind: 'list',
    item: 'part',
    help: 'Each is a line that opens what lies beneath it.',
    required: true,
    most: 40,
    fields: partFields,
  },
  {
    name: 'shownAs',
    label: 'Shown as',
    kind: 'choice',
    help: 'Tabs stand side by side where there is room, one of them open; on a phone, on paper and in older browsers they are lines.',
    themeOffer: 'tabs',
    choices: [
      { value: 'lines', label: 'Lines' },
      { value: 'tabs', label: 'Tabs' },
    ],
  },
  {
    name: 'firstIsOpen',
    label: 'The first one open',
    kind: 'yes or no',
    help: 'Off begins with all of them closed.',
    askedWhen: { field: 'shownAs', is: ['lines'] },
  },
];

/** Lines that open what lies beneath them, one by one; or tabs, where the theme has them. */
export const disclosure: BlockType = {
  name: 'disclosure',
  label: 'Disclosure',
  purpose: 'To read',
  description: 'Lines that open what lies beneath them, one by one.',
  version: 2,
  fields,
  // Version 1 knew lines alone.
  upgrades: new Map([[1, block => ({ ...block, typeVersion: 2, fields: { shownAs: 'lines', ...(block['fields'] as FieldValues) } })]]),
};
