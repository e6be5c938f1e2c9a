/** Public pages that nobody wrote. */
export const servicePages = ['not found', 'sign-in', 'search'] as const;
/** See {@link servicePages}. */
export type ServicePage = (typeof servicePages)[number];

/** Where the search of a site is, in the locale of a snapshot. */
export function searchAddressIn({ front }: { readonly front: { readonly address: string } | null }): string {
  const address = front?.address ?? '/';
  return address === '/' ? '/search' : `${address}/search`;
}
