import type { FieldValues } from '../fields/field';
import type { Field } from '../fields/index';
import type { ListItem } from '../fields/list/list';

/** What of a page a listing can show. */
export const partNames = [
  'title',
  'picture',
  'standfirst',
  'date',
  'published',
  'changed',
  'authors',
  'topics',
  'section',
  'reads',
  'more',
  'field',
] as const;
/** See {@link partNames}. */
export type PartName = (typeof partNames)[number];

/** One thing that a listing shows of each page, and how. */
export interface PartWish {
  readonly part: PartName;
  /** What stands before it, or over its column; empty for what is usual. */
  readonly label: string;
  /** Of a title: the level of its heading; empty for none. */
  readonly heading: '' | '2' | '3' | '4';
  readonly isLink: boolean;
  /** Of a standfirst: after how many words it is cut; 0 leaves it whole. */
  readonly words: number;
  /** Of a date: how it is written. */
  readonly dates: 'full' | 'day' | 'figures';
  /** Of a picture: how it is cut. */
  readonly crop: 'card' | 'square' | 'tall' | 'own';
  /** Of a picture: whether it stands small beside what follows. */
  readonly isSmall: boolean;
  /** The name of a field of the site’s own types; of a picture empty for the one that every page can have. */
  readonly field: string;
}

const plainly: Omit<PartWish, 'part'> = {
  label: '',
  heading: '',
  isLink: true,
  words: 0,
  dates: 'full',
  crop: 'card',
  isSmall: false,
  field: '',
};

/** What is usually shown of each page, by how a listing is shown. */
const usual: Readonly<Record<string, readonly PartName[]>> = {
  titles: ['title', 'date'],
  list: ['title', 'date', 'standfirst'],
  cards: ['picture', 'title', 'date', 'standfirst'],
  carousel: ['picture', 'title', 'date', 'standfirst'],
  table: ['title', 'date', 'standfirst'],
};

const only = (...parts: readonly PartName[]) => ({ field: 'part', is: parts });

/** What is asked for of each part of a listing. */
export const partFields: readonly Field[] = [
  {
    name: 'part',
    label: 'What',
    kind: 'choice',
    help: 'Where a page has nothing of the kind, nothing stands there.',
    choices: [
      { value: 'title', label: 'Title' },
      { value: 'picture', label: 'Picture' },
      { value: 'standfirst', label: 'Standfirst' },
      { value: 'date', label: 'When it takes place' },
      { value: 'published', label: 'When readers first had it' },
      { value: 'changed', label: 'When it was last changed' },
      { value: 'authors', label: 'Who wrote it' },
      { value: 'topics', label: 'Topics' },
      { value: 'section', label: 'Its section' },
      { value: 'reads', label: 'How often it was read lately' },
      { value: 'more', label: 'A link to read more' },
      { value: 'field', label: 'A field of this site’s own types' },
    ],
  },
  {
    name: 'field',
    label: 'Which field',
    kind: 'choice',
    help: 'Of pages of a type that lacks it, nothing is shown. None shows the picture that every page can have.',
    choicesFrom: 'page fields',
    choices: [{ value: '', label: 'None' }],
    askedWhen: only('field', 'picture'),
  },
  {
    name: 'label',
    label: 'Label',
    kind: 'short text',
    help: 'Stands before it, over its column, or as the words of the link. Empty shows none; columns and links then say what is usual.',
    most: 60,
    hasOwnWords: true,
  },
  {
    name: 'heading',
    label: 'As a heading',
    kind: 'choice',
    help: 'For those who go from heading to heading.',
    choices: [
      { value: '', label: 'Not as one' },
      { value: '2', label: 'Level 2' },
      { value: '3', label: 'Level 3' },
      { value: '4', label: 'Level 4' },
    ],
    askedWhen: only('title'),
  },
  {
    name: 'isLink',
    label: 'Leads to the page',
    kind: 'yes or no',
    help: 'Off shows it without a link.',
    initial: true,
    askedWhen: only('title', 'picture'),
  },
  {
    name: 'words',
    label: 'Words',
    kind: 'number',
    help: 'Cut after so many. 0 leaves it whole.',
    least: 0,
    most: 100,
    initial: 0,
    askedWhen: only('standfirst'),
  },
  {
    name: 'dates',
    label: 'Written',
    kind: 'choice',
    help: 'As the language of the page has it.',
    choices: [
      { value: 'full', label: 'Weekday, date and time' },
      { value: 'day', label: 'Date' },
      { value: 'figures', label: 'In figures' },
    ],
    askedWhen: only('date', 'published', 'changed'),
  },
  {
    name: 'crop',
    label: 'Cut',
    kind: 'choice',
    help: 'Around what matters in it. In a carousel all have the shape that the carousel says.',
    choices: [
      { value: 'card', label: 'Wide' },
      { value: 'square', label: 'Square' },
      { value: 'tall', label: 'Tall' },
      { value: 'own', label: 'Not at all' },
    ],
    askedWhen: only('picture'),
  },
  {
    name: 'isSmall',
    label: 'Small, beside what follows',
    kind: 'yes or no',
    help: 'Off shows it as wide as there is room.',
    askedWhen: only('picture'),
  },
];

// The same lists each time, so that what is made by them is known again.
const usualWishes: Readonly<Record<string, readonly PartWish[]>> = Object.fromEntries(
  Object.entries(usual).map(([shownAs, parts]) => [shownAs, parts.map(part => plainPart(part))]),
);

/**
 * What a listing shows of each page, in order: what was chosen, or what is usual for how it is shown.
 * @param fields - of the listing, as they are opened for a template
 */
export function partsOf({ parts, shownAs }: FieldValues): readonly PartWish[] {
  const chosen = (parts ?? []) as readonly PartWish[];
  if (chosen.length > 0) return chosen;
  return usualWishes[String(shownAs)] ?? usualWishes['list']!;
}

/** A part shown plainly. */
export function plainPart(part: PartName, wish: Partial<PartWish> = {}): PartWish {
  return { ...plainly, ...wish, part };
}

/** Parts as a listing stores them; none where they are what is usual. */
export function storedParts(wishes: readonly PartWish[], shownAs: string): readonly ListItem[] {
  const isUsual = JSON.stringify(wishes) === JSON.stringify(partsOf({ shownAs }));
  return isUsual ? [] : wishes.map(fields => ({ id: fields.part, fields: { ...fields } }));
}
