import { compareKeys } from '../collection/compare-keys';
import { groupBy } from '../collection/group-by';
import type { FieldValues } from '../fields/field';
import { localTimeAt, type Instant } from '../schedule/local-time';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import { startOf } from './start';

/** Pages that stand together in a listing. */
export interface ListingGroup {
  /** As in "2027-03" or "2027", the id of a section, or a type; empty for all that is not grouped. */
  readonly key: string;
  readonly pages: readonly PageNode[];
}

/**
 * The pages of a listing by month or year (of when what they tell of takes place, or else of when readers first had them), by
 * the section that they are in, or by type. Of times the newest group comes first, unless the soonest page does; sections and
 * types come as their first page does. In each group pages keep their order.
 */
export function groupPages(
  snapshot: SiteSnapshot,
  pages: readonly PageNode[],
  { grouped, order }: FieldValues,
  zone: string,
): readonly ListingGroup[] {
  const asGroups = (keyOf: (page: PageNode) => string) =>
    [...groupBy(pages, keyOf)].map(([key, some]): ListingGroup => ({ key, pages: some }));
  switch (grouped) {
    case 'month':
    case 'year': {
      const length = grouped === 'month' ? 7 : 4;
      // Many pages went live together, and to tell the day of an instant takes long.
      const known = new Map<Instant, string>();
      const keyOf = (page: PageNode) => {
        const at = startOf(page) ?? snapshot.firstLive(page.id);
        const key = known.get(at) ?? localTimeAt(at, zone).slice(0, length);
        known.set(at, key);
        return key;
      };
      return asGroups(keyOf).sort((a, b) => (order === 'soonest' ? compareKeys(a.key, b.key) : compareKeys(b.key, a.key)));
    }
    case 'section':
      return asGroups(sectionOf);
    case 'type':
      return asGroups(page => page.value.type);
    default:
      return [{ key: '', pages }];
  }
}

/** The id of the page at depth 1 that holds a page, or is it; of the front page its own. */
function sectionOf(page: PageNode): string {
  let at = page;
  while (at.depth > 1 && at.parent) at = at.parent;
  return at.id;
}
