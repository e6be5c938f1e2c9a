import type { FieldOpener } from '../../fields/field';
import type { Field } from '../../fields/index';
import type { OpenFile } from '../../file/open-file';
import { writeFullMoment, writeMonth, type MomentStyle } from '../../format/moment';
import { groupPages, listPages, startOf } from '../../listing/listing';
import { pictureOf, pictureTextOf, standfirstOf } from '../../page/page';
import { pageTypeNames } from '../../page-types/index';
import type { PageNode } from '../../site/snapshot';
import { capitalised } from '../../tongue/say';
import type { BlockType } from '../block-type';

/** A page as a listing shows it. */
export interface CardModel {
  readonly title: string;
  readonly path: string;
  readonly standfirst: string;
  /** Null where it has none that this reader may have. */
  readonly picture: OpenFile | null;
  readonly pictureText: string;
  readonly when: string;
}

/** Pages that a listing shows together. */
export interface GroupModel {
  /** The month or year they are of; empty where they are not grouped. */
  readonly heading: string;
  readonly count: number;
  readonly cards: readonly CardModel[];
}

const fields: readonly Field[] = [
  { name: 'beneath', label: 'Pages beneath', kind: 'page', help: 'Empty lists what is beneath the page it stands on.' },
  {
    name: 'depth',
    label: 'How deep',
    kind: 'choice',
    help: 'Only the next level, or all levels beneath.',
    choices: [
      { value: 'next', label: 'Next level' },
      { value: 'all', label: 'All levels' },
    ],
  },
  {
    name: 'type',
    label: 'Of type',
    kind: 'choice',
    help: 'Any type, or one.',
    choices: [{ value: '', label: 'Any' }, ...pageTypeNames.map(value => ({ value, label: value[0]!.toUpperCase() + value.slice(1) }))],
  },
  { name: 'topic', label: 'With topic', kind: 'short text', help: 'Empty takes any topic.', most: 60 },
  {
    name: 'time',
    label: 'Taking place',
    kind: 'choice',
    help: 'Events to come drop off by themselves once they have begun.',
    choices: [
      { value: 'any', label: 'At any time, or none' },
      { value: 'to come', label: 'To come' },
    ],
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
  },
  {
    name: 'shelf',
    label: 'The back shelf',
    kind: 'choice',
    help: 'Older pages that were put on the back shelf stand in no ordinary listing.',
    choices: [
      { value: 'ordinary', label: 'Left out' },
      { value: 'back', label: 'Only what stands there' },
      { value: 'both', label: 'Listed with the others' },
    ],
  },
  {
    name: 'grouped',
    label: 'Grouped',
    kind: 'choice',
    help: 'By when it takes place, or else by when readers first had it. The newest group comes first, or the oldest with “Soonest first”.',
    choices: [
      { value: '', label: 'Not at all' },
      { value: 'month', label: 'By month' },
      { value: 'year', label: 'By year' },
    ],
  },
  { name: 'most', label: 'At most', kind: 'number', help: 'How many are shown.', least: 1, most: 100, initial: 6 },
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
    kind: 'short text',
    help: 'Shown instead of the list. Empty shows nothing at all.',
    most: 200,
    hasOwnWords: true,
  },
];

/** Pages chosen by where they are, what they are and when. */
export const listing: BlockType = {
  name: 'listing',
  label: 'Listing',
  purpose: 'To find more',
  description: 'Pages chosen by where they are, what they are and when.',
  version: 2,
  fields,
  upgrades: new Map([
    // Version 1 knew no back shelf and no groups.
    [1, block => ({ ...block, typeVersion: 2, fields: { shelf: 'ordinary', grouped: '', ...(block['fields'] as object) } })],
  ]),
  model: ({ snapshot, fields: chosen, page, reader, style, opener }) => {
    const { pages, validUntil } = listPages(snapshot, chosen, page, reader);
    const groups = groupPages(snapshot, pages, chosen, style.zone).map(({ key, pages: some }): GroupModel => ({
      heading: key && capitalised(writeMonth(key, style.locale)),
      count: some.length,
      cards: some.map(each => cardOf(each, style, opener)),
    }));
    return { data: { groups: pages.length === 0 ? [] : groups }, validUntil, dependsOn: snapshot.pageReaderFacts };
  },
};

function cardOf(page: PageNode, style: MomentStyle, opener: FieldOpener): CardModel {
  const start = startOf(page);
  const { value, address } = page;
  return {
    title: value.title,
    path: address,
    standfirst: standfirstOf(value),
    picture: opener.file(pictureOf(value)),
    pictureText: pictureTextOf(value),
    when: start === null ? '' : writeFullMoment(start, style),
  };
}
