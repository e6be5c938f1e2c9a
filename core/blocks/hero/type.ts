import { filesById, type Field } from '../../fields/index';
import { pictureOf, standfirstOf } from '../../page/page';
import type { BlockType } from '../block-type';
import { linkFields } from '../link-fields';

const fields: readonly Field[] = [
  {
    name: 'heading',
    label: 'Heading',
    kind: 'short text',
    help: 'Empty shows the title and standfirst of the page it stands on.',
    most: 120,
    hasOwnWords: true,
  },
  {
    name: 'text',
    label: 'Line beneath',
    kind: 'short text',
    help: 'Empty shows nothing beneath the heading, or the page’s standfirst when the heading is empty too.',
    most: 240,
    hasOwnWords: true,
  },
  {
    name: 'picture',
    label: 'Picture',
    kind: 'picture',
    help: 'Fills the width. Empty shows the page’s own picture, else a plain ground.',
  },
  {
    name: 'height',
    label: 'Height',
    kind: 'choice',
    help: 'How much of the screen it takes.',
    choices: [
      { value: 'low', label: 'Low' },
      { value: 'tall', label: 'Tall' },
    ],
  },
  ...linkFields('Shown as a button.'),
];

/** A wide opening with a heading over a picture. */
export const hero: BlockType = {
  name: 'hero',
  label: 'Opening picture',
  purpose: 'To read',
  description: 'A wide opening with a heading over a picture.',
  version: 2,
  fields,
  upgrades: new Map([
    // Version 1 named the picture by a path.
    [1, block => ({ ...block, typeVersion: 2, fields: filesById(fields, block['fields']) })],
  ]),
  hasNoTitle: true,
  takesNoLook: true,
  model: ({ fields: own, page, opener }) => {
    if (own['heading'] !== '') return {};
    // Without a heading of its own it speaks for the page it stands on.
    return {
      isPageTitle: true,
      fields: {
        ...own,
        heading: page?.value.title ?? '',
        text: own['text'] || (page ? standfirstOf(page.value) : ''),
        picture: own['picture'] ?? (page ? opener.file(pictureOf(page.value)) : null),
      },
    };
  },
};
