import type { BlockType } from './block';

const linkFields = (purpose: string): BlockType['fields'] => [
  { name: 'linkLabel', label: 'Link text', kind: 'text', help: `${purpose} Empty shows no link.`, longest: 80, initial: '' },
  { name: 'linkTo', label: 'Link goes to', kind: 'link', help: 'A path on this site such as /visit, or a whole address.', initial: '' },
];

/** The block types that ship with the product. */
export const blockTypes: readonly BlockType[] = [
  {
    name: 'rich text',
    label: 'Rich text',
    purpose: 'To read',
    description: 'Running text with headings, lists and links.',
    fields: [{ name: 'body', label: 'Text', kind: 'rich text', help: 'What readers read.', required: true, initial: '' }],
  },
  {
    name: 'hero',
    label: 'Opening picture',
    purpose: 'To read',
    description: 'A wide opening with a heading over a picture.',
    fields: [
      {
        name: 'heading',
        label: 'Heading',
        kind: 'text',
        help: 'Empty shows the title and standfirst of the page it stands on.',
        longest: 120,
        initial: '',
      },
      {
        name: 'text',
        label: 'Line beneath',
        kind: 'text',
        help: 'Empty shows nothing beneath the heading, or the page’s standfirst when the heading is empty too.',
        longest: 240,
        initial: '',
      },
      {
        name: 'picture',
        label: 'Picture',
        kind: 'picture',
        help: 'Fills the width. Empty shows the page’s own picture, else a plain ground.',
        initial: '',
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
        initial: 'low',
      },
      ...linkFields('Shown as a button.'),
    ],
  },
  {
    name: 'notice',
    label: 'Notice',
    purpose: 'To read',
    description: 'A short message that must not be missed.',
    fields: [
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
        initial: 'calm',
      },
      { name: 'text', label: 'Message', kind: 'text', help: 'One or two sentences.', required: true, longest: 400, initial: '' },
      ...linkFields('Where to read more.'),
    ],
  },
  {
    name: 'listing',
    label: 'Listing',
    purpose: 'To find more',
    description: 'Pages chosen by where they are, what they are and when.',
    fields: [
      { name: 'beneath', label: 'Pages beneath', kind: 'page', help: 'Empty lists what is beneath the page it stands on.', initial: '' },
      {
        name: 'depth',
        label: 'How deep',
        kind: 'choice',
        help: 'Only the next level, or all levels beneath.',
        choices: [
          { value: 'next', label: 'Next level' },
          { value: 'all', label: 'All levels' },
        ],
        initial: 'next',
      },
      {
        name: 'type',
        label: 'Of type',
        kind: 'choice',
        help: 'Any type, or one.',
        choices: [
          { value: '', label: 'Any' },
          { value: 'page', label: 'Page' },
          { value: 'reserve', label: 'Reserve' },
          { value: 'species', label: 'Species' },
          { value: 'event', label: 'Event' },
          { value: 'news', label: 'News' },
        ],
        initial: '',
      },
      { name: 'topic', label: 'With topic', kind: 'text', help: 'Empty takes any topic.', longest: 60, initial: '' },
      {
        name: 'time',
        label: 'Taking place',
        kind: 'choice',
        help: 'Events to come drop off by themselves once they have begun.',
        choices: [
          { value: 'any', label: 'At any time, or none' },
          { value: 'to come', label: 'To come' },
        ],
        initial: 'any',
      },
      {
        name: 'order',
        label: 'Order',
        kind: 'choice',
        help: 'Ties are settled by title.',
        choices: [
          { value: 'by hand', label: 'As in the page tree' },
          { value: 'title', label: 'By title' },
          { value: 'soonest', label: 'Soonest first' },
          { value: 'newest', label: 'Newest first' },
        ],
        initial: 'by hand',
      },
      { name: 'most', label: 'At most', kind: 'number', help: 'How many are shown.', range: [1, 100], initial: 6 },
      {
        name: 'shownAs',
        label: 'Shown as',
        kind: 'choice',
        help: 'Titles only, lines with a standfirst, or cards with a picture.',
        choices: [
          { value: 'titles', label: 'Titles' },
          { value: 'list', label: 'List' },
          { value: 'cards', label: 'Cards' },
        ],
        initial: 'list',
      },
      {
        name: 'whenEmpty',
        label: 'When there are none',
        kind: 'text',
        help: 'Shown instead of the list. Empty shows nothing at all.',
        longest: 200,
        initial: '',
      },
    ],
  },
  {
    name: 'menu',
    label: 'Menu',
    purpose: 'To find more',
    description: 'The page tree from one page down.',
    fields: [
      { name: 'start', label: 'Starts at', kind: 'page', help: 'Empty starts at the section of the page it stands on.', initial: '' },
      { name: 'levels', label: 'Levels', kind: 'number', help: 'How many levels are shown.', range: [1, 4], initial: 1 },
      {
        name: 'closedBranches',
        label: 'Show closed branches',
        kind: 'toggle',
        help: 'Off opens only the branch of the page being read.',
        initial: false,
      },
    ],
  },
  {
    name: 'breadcrumb',
    label: 'Breadcrumb',
    purpose: 'To find more',
    description: 'The way from the front page to here.',
    fields: [
      { name: 'leadIn', label: 'Lead-in', kind: 'text', help: 'Words before the first link. Empty shows none.', longest: 60, initial: '' },
      { name: 'homeLabel', label: 'Name of the front page', kind: 'text', help: 'Empty takes its title.', longest: 60, initial: '' },
      {
        name: 'showsCurrent',
        label: 'Ends with the page being read',
        kind: 'toggle',
        help: 'Off ends with the page above.',
        initial: true,
      },
      { name: 'separator', label: 'Separator', kind: 'text', help: 'Stands between two links.', longest: 3, required: true, initial: '›' },
    ],
  },
];

const byName = new Map(blockTypes.map(type => [type.name, type]));

/** The block type of that name, or undefined. */
export function blockTypeNamed(name: string): BlockType | undefined {
  return byName.get(name);
}
