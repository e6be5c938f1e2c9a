import { beneathFront } from '../site/beneath-front';
import type { PageNode, SiteSnapshot } from '../site/snapshot';

/** Where the feed of a listing on a page is, without the ending that says which kind of feed; each locale has its own. */
export function feedAddress(snapshot: Pick<SiteSnapshot, 'front'>, page: Pick<PageNode, 'id'>, blockId: string): string {
  return beneathFront(snapshot, `/feeds/${page.id}/${blockId}`);
}
