import type { SiteLocale } from '../locale/site-locale';
import { wordsIn, wordsMissingIn, type WordsByLocale } from './words';

/** One of the words that stand on every page: of the site itself, or one of its theme's. */
export interface FixedWord {
  /** As it is stored, such as "name" or "skip". */
  readonly name: string;
  readonly of: 'site' | 'theme';
  /** What the first locale says. */
  readonly source: string;
  /** What is read in the locale without own words. */
  readonly followed: string;
  /** What the site says for itself in the locale; empty where it follows. */
  readonly own: string;
  /** Whether it is read in another language until somebody says it. */
  readonly isMissing: boolean;
}

/** What the fixed words of a site come from. */
export interface FixedWordSources {
  readonly name: string;
  readonly description: string;
  readonly locales: readonly SiteLocale[];
  readonly siteWords: WordsByLocale;
  readonly themeWords: WordsByLocale;
  /** What comes with the theme. */
  readonly shipped: WordsByLocale;
}

/** All fixed words of a site as they are said in a locale; in the first one the site's own name and description are set elsewhere. */
export function fixedWordsIn(tag: string, sources: FixedWordSources): readonly FixedWord[] {
  const { locales, siteWords, themeWords, shipped } = sources;
  const first = locales[0]!.tag;
  const [followed, said] = [wordsIn(tag, locales, shipped, {}), wordsIn(first, locales, shipped, themeWords)];
  const missing = new Set(wordsMissingIn(tag, shipped, themeWords));
  const ofSite = (['name', 'description'] as const).map((name): FixedWord => {
    const own = siteWords[tag]?.[name] ?? '';
    return { name, of: 'site', source: sources[name], followed: sources[name], own, isMissing: sources[name] !== '' && own === '' };
  });
  const ofTheme = Object.keys(shipped['en'] ?? {}).map((name): FixedWord => {
    const own = themeWords[tag]?.[name] ?? '';
    return { name, of: 'theme', source: said[name]!, followed: followed[name]!, own, isMissing: missing.has(name) };
  });
  return tag === first ? ofTheme : [...ofSite, ...ofTheme];
}

/** Words with one of them said otherwise in a locale; saying nothing lets it follow again. */
export function withFixedWord(words: WordsByLocale, tag: string, name: string, text: string): WordsByLocale {
  const { [name]: _, ...rest } = words[tag] ?? {};
  return { ...words, [tag]: text.trim() === '' ? rest : { ...rest, [name]: text.trim() } };
}
