import { takesPlaceOf } from '../page/page';
import { instantOf, type Instant } from '../schedule/local-time';
import type { PageNode } from '../site/snapshot';

/** When what a page tells of takes place; null when it does not say. */
export function startOf(page: Pick<PageNode, 'value'>): Instant | null {
  const takesPlace = takesPlaceOf(page.value);
  return takesPlace ? instantOf(takesPlace) : null;
}
