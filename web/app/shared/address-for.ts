/** An address made from a title: small letters, digits and hyphens. */
export function addressFor(title: string): string {
  return title
    .normalize('NFKD')
    .replace(/[\u0300-\u036f'’]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 80);
}
