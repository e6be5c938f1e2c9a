import { instantOf, type Instant } from '../schedule/local-time';
import type { PageValue } from './page';

/** From when a page stands on the back shelf; infinite where nobody has said so. */
export function shelvedAt({ shelvedFrom }: Pick<PageValue, 'shelvedFrom'>): Instant {
  return shelvedFrom ? instantOf(shelvedFrom) : Infinity;
}

/** Whether a page stands on the back shelf at a moment. */
export function isShelved(page: Pick<PageValue, 'shelvedFrom'>, moment: Instant): boolean {
  return shelvedAt(page) <= moment;
}
