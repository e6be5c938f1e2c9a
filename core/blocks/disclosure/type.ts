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
  { name: 'firstIsOpen', label: 'The first one open', kind: 'yes or no', help: 'Off begins with all of them closed.' },
];

/** Lines that open what lies beneath them, one by one. */
export const disclosure: BlockType = {
  name: 'disclosure',
  label: 'Disclosure',
  purpose: 'To read',
  description: 'Lines that open what lies beneath them, one by one.',
  version: 1,
  fields,
};
