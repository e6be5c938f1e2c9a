import { fallbackChain, type SiteLocale } from '../locale/site-locale';

/** Words by what they are called. */
export type Words = Readonly<Record<string, string>>;

/** Words by locale or language. */
export type WordsByLocale = Readonly<Record<string, Words>>;

/**
 * The fixed words of a theme as they are read in a locale: the site's own before those that come with the theme, the nearest
 * locale of the chain before the next, and for each locale its language where the theme knows no more of it.
 * @param shipped - what comes with the theme; "en" has all of them
 * @param own - what the site says instead
 */
export function wordsIn(tag: string, locales: readonly SiteLocale[], shipped: WordsByLocale, own: WordsByLocale): Words {
  const chain = fallbackChain(tag, locales, locales[0]!.tag);
  const layers = chain.flatMap(each => [own[each], shipped[each], shipped[each.split('-')[0]!]]);
  return Object.assign({}, shipped['en'], ...layers.reverse()) as Words;
}

/** What of the fixed words of a theme nobody has said in a locale: they are read in another. */
export function wordsMissingIn(tag: string, shipped: WordsByLocale, own: WordsByLocale): readonly string[] {
  const said = { ...shipped[tag.split('-')[0]!], ...shipped[tag], ...own[tag] };
  return Object.keys(shipped['en'] ?? {}).filter(name => !said[name]);
}
