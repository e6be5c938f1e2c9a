import type { PageNode, SiteSnapshot } from '../site/snapshot';

/** Where the feed of a listing on a page is, without the ending that says which kind of feed; each locale has its own. */
export function feedAddress({ front }: Pick<SiteSnapshot, 'front'>, page: Pick<PageNode, 'id'>, blockId: string): string {
  const prefix = front && front.address !== '/' ? front.address : '';
  return `${prefix}/feeds/${page.id}/${blockId}`;
}
