import type { Field } from '../../fields/index';
import type { BlockType } from '../block-type';

const columnFields: readonly Field[] = [
  {
    name: 'share',
    label: 'Width',
    kind: 'choice',
    help: 'Beside the others.',
    choices: [
      { value: '1', label: 'One share' },
      { value: '2', label: 'Two shares' },
      { value: '3', label: 'Three shares' },
    ],
  },
  {
    name: 'text',
    label: 'Text',
    kind: 'rich text',
    help: 'Words, pictures and other blocks, put in as insets.',
    required: true,
    hasOwnWords: true,
  },
];

const fields: readonly Field[] = [
  {
    name: 'columns',
    label: 'Columns',
    kind: 'list',
    item: 'column',
    help: 'Side by side where there is room, one beneath the other where there is not.',
    least: 2,
    most: 4,
    fields: columnFields,
  },
];

/** Texts and other blocks side by side. */
export const columns: BlockType = {
  name: 'columns',
  label: 'Columns',
  purpose: 'To read',
  description: 'Texts and other blocks side by side.',
  version: 1,
  fields,
};
