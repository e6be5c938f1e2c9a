/** A path of the site as it is addressed in the locale of a snapshot: beneath its front page. @param path - such as "/search" */
export function beneathFront({ front }: { readonly front: { readonly address: string } | null }, path: string): string {
  return front === null || front.address === '/' ? path : `${front.address}${path}`;
}
