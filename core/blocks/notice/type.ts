import type { Field } from '../../fields/index';
import type { FieldValues } from '../../fields/field';
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
  {
    name: 'canBePutAway',
    label: 'Readers may put it away',
    kind: 'yes or no',
    help: 'Their browser remembers it, and nothing else does. With other words it shows again.',
    askedWhen: { field: 'tone', is: ['calm', 'caution'] },
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
  version: 2,
  fields,
  upgrades: new Map([
    // Readers could put no notice of version 1 away.
    [1, block => ({ ...block, typeVersion: 2, fields: { ...(block['fields'] as FieldValues), canBePutAway: false } })],
  ]),
  // Its tone is its ground.
  takesNoLook: true,
};
