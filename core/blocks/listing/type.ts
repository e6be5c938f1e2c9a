import type { FieldValues } from '../../fields/field';
import { initialValues, type Field } from '../../fields/index';
import { writeMonth, type MomentStyle } from '../../format/moment';
import { carouselNamed } from '../../carousel/carousel';
import { cardOf, type CardModel, type CardWish } from '../../listing/card';
import { feedAddress } from '../../listing/feed-address';
import { groupPages } from '../../listing/groups';
import { listPages } from '../../listing/listing';
import { resultsOf } from '../../listing/results';
import { startOf } from '../../listing/start';
import { pageTypeNames } from '../../page-types/index';
import type { SiteSnapshot } from '../../site/snapshot';
import { capitalised, told } from '../../tongue/say';
import type { BlockType } from '../block-type';
import { linkFields } from '../link-fields';

/** Pages that a listing shows together. */
export interface GroupModel {
  /** The month, year, section or type they are of; empty where they are not grouped. */
  readonly heading: string;
  readonly count: number;
  readonly cards: readonly CardModel[];
}

const fields: readonly Field[] = [
  {
    name: 'source',
    label: 'Which pages',
    kind: 'choice',
    help: 'Where they are taken from; what follows narrows them down.',
    choices: [
      { value: 'beneath', label: 'Beneath a page' },
      { value: 'picked', label: 'Picked by hand' },
      { value: 'related', label: 'Related to the page being read' },
      { value: 'referring', label: 'Those that lead to the page being read' },
    ],
    initial: 'beneath',
  },
  {
    name: 'beneath',
    label: 'Pages beneath',
    kind: 'page',
    help: 'Empty lists what is beneath the page it stands on.',
    askedWhen: { field: 'source', is: ['beneath'] },
  },
  {
    name: 'depth',
    label: 'How deep',
    kind: 'choice',
    help: 'Only the next level, or all levels beneath.',
    choices: [
      { value: 'next', label: 'Next level' },
      { value: 'all', label: 'All levels' },
    ],
    askedWhen: { field: 'source', is: ['beneath'] },
  },
  {
    name: 'picked',
    label: 'These pages',
    kind: 'pages',
    help: 'In the order in which they are to stand. Empty lists none.',
    most: 100,
    askedWhen: { field: 'source', is: ['picked'] },
  },
  {
    name: 'type',
    label: 'Of type',
    kind: 'choice',
    help: 'Any type, or one.',
    choicesFrom: 'page types',
    choices: [{ value: '', label: 'Any' }, ...pageTypeNames.map(value => ({ value, label: value[0]!.toUpperCase() + value.slice(1) }))],
  },
  { name: 'topics', label: 'With one of the topics', kind: 'topics', help: 'Empty takes any topic, and none.' },
  {
    name: 'withoutTopics',
    label: 'Without the topics',
    kind: 'topics',
    help: 'Pages with one of these are left out. Empty leaves out none.',
  },
  {
    name: 'without',
    label: 'Without these pages',
    kind: 'pages',
    help: 'Left out with all beneath them. Empty leaves out none.',
    most: 50,
  },
  { name: 'withCurrent', label: 'With the page being read', kind: 'yes or no', help: 'Off leaves out the page on which it stands.' },
  {
    name: 'time',
    label: 'Taking place',
    kind: 'choice',
    help: 'Events to come drop off by themselves once they have begun.',
    choices: [
      { value: 'any', label: 'At any time, or none' },
      { value: 'to come', label: 'To come' },
      { value: 'past', label: 'Over' },
      { value: 'around', label: 'Around the date of the page being read' },
    ],
  },
  {
    name: 'withinDays',
    label: 'Within so many days',
    kind: 'number',
    help: 'Of what takes place, from now or until now, or before and after the page being read; of all else, since readers first had it. 0 sets no bound.',
    least: 0,
    most: 3_660,
    initial: 0,
  },
  {
    name: 'order',
    label: 'Order',
    kind: 'choice',
    help: 'Ties are settled by title.',
    choices: [
      { value: 'by hand', label: 'As in the page tree, or as picked' },
      { value: 'title', label: 'By title' },
      { value: 'soonest', label: 'Soonest first' },
      { value: 'newest', label: 'Newest first' },
      { value: 'published', label: 'Last published first' },
      { value: 'changed', label: 'Last changed first' },
      { value: 'read', label: 'Most read first' },
      { value: 'closest', label: 'Most topics in common first' },
      { value: 'random', label: 'At random, anew each day' },
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
    help: 'Times are those at which it takes place, or else when readers first had it. The newest group comes first, or the oldest with “Soonest first”.',
    choices: [
      { value: '', label: 'Not at all' },
      { value: 'month', label: 'By month' },
      { value: 'year', label: 'By year' },
      { value: 'section', label: 'By section' },
      { value: 'type', label: 'By type' },
    ],
  },
  { name: 'skip', label: 'Leave out the first', kind: 'number', help: 'How many. 0 leaves out none.', least: 0, most: 100, initial: 0 },
  { name: 'most', label: 'At most', kind: 'number', help: 'How many are shown.', least: 1, most: 500, initial: 6 },
  {
    name: 'shownAs',
    label: 'Shown as',
    kind: 'choice',
    help: 'Titles only, lines with a standfirst, cards with a picture, a table, or cards side by side to go through.',
    choices: [
      { value: 'titles', label: 'Titles' },
      { value: 'list', label: 'List' },
      { value: 'cards', label: 'Cards' },
      { value: 'table', label: 'Table' },
      { value: 'carousel', label: 'Carousel' },
    ],
    initial: 'list',
  },
  {
    name: 'carousel',
    label: 'Carousel',
    kind: 'record',
    of: 'carousel',
    help: 'How it is set: how many in view, how it moves. Empty takes what a new one starts with.',
    askedWhen: { field: 'shownAs', is: ['carousel'] },
  },
  {
    name: 'perPage',
    label: 'In pages of',
    kind: 'number',
    help: 'How many at a time, with links to the next ones. 0 shows all at once.',
    least: 0,
    most: 100,
    initial: 0,
    askedWhen: { field: 'shownAs', is: ['titles', 'list', 'cards', 'table'] },
  },
  {
    name: 'firstIsLarge',
    label: 'The first one large',
    kind: 'yes or no',
    help: 'Off shows all alike.',
    askedWhen: { field: 'shownAs', is: ['list', 'cards'] },
  },
  {
    name: 'showsStandfirst',
    label: 'With the standfirst',
    kind: 'yes or no',
    help: 'Off shows none. Titles alone never have one.',
    initial: true,
  },
  {
    name: 'standfirstWords',
    label: 'Words of the standfirst',
    kind: 'number',
    help: 'Cut after so many. 0 leaves it whole.',
    least: 0,
    most: 100,
    initial: 0,
    askedWhen: { field: 'showsStandfirst', is: [true] },
  },
  { name: 'showsDate', label: 'With the date', kind: 'yes or no', help: 'When it takes place. Off shows none.', initial: true },
  { name: 'showsTopics', label: 'With the topics', kind: 'yes or no', help: 'Off shows none.' },
  {
    name: 'whenEmpty',
    label: 'When there are none',
    kind: 'short text',
    help: 'Shown instead of the list. Empty shows nothing at all.',
    most: 200,
    hasOwnWords: true,
  },
  {
    name: 'offersFeed',
    label: 'With a feed',
    kind: 'yes or no',
    help: 'For programs that tell readers of what is new (RSS and Atom), and calendars of what takes place (iCalendar). Off offers none.',
  },
  ...linkFields('Beneath the list, such as “All events”.'),
];

const beginnings: BlockType['beginnings'] = [
  { label: 'Related to the page', fields: { source: 'related', order: 'closest', most: 4, shownAs: 'titles' } },
  { label: 'Most read', fields: { depth: 'all', order: 'read', most: 5, shownAs: 'titles' } },
  { label: 'Latest', fields: { depth: 'all', order: 'published', most: 5, shownAs: 'list' } },
  { label: 'Older, by month', fields: { depth: 'all', shelf: 'back', grouped: 'month', order: 'newest', most: 500, shownAs: 'titles' } },
  { label: 'All of a section', fields: { depth: 'all', order: 'by hand', most: 500, shownAs: 'list', showsDate: false } },
];

/** Pages chosen by where they are, what they are and when. */
export const listing: BlockType = {
  name: 'listing',
  label: 'Listing',
  purpose: 'To find more',
  description: 'Pages chosen by where they are, what they are and when.',
  version: 4,
  listsPages: true,
  beginnings,
  fields,
  upgrades: new Map([
    // Version 1 knew no back shelf and no groups.
    [1, block => ({ ...block, typeVersion: 2, fields: { shelf: 'ordinary', grouped: '', ...(block['fields'] as object) } })],
    // Version 2 took pages from beneath one alone, and one topic.
    [2, block => ({ ...block, typeVersion: 3, fields: withAllOf(block['fields'] as FieldValues) })],
    // Version 3 knew no carousel, no pages of results and no cut of standfirsts.
    [3, block => ({ ...block, typeVersion: 4, fields: { ...initialValues(fields), ...(block['fields'] as FieldValues) } })],
  ]),
  model: ({ snapshot, fields: chosen, page, reader, style, opener, blockId, query, reads, pageTypes }) => {
    const { pages, validUntil } = listPages(chosen, { snapshot, current: page, reader, zone: style.zone, seed: blockId, reads, pageTypes });
    const isCarousel = chosen['shownAs'] === 'carousel';
    const results = resultsOf(pages, isCarousel ? 0 : Number(chosen['perPage'] ?? 0), { blockId, address: page?.address ?? '', query });
    const groups = groupPages(snapshot, results.shown, isCarousel ? { ...chosen, grouped: '' } : chosen, style.zone).map(
      ({ key, pages: some }): GroupModel => ({
        heading: headingOf(key, String(chosen['grouped']), snapshot, style),
        count: some.length,
        cards: some.map((each, at) =>
          cardOf(each, wishOf(chosen, at === 0 && Boolean(chosen['firstIsLarge'])), { style, opener, pageTypes }),
        ),
      }),
    );
    const feed = chosen['offersFeed'] && page ? feedAddress(snapshot, page, blockId) : '';
    const hasDates = pages.some(each => startOf(each) !== null);
    return {
      data: {
        groups: pages.length === 0 ? [] : groups,
        feed,
        hasDates,
        results: results.links,
        carousel: isCarousel ? carouselNamed(snapshot, String(chosen['carousel'] ?? '')) : null,
      },
      validUntil,
      dependsOn: snapshot.pageReaderFacts,
      queryTests: results.queryTests,
    };
  },
};

function withAllOf({ topic, ...held }: FieldValues): FieldValues {
  return { ...initialValues(fields), ...held, topics: topic ? [topic] : [] };
}

function headingOf(key: string, grouped: string, { pageById }: SiteSnapshot, style: MomentStyle): string {
  if (key === '') return '';
  if (grouped === 'section') return pageById.get(key)?.value.title ?? '';
  return capitalised(grouped === 'type' ? told(key) : writeMonth(key, style.locale));
}

function wishOf(shown: FieldValues, isLarge: boolean): CardWish {
  return {
    standfirst: shown['showsStandfirst'] !== false,
    standfirstWords: Number(shown['standfirstWords'] ?? 0),
    date: shown['showsDate'] !== false,
    topics: Boolean(shown['showsTopics']),
    isLarge,
  };
}
