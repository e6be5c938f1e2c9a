/**
 * The locales in which words are looked for, the nearest first: the one that is asked for, then what is left of it as its
 * subtags are taken off from the end, as far as the site has them, and at last the base.
 * @param tag - the locale that is asked for
 * @param available - the locales that the site has
 * @see RFC 4647 section 3.4 (lookup)
 */
export function fallbackChain(tag: string, available: readonly string[], base: string): readonly string[] {
  const chain: string[] = [];
  for (let range = tag; range !== ''; range = shortened(range)) {
    const found = available.find(each => each.toLowerCase() === range.toLowerCase());
    if (found !== undefined && found !== base) chain.push(found);
    if (found === base) break;
  }
  return [...chain, base];
}

// A single letter or digit introduces what follows it, so it does not stay behind alone.
function shortened(range: string): string {
  const subtags = range.split('-').slice(0, -1);
  if (subtags[subtags.length - 1]?.length === 1) subtags.pop();
  return subtags.join('-');
}
