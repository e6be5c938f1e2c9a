/** The same number, of 32 bits, for the same words. @see Fowler, Noll and Vo, FNV-1a, and the finisher of MurmurHash3 */
export function lotOf(words: string): number {
  let hash = 0x811c9dc5;
  for (let at = 0; at < words.length; at += 1) hash = Math.imul(hash ^ words.charCodeAt(at), 0x01000193);
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return (hash ^ (hash >>> 16)) >>> 0;
}

/** The same share of one, from 0 to below 1, for the same words. */
export function fractionOf(words: string): number {
  return lotOf(words) / 2 ** 32;
}
