import { compareKeys } from '../collection/compare-keys';
import { groupBy } from '../collection/group-by';
import type { FieldValues } from '../fields/field';
import { isShelved, shelvedAt } from '../page/back-shelf';
import { takesPlaceOf, topicsOf } from '../page/page';
import { mayRead } from '../placement/resolve';
import type { ReaderFacts } from '../rule/who';
import { instantOf, localTimeAt, type Instant } from '../schedule/local-time';
import type { PageNode, SiteSnapshot } from '../site/snapshot';

/** What a listing came out as, and until when it stays so. */
export interface ListingAnswer {
  readonly pages: readonly PageNode[];
  /** The next instant at which a page drops out, or comes in, by itself: it begins, or goes to the back shelf; infinite when none does. */
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
  const shelf = fields['shelf'] ?? 'ordinary';
  const standing = matching.filter(({ value }) => shelf === 'both' || isShelved(value, snapshot.moment) === (shelf === 'back'));
  const toCome = fields['time'] === 'to come';
  const kept = toCome ? standing.filter(page => (startOf(page) ?? -Infinity) > snapshot.moment) : standing;
  const begins = toCome ? kept.map(page => startOf(page)!) : [];
  const moves = shelf === 'both' ? [] : matching.map(({ value }) => shelvedAt(value)).filter(at => at > snapshot.moment);
  const validUntil = [...begins, ...moves].reduce((next, at) => Math.min(next, at), Infinity);
  return { pages: sortPages(kept, String(fields['order']), snapshot.locale).slice(0, Number(fields['most'])), validUntil };
}

/** Pages that stand together in a listing, under the month or year that they are of. */
export interface ListingGroup {
  /** As in "2027-03" or "2027"; empty for all that is not grouped. */
  readonly key: string;
  readonly pages: readonly PageNode[];
}

/**
 * The pages of a listing by month or year: of when what they tell of takes place, or else of when readers first had them. The
 * newest group comes first, unless the soonest page does; in each they keep their order.
 */
export function groupPages(
  snapshot: SiteSnapshot,
  pages: readonly PageNode[],
  { grouped, order }: FieldValues,
  zone: string,
): readonly ListingGroup[] {
  if (grouped !== 'month' && grouped !== 'year') return [{ key: '', pages }];
  const keyOf = (page: PageNode) => localTimeAt(startOf(page) ?? snapshot.firstLive(page.id), zone).slice(0, grouped === 'month' ? 7 : 4);
  const groups = [...groupBy(pages, keyOf)].sort(([a], [b]) => (order === 'soonest' ? compareKeys(a, b) : compareKeys(b, a)));
  return groups.map(([key, some]) => ({ key, pages: some }));
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
