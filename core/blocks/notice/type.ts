import type { Field } from '../../fields/index';
import type { BlockType } from '../block-type';
import { linkFields } from '../link-fields';

const fields: readonly Field[] = [
  {
    name: 'tone',
    label: 'Tone',
    kind: 'choice',
    help: 'Its colour, and how it is announced.',
    choices: [
      { value: 'calm', label: 'Information' },
      { value: 'caution', label: 'Caution' },
      { value: 'danger', label: 'Danger' },
    ],
  },
  { name: 'text', label: 'Message', kind: 'short text', help: 'One or two sentences.', required: true, most: 400, hasOwnWords: true },
  ...linkFields('Where to read more.'),
];

/** A short message that must not be missed. */
export const notice: BlockType = {
  name: 'notice',
  label: 'Notice',
  purpose: 'To read',
  description: 'A short message that must not be missed.',
  version: 1,
  fields,
};
