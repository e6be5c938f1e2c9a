import type { Field } from '../../fields/index';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  {
    name: 'text',
    label: 'Why',
    kind: 'long text',
    help: 'A sentence or two above the button. Empty shows the button alone.',
    most: 400,
    hasOwnWords: true,
  },
  {
    name: 'linkLabel',
    label: 'Words on the button',
    kind: 'short text',
    help: 'What one does: “Book a place”.',
    required: true,
    most: 60,
    hasOwnWords: true,
  },
  {
    name: 'linkTo',
    label: 'Button leads to',
    kind: 'link',
    help: 'A path on this site such as /join, or a whole address. Empty shows no button.',
  },
  {
    name: 'weight',
    label: 'Weight',
    kind: 'choice',
    help: 'One strong button on a page is seen; of three none is.',
    choices: [
      { value: 'strong', label: 'Strong' },
      { value: 'quiet', label: 'Quiet' },
    ],
    initial: 'strong',
  },
];

/** One thing to do, as a button with a word of why. */
export const callToAction: BlockType = {
  name: 'call to action',
  label: 'Call to action',
  purpose: 'To read',
  description: 'One thing to do, as a button with a word of why.',
  version: 1,
  fields,
};
