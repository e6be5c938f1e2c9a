/** Spaces that set a page of the tree in, for lists that know only text. */
export function indentOf(depth: number): string {
  return '\u2007\u2007'.repeat(depth);
}
