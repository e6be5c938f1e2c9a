import { beneathFront } from '../site/beneath-front';

/** Public pages that nobody wrote. */
export const servicePages = ['not found', 'sign-in', 'search'] as const;
/** See {@link servicePages}. */
export type ServicePage = (typeof servicePages)[number];

/** Where the search of a site is, in the locale of a snapshot. */
export function searchAddressIn(snapshot: Parameters<typeof beneathFront>[0]): string {
  return beneathFront(snapshot, '/search');
}
