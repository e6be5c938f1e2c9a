import { keeping } from '../collection/keeping';
import { lotOf } from '../collection/lot';
import { collatorIn } from '../format/collator';
import { authorsOf } from '../page/page';
import type { PageType } from '../page-types/page-type';
import { instantOf, localTimeAt, type Instant } from '../schedule/local-time';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import { fieldKey } from './own-field';
import { startOf } from './start';

/** How a listing is to stand. */
export interface OrderWish {
  /** One of the orders of the listing’s own field, such as "title" or "newest". */
  readonly order: string;
  /** The field of the site’s own types by which it stands, for the order "field". */
  readonly orderField: string;
  /** The other way round; what has nothing to stand by comes last all the same. */
  readonly isTurned: boolean;
}

/** What an order needs besides the pages. */
export interface OrderContext {
  readonly snapshot: SiteSnapshot;
  /** IANA time zone, in which a day begins. */
  readonly zone: string;
  /** How close a page is to the one being read, for "closest". */
  readonly closeness: (page: PageNode) => number;
  /** Parts the random order of one listing from that of another. */
  readonly seed: string;
  /** How often a page was read lately: an outside fact. Left out, never. */
  readonly reads?: (pageId: string) => number;
  /** The types of page that the site knows; left out, none has fields of its own. */
  readonly pageTypes?: ReadonlyMap<string, PageType>;
}

/** What a page stands by; null where it has nothing to stand by. */
export type OrderKey = number | string | null;

/** Orders that begin with the greatest. */
const greatestFirst: ReadonlySet<string> = new Set(['newest', 'published', 'changed', 'read', 'closest']);

/** Pages in an order; those alike in it by title, or the newest record first where the newest is asked for. */
export function inOrder(pages: readonly PageNode[], wish: OrderWish, context: OrderContext): readonly PageNode[] {
  const { order, isTurned } = wish;
  if (order === 'by hand') return isTurned ? [...pages].reverse() : pages;
  const direction = greatestFirst.has(order) === isTurned ? 1 : -1;
  if (order === 'title') return inTitleOrder(pages, context.snapshot, direction);
  const otherwise = order === 'newest' ? (a: PageNode, b: PageNode) => (a.id < b.id ? 1 : -1) : titleOrder(pages, context.snapshot);
  return sortedBy(pages, keyFor(wish, context), { direction, locale: context.snapshot.locale, otherwise });
}

/** How pages are sorted by a key. */
export interface Sorting {
  readonly direction: 1 | -1;
  /** BCP 47; by its rules words are put in order. */
  readonly locale: string;
  readonly otherwise: (a: PageNode, b: PageNode) => number;
}

/** Pages by what each stands by; those that have nothing to stand by come last whichever way. */
export function sortedBy<Page extends PageNode>(
  pages: readonly Page[],
  keyOf: (page: Page) => OrderKey,
  { direction, locale, otherwise }: Sorting,
): readonly Page[] {
  const keys = new Map(pages.map(page => [page, keyOf(page)]));
  const collator = collatorIn(locale);
  return [...pages].sort((a, b) => {
    const [left, right] = [keys.get(a)!, keys.get(b)!];
    if (left === null || right === null) return (left === null ? 1 : 0) - (right === null ? 1 : 0) || otherwise(a, b);
    const compared = typeof left === 'number' && typeof right === 'number' ? left - right : collator.compare(String(left), String(right));
    return direction * compared || otherwise(a, b);
  });
}

function keyFor(
  { order, orderField }: OrderWish,
  { snapshot, zone, closeness, seed, reads, pageTypes }: OrderContext,
): (page: PageNode) => OrderKey {
  switch (order) {
    case 'soonest':
    case 'newest':
      return page => startOf(page, snapshot.moment);
    case 'published':
      return page => snapshot.firstLive(page.id);
    case 'changed':
      return page => snapshot.lastLive(page.id);
    case 'author':
      return page => authorsOf(page.value)[0] ?? null;
    case 'read':
      return page => reads?.(page.id) ?? 0;
    case 'closest':
      return closeness;
    case 'field':
      return page => fieldKey(page, orderField, pageTypes);
    case 'random': {
      const day = localTimeAt(snapshot.moment, zone).slice(0, 10);
      return page => lotOf(`${seed} ${day} ${page.id}`);
    }
    default:
      return page => page.value.title;
  }
}

/** From how many pages on all titles of a site are put in order once, for whatever lists them. */
const manyPages = 200;

/** All pages of a site in the order of their titles, and at which place each stands. */
interface TitleRanks {
  readonly ordered: readonly PageNode[];
  readonly placeOf: ReadonlyMap<PageNode, number>;
}

const ranks = new WeakMap<SiteSnapshot['pages'], Map<string, TitleRanks>>();

function titleRanks(snapshot: SiteSnapshot): TitleRanks {
  const byLocale = ranks.get(snapshot.pages) ?? new Map<string, TitleRanks>();
  ranks.set(snapshot.pages, byLocale);
  const known = byLocale.get(snapshot.locale);
  if (known) return known;
  const ordered = [...snapshot.pages].sort(byComparing(snapshot.locale));
  const made = { ordered, placeOf: new Map(ordered.map((page, place) => [page, place])) };
  byLocale.set(snapshot.locale, made);
  return made;
}

function byComparing(locale: string): (a: PageNode, b: PageNode) => number {
  const collator = collatorIn(locale);
  return (a, b) => collator.compare(a.value.title, b.value.title) || (a.id < b.id ? -1 : 1);
}

// Places are put in order as numbers, which takes a tenth of the time of comparing pages by them.
function inTitleOrder(pages: readonly PageNode[], snapshot: SiteSnapshot, direction: 1 | -1): readonly PageNode[] {
  if (pages.length < manyPages) {
    const compare = byComparing(snapshot.locale);
    return [...pages].sort((a, b) => direction * compare(a, b));
  }
  const { ordered, placeOf } = titleRanks(snapshot);
  const places = new Uint32Array(pages.length);
  pages.forEach((page, at) => (places[at] = placeOf.get(page)!));
  places.sort();
  const sorted: PageNode[] = [];
  for (const place of places) sorted.push(ordered[place]!);
  return direction === 1 ? sorted : sorted.reverse();
}

/** Pages by their titles. To compare two by the rules of a language takes long; of many pages the order is kept for as long as the tree is. */
export function titleOrder(pages: readonly PageNode[], snapshot: SiteSnapshot): (a: PageNode, b: PageNode) => number {
  if (pages.length < manyPages) return byComparing(snapshot.locale);
  const { placeOf } = titleRanks(snapshot);
  return (a, b) => placeOf.get(a)! - placeOf.get(b)!;
}

/** Of how many days, each in one zone, the end is kept. */
const mostDaysKept = 500;

/** Until when the day of a moment lasts. @param zone - IANA time zone */
export function endOfDay(moment: Instant, zone: string): Instant {
  return endOf(`${localTimeAt(moment, zone).slice(0, 10)} ${zone}`);
}

// Of one day it is asked for each page that is read.
const endOf = keeping(mostDaysKept, (asked): Instant => {
  const [day, zone] = asked.split(' ') as [string, string];
  const next = new Date(Date.parse(day) + 86_400_000).toISOString().slice(0, 10);
  return instantOf({ local: `${next}T00:00`, zone });
});
