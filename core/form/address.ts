import { beneathFront } from '../site/beneath-front';
import type { PageNode, SiteSnapshot } from '../site/snapshot';

/** Where the answers to a form on a page are sent; each locale has its own. */
export function formAddress(snapshot: Pick<SiteSnapshot, 'front'>, page: Pick<PageNode, 'id'>, blockId: string): string {
  return beneathFront(snapshot, `/forms/${page.id}/${blockId}`);
}
