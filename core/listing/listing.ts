import type { FieldValues } from '../fields/field';
import { takesPlaceOf, topicsOf } from '../page/page';
import { mayRead } from '../placement/resolve';
import type { ReaderFacts } from '../rule/who';
import { instantOf, type Instant } from '../schedule/local-time';
import type { PageNode, SiteSnapshot } from '../site/snapshot';

/** What a listing came out as, and until when it stays so. */
export interface ListingAnswer {
  readonly pages: readonly PageNode[];
  /** The next instant at which a page drops out because it has begun; infinite when none does. */
  readonly validUntil: Instant;
}

/**
 * Chooses and orders the pages of a listing for one reader.
 * @param current - the page it stands on; null on service pages
 */
export function listPages(snapshot: SiteSnapshot, fields: FieldValues, current: PageNode | null, reader: ReaderFacts): ListingAnswer {
  const root = fields['beneath'] ? snapshot.pageById.get(String(fields['beneath'])) : (current ?? snapshot.front);
  if (!root) return { pages: [], validUntil: Infinity };
  const matching = (fields['depth'] === 'all' ? descendants(root) : root.children).filter(
    page =>
      page !== current &&
      (!fields['type'] || page.value.type === fields['type']) &&
      (!fields['topic'] || topicsOf(page.value).includes(String(fields['topic']))) &&
      mayRead(page, reader),
  );
  const toCome = fields['time'] === 'to come';
  const kept = toCome ? matching.filter(page => (startOf(page) ?? -Infinity) > snapshot.moment) : matching;
  const validUntil = toCome ? kept.reduce((next, page) => Math.min(next, startOf(page)!), Infinity) : Infinity;
  return { pages: sortPages(kept, String(fields['order']), snapshot.locale).slice(0, Number(fields['most'])), validUntil };
}

/** All pages beneath one, in reading order. */
export function descendants(page: PageNode): readonly PageNode[] {
  return page.children.flatMap(child => [child, ...descendants(child)]);
}

/** When what a page tells of takes place; null when it does not say. */
export function startOf(page: PageNode): Instant | null {
  const takesPlace = takesPlaceOf(page.value);
  return takesPlace ? instantOf(takesPlace) : null;
}

function sortPages(pages: readonly PageNode[], order: string, locale: string): readonly PageNode[] {
  if (order === 'by hand') return pages;
  const collator = new Intl.Collator(locale);
  const byTitle = (a: PageNode, b: PageNode) => collator.compare(a.value.title, b.value.title) || (a.id < b.id ? -1 : 1);
  // A page without a time comes last whichever way the list runs.
  const byStart = (direction: 1 | -1) => (a: PageNode, b: PageNode) => {
    const [left, right] = [startOf(a), startOf(b)];
    if (left === null || right === null) return (left === null ? 1 : 0) - (right === null ? 1 : 0);
    return direction * (left - right);
  };
  if (order === 'soonest') return [...pages].sort((a, b) => byStart(1)(a, b) || byTitle(a, b));
  if (order === 'newest') return [...pages].sort((a, b) => byStart(-1)(a, b) || (a.id < b.id ? 1 : -1));
  return [...pages].sort(byTitle);
}
