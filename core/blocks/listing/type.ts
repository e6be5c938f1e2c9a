import type { FieldValues } from '../../fields/field';
import { carouselNamed } from '../../carousel/carousel';
import { writeMonth, type MomentStyle, type MonthForm } from '../../format/moment';
import {
  leadsByTitle,
  partOf,
  pictureIn,
  sortKeyOf,
  type CardContext,
  type CardModel,
  type CardPart,
  type CardPicture,
} from '../../listing/card';
import { feedAddress } from '../../listing/feed-address';
import { groupPages } from '../../listing/groups';
import { cardsOf } from '../../listing/kept-cards';
import { listPages } from '../../listing/listing';
import { fieldNamed } from '../../listing/own-field';
import { sortedBy, titleOrder } from '../../listing/order';
import { partsOf, type PartWish } from '../../listing/parts';
import { askedOf, blockParameter, resultsOf, withParameters } from '../../listing/results';
import { takesPlaceOf } from '../../page/page';
import type { QueryTest } from '../../rule/tests/query/test';
import type { PageNode, SiteSnapshot } from '../../site/snapshot';
import { ownLabel } from '../../theme/own-labels';
import { capitalised, told } from '../../tongue/say';
import type { BlockContext, BlockPart, BlockType } from '../block-type';
import { beginnings, fields } from './fields';
import { upgrades } from './upgrades';

/** Pages that a listing shows together. */
export interface GroupModel {
  /** The month, year, section, type, topic or name they are of; empty where they are not grouped. */
  readonly heading: string;
  /** How many there are on all pages of results; null where it is not to be said. */
  readonly count: number | null;
  readonly cards: readonly CardModel[];
  /** Where they are shown as a table: for each page a row of cells. */
  readonly rows: readonly TableRow[];
}

/** A page as a row of a table. */
export interface TableRow {
  readonly path: string;
  readonly cells: readonly (CardPart | CardPicture)[];
}

/** A column of a listing that is a table. */
export interface TableColumn {
  readonly part: PartWish['part'];
  /** What stands over it; empty for what the theme says. */
  readonly label: string;
  /** Where it is sorted by this column, or the other way; empty where it cannot be. */
  readonly sortAddress: string;
  /** How it is sorted by it now. @see WAI-ARIA 1.2, aria-sort */
  readonly sorted: '' | 'ascending' | 'descending';
}

/** Pages chosen by where they are, what they are and when. */
export const listing: BlockType = {
  name: 'listing',
  label: 'Listing',
  purpose: 'To find more',
  description: 'Pages chosen by where they are, what they are and when.',
  version: 5,
  listsPages: true,
  beginnings,
  fields,
  upgrades,
  model: listingPart,
};

function listingPart(context: BlockContext): BlockPart {
  const { snapshot, fields: chosen, page, reader, style, blockId, query, reads, pageTypes } = context;
  const { pages, validUntil } = listPages(chosen, { snapshot, current: page, reader, zone: style.zone, seed: blockId, reads, pageTypes });
  const [isCarousel, isTable] = [chosen['shownAs'] === 'carousel', chosen['shownAs'] === 'table'];
  const wishes = partsOf(chosen);
  const sorting = isTable && chosen['isSortable'] ? sortingOf(pages, wishes, context) : null;
  const results = resultsOf(sorting?.pages ?? pages, isCarousel ? 0 : Number(chosen['perPage'] ?? 0), {
    blockId,
    address: page?.address ?? '',
    query,
    kept: sorting?.kept ?? '',
  });
  const grouping = isCarousel ? { ...chosen, grouped: '' } : chosen;
  const nameOf = (key: string) => headingOf(key, chosen, snapshot, style);
  const counts = chosen['countsGroups'] && results.links.length > 0 ? countsOf(pages, grouping, context) : null;
  const isChosen = ((chosen['parts'] ?? []) as readonly unknown[]).length > 0;
  const cardOf = cardsOf(wishes, context);
  const asCard = (each: PageNode, at: number): CardModel =>
    cardOf(each, { isLarge: at === 0 && Boolean(chosen['firstIsLarge']), isAsTypeSays: !isChosen });
  const groups = groupPages(snapshot, results.shown, grouping, style.zone, nameOf).map(({ key, pages: some }): GroupModel => ({
    heading: nameOf(key),
    count: chosen['countsGroups'] ? (counts?.get(key) ?? some.length) : null,
    cards: isTable ? [] : some.map(asCard),
    rows: isTable ? some.map(each => rowOf(each, wishes, context)) : [],
  }));
  return {
    data: {
      groups: pages.length === 0 ? [] : groups,
      columns: isTable ? (sorting?.columns ?? columnsOf(pages, wishes, context)) : [],
      feed: chosen['offersFeed'] && page ? feedAddress(snapshot, page, blockId) : '',
      hasDates: pages.some(each => takesPlaceOf(each.value) !== null),
      results: results.links,
      carousel: isCarousel ? carouselNamed(snapshot, String(chosen['carousel'] ?? '')) : null,
    },
    validUntil,
    dependsOn: snapshot.pageReaderFacts,
    queryTests: [...results.queryTests, ...(sorting?.queryTests ?? [])],
  };
}

/** How many pages are in each group, on whatever page of results they stand. */
function countsOf(pages: readonly PageNode[], grouping: FieldValues, { snapshot, style }: BlockContext): ReadonlyMap<string, number> {
  return new Map(groupPages(snapshot, pages, grouping, style.zone, String).map(({ key, pages: some }) => [key, some.length]));
}

function headingOf(key: string, { grouped, groupDates }: FieldValues, { pageById }: SiteSnapshot, style: MomentStyle): string {
  if (key === '') return '';
  switch (grouped) {
    case 'section':
      return pageById.get(key)?.value.title ?? '';
    case 'type':
      return capitalised(told(key));
    case 'month':
    case 'year':
      return capitalised(writeMonth(key, style.locale, (groupDates ?? 'month') as MonthForm));
    default:
      return key;
  }
}

function rowOf(page: PageNode, wishes: readonly PartWish[], context: CardContext): TableRow {
  const isLinkTwice = leadsByTitle(wishes);
  const cells = wishes.map(wish =>
    wish.part === 'picture' ? pictureIn(page, wish, isLinkTwice, context) : { ...partOf(page, wish, context), label: '' },
  );
  return { path: page.address, cells };
}

function columnsOf(pages: readonly PageNode[], wishes: readonly PartWish[], { pageTypes, words }: BlockContext): readonly TableColumn[] {
  return wishes.map(({ part, label, field }) => {
    const named = part === 'field' ? pages.map(each => fieldNamed(each, field, pageTypes)).find(each => each !== undefined) : undefined;
    return { part, label: label || (named ? ownLabel(words, named.label) : ''), sortAddress: '', sorted: '' };
  });
}

/** By what a table cannot be sorted. */
const unsorted: ReadonlySet<PartWish['part']> = new Set(['picture', 'more', 'standfirst']);

interface Sorting {
  readonly pages: readonly PageNode[];
  readonly columns: readonly TableColumn[];
  /** What of the address keeps the order. */
  readonly kept: string;
  readonly queryTests: readonly QueryTest[];
}

// Each column is an address of its own, up and down, so that no script is needed to sort.
function sortingOf(pages: readonly PageNode[], wishes: readonly PartWish[], context: BlockContext): Sorting {
  const { snapshot, blockId, query } = context;
  const name = blockParameter('sort', blockId);
  const orders = wishes.flatMap(({ part }, at) => (unsorted.has(part) ? [] : [`${at + 1}`, `-${at + 1}`]));
  const asked = askedOf(query, name, orders) ?? '';
  const address = context.page?.address ?? '';
  const columns = columnsOf(pages, wishes, context).map((column, at): TableColumn => {
    const [up, down] = [`${at + 1}`, `-${at + 1}`];
    if (!orders.includes(up)) return column;
    return {
      ...column,
      sortAddress: withParameters(address, [`${name}=${asked === up ? down : up}`]),
      sorted: asked === up ? 'ascending' : asked === down ? 'descending' : '',
    };
  });
  const wish = asked === '' ? undefined : wishes[Math.abs(Number(asked)) - 1];
  const otherwise = titleOrder(pages, snapshot);
  const sorted = wish
    ? sortedBy(pages, page => sortKeyOf(page, wish, context), {
        direction: asked.startsWith('-') ? -1 : 1,
        locale: snapshot.locale,
        otherwise,
      })
    : pages;
  return {
    pages: sorted,
    columns,
    kept: asked === '' ? '' : `${name}=${asked}`,
    queryTests: orders.map(value => ({ test: 'query', name, value })),
  };
}
