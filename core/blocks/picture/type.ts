import type { Field } from '../../fields/index';
import type { BlockType } from '../block-type';
import { linkFields } from '../link-fields';

const fields: readonly Field[] = [
  { name: 'picture', label: 'Picture', kind: 'picture', help: 'One of the library.', required: true },
  {
    name: 'shape',
    label: 'Shape',
    kind: 'choice',
    help: 'A crop keeps the picture’s focal point.',
    choices: [
      { value: 'whole', label: 'As it is' },
      { value: 'card', label: 'Cut like the pictures of cards' },
    ],
  },
  { name: 'caption', label: 'Caption', kind: 'short text', help: 'Empty takes the picture’s own.', most: 300, hasOwnWords: true },
  ...linkFields('Beneath the picture.'),
];

/** One picture of the library. */
export const picture: BlockType = {
  name: 'picture',
  label: 'Picture',
  purpose: 'To read',
  description: 'One picture of the library, with its caption and credit.',
  version: 1,
  fields,
};
