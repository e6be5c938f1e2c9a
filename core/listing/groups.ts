import { compareKeys } from '../collection/compare-keys';
import type { FieldValues } from '../fields/field';
import { collatorIn } from '../format/collator';
import { authorsOf, topicsOf } from '../page/page';
import { localTimeAt, type Instant } from '../schedule/local-time';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import { startOf } from './start';

/** Pages that stand together in a listing. */
export interface ListingGroup {
  /** As in "2027-03" or "2027", the id of a section, a type, a topic or a name; empty for what has none. */
  readonly key: string;
  readonly pages: readonly PageNode[];
}

/** What groups of times are made of. */
const lengthOfTime: Readonly<Record<string, number>> = { month: 7, year: 4 };

/**
 * The pages of a listing by month or year (of when what they tell of takes place, or else of when readers first had them), by
 * the section that they are in, by type, topic or who wrote them: a page with several topics stands under each. As usual the
 * newest group of times comes first, unless the soonest page does, and other groups come as their first page does; or else by
 * what they are called, up or down. What has no group of its own comes last. In each group pages keep their order.
 * @param nameOf - what the group of a key is called
 */
export function groupPages(
  snapshot: SiteSnapshot,
  pages: readonly PageNode[],
  { grouped, groupOrder, order }: FieldValues,
  zone: string,
  nameOf: (key: string) => string,
): readonly ListingGroup[] {
  const by = String(grouped ?? '');
  if (by === '') return [{ key: '', pages }];
  const groups = new Map<string, PageNode[]>();
  const keysOf = keysFor(by, snapshot, zone);
  for (const page of pages)
    for (const key of keysOf(page)) {
      const group = groups.get(key) ?? [];
      group.push(page);
      groups.set(key, group);
    }
  const made = [...groups].map(([key, some]): ListingGroup => ({ key, pages: some }));
  const isOfTimes = by in lengthOfTime;
  const asAsked = groupOrder === 'up' || groupOrder === 'down' ? groupOrder : isOfTimes ? (order === 'soonest' ? 'up' : 'down') : null;
  const noneLast = (a: ListingGroup, b: ListingGroup) => Number(a.key === '') - Number(b.key === '');
  if (asAsked === null) return made.sort(noneLast);
  const { compare } = collatorIn(snapshot.locale);
  const compared = isOfTimes ? compareKeys : (a: string, b: string) => compare(nameOf(a), nameOf(b));
  const sign = asAsked === 'up' ? 1 : -1;
  return made.sort((a, b) => noneLast(a, b) || sign * compared(a.key, b.key));
}

function keysFor(by: string, snapshot: SiteSnapshot, zone: string): (page: PageNode) => readonly string[] {
  const orNone = (keys: readonly string[]) => (keys.length === 0 ? [''] : keys);
  switch (by) {
    case 'section':
      return page => [sectionOf(page).id];
    case 'type':
      return page => [page.value.type];
    case 'topic':
      return page => orNone(topicsOf(page.value));
    case 'author':
      return page => orNone(authorsOf(page.value));
    default: {
      // Many pages went live together, and to tell the day of an instant takes long.
      const known = new Map<Instant, string>();
      return page => {
        const at = startOf(page, snapshot.moment) ?? snapshot.firstLive(page.id);
        const key = known.get(at) ?? localTimeAt(at, zone).slice(0, lengthOfTime[by]);
        known.set(at, key);
        return [key];
      };
    }
  }
}

/** The page at depth 1 that holds a page, or is it; the front page is its own. */
export function sectionOf(page: PageNode): PageNode {
  let at = page;
  while (at.depth > 1 && at.parent) at = at.parent;
  return at;
}
