import type { Field } from '../../fields/index';
import type { BlockType } from '../block-type';

const linkFields: readonly Field[] = [
  { name: 'label', label: 'Words', kind: 'short text', help: 'What is there.', required: true, most: 120, hasOwnWords: true },
  { name: 'linkTo', label: 'Leads to', kind: 'link', help: 'A path on this site, or a whole address.', required: true },
  { name: 'note', label: 'Note', kind: 'short text', help: 'Beneath it. Empty shows none.', most: 200, hasOwnWords: true },
];

const fields: readonly Field[] = [
  {
    name: 'links',
    label: 'Links',
    kind: 'list',
    item: 'link',
    help: 'In the order in which they stand. One that leads nowhere is left out.',
    required: true,
    most: 60,
    fields: linkFields,
  },
];

/** Links put together by hand. */
export const linkList: BlockType = {
  name: 'link list',
  label: 'Link list',
  purpose: 'To find more',
  description: 'Links put together by hand, each with a note.',
  version: 1,
  fields,
};
