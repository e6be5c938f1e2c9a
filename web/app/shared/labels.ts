/** What a picture is called: its file's name in words. */
export function pictureName(picture: string): string {
  return picture.replace(/^\/media\/|\.\w+$/g, '').replace(/-/g, ' ');
}

/** Spaces that set a page of the tree in, for lists that know only text. */
export function indentOf(depth: number): string {
  return '\u2007\u2007'.repeat(depth);
}
