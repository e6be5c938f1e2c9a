/**
 * A short mark of a value by which two are told apart, so that what own words were made from need not be read again to see
 * whether it has changed. Two rounds of FNV-1a over its JSON, 64 bits in all: between a thousand versions of one text two
 * meet by chance less than once in 10^13.
 * @see RFC 9923 (FNV)
 */
export function digestOf(value: unknown): string {
  const text = JSON.stringify(value ?? null);
  let [one, other] = [0x811c9dc5, 0x9747b28c];
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    one = Math.imul(one ^ code, 0x01000193);
    other = Math.imul(other ^ (code + at), 0x01000193);
  }
  return `${(one >>> 0).toString(36)}.${(other >>> 0).toString(36)}`;
}
