import type { Field } from '../../fields/index';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  {
    name: 'text',
    label: 'What was said',
    kind: 'long text',
    help: 'Without quotation marks: the page sets them.',
    required: true,
    most: 2_000,
    hasOwnWords: true,
  },
  {
    name: 'who',
    label: 'Who said it',
    kind: 'short text',
    help: 'A name, and what they are. Empty shows none.',
    most: 120,
    hasOwnWords: true,
  },
  { name: 'source', label: 'Where', kind: 'short text', help: 'A book, a letter, a talk. Empty shows none.', most: 160, hasOwnWords: true },
  { name: 'linkTo', label: 'Source leads to', kind: 'link', help: 'A path on this site, or a whole address. Empty leads nowhere.' },
];

/** Somebody’s words, with who said them and where. */
export const quote: BlockType = {
  name: 'quote',
  label: 'Quote',
  purpose: 'To read',
  description: 'Somebody’s words, with who said them and where.',
  version: 1,
  fields,
};
