import { lotOf } from '../collection/lot';
import { instantOf, localTimeAt, type Instant } from '../schedule/local-time';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import { startOf } from './start';

/** The orders in which a listing may stand. */
export type ListingOrder = 'by hand' | 'title' | 'soonest' | 'newest' | 'published' | 'changed' | 'read' | 'closest' | 'random';

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
}

/** Pages in an order; those alike in it by title, or the newest record first where the newest is asked for. */
export function inOrder(
  pages: readonly PageNode[],
  order: string,
  { snapshot, zone, closeness, seed, reads }: OrderContext,
): readonly PageNode[] {
  if (order === 'by hand') return pages;
  const byTitle = titleOrder(pages, snapshot);
  const sorted = (compare: (a: PageNode, b: PageNode) => number, otherwise = byTitle) =>
    [...pages].sort((a, b) => compare(a, b) || otherwise(a, b));
  const mostFirst = (measure: (page: PageNode) => number) => {
    const measured = new Map(pages.map(page => [page, measure(page)]));
    return sorted((a, b) => measured.get(b)! - measured.get(a)!);
  };
  switch (order) {
    case 'soonest':
      return sorted(byStart(1));
    case 'newest':
      return sorted(byStart(-1), (a, b) => (a.id < b.id ? 1 : -1));
    case 'published':
      return mostFirst(page => snapshot.firstLive(page.id));
    case 'changed':
      return mostFirst(page => snapshot.lastLive(page.id));
    case 'read':
      return mostFirst(page => reads?.(page.id) ?? 0);
    case 'closest':
      return mostFirst(closeness);
    case 'random': {
      const day = localTimeAt(snapshot.moment, zone).slice(0, 10);
      const lots = new Map(pages.map(page => [page, lotOf(`${seed} ${day} ${page.id}`)]));
      return sorted((a, b) => lots.get(a)! - lots.get(b)!);
    }
    default:
      return sorted(byTitle);
  }
}

/** From how many pages on all titles of a site are put in order once, for whatever lists them. */
const manyPages = 200;

const ranks = new WeakMap<SiteSnapshot['pages'], Map<string, ReadonlyMap<PageNode, number>>>();

// To compare two titles by the rules of a language takes long; of many pages the order is kept for as long as the tree is.
function titleOrder(pages: readonly PageNode[], snapshot: SiteSnapshot): (a: PageNode, b: PageNode) => number {
  const collator = new Intl.Collator(snapshot.locale);
  const compared = (a: PageNode, b: PageNode) => collator.compare(a.value.title, b.value.title) || (a.id < b.id ? -1 : 1);
  if (pages.length < manyPages) return compared;
  const byLocale = ranks.get(snapshot.pages) ?? new Map<string, ReadonlyMap<PageNode, number>>();
  ranks.set(snapshot.pages, byLocale);
  const known = byLocale.get(snapshot.locale) ?? new Map([...snapshot.pages].sort(compared).map((page, rank) => [page, rank]));
  byLocale.set(snapshot.locale, known);
  return (a, b) => known.get(a)! - known.get(b)!;
}

/** Until when the random order of a day stays. @param zone - IANA time zone */
export function endOfDay(moment: Instant, zone: string): Instant {
  const [year, month, day] = localTimeAt(moment, zone).slice(0, 10).split('-').map(Number);
  const next = new Date(Date.UTC(year!, month! - 1, day! + 1)).toISOString().slice(0, 10);
  return instantOf({ local: `${next}T00:00`, zone });
}

// A page without a time comes last whichever way the list runs.
function byStart(direction: 1 | -1): (a: PageNode, b: PageNode) => number {
  return (a, b) => {
    const [left, right] = [startOf(a), startOf(b)];
    if (left === null || right === null) return (left === null ? 1 : 0) - (right === null ? 1 : 0);
    return direction * (left - right);
  };
}
