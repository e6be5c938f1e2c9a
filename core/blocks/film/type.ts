import type { Field } from '../../fields/index';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  { name: 'film', label: 'Film', kind: 'file', sort: 'film', help: 'An MP4 or WebM of the library.', required: true },
  { name: 'still', label: 'Still', kind: 'picture', help: 'Shown until it is played. Empty shows its first moment.' },
  {
    name: 'captions',
    label: 'Captions',
    kind: 'file',
    sort: 'text',
    help: 'What is said in it, as a WebVTT file, for those who cannot hear it. Empty where nothing is said.',
  },
  { name: 'caption', label: 'Words beneath', kind: 'short text', help: 'Empty shows none.', most: 300, hasOwnWords: true },
];

/** A film file of the library. Nothing of it is loaded until somebody plays it. */
export const film: BlockType = {
  name: 'film',
  label: 'Film',
  purpose: 'To read',
  description: 'A film of the library, with a still and captions.',
  version: 1,
  fields,
};
