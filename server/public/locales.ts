import { pseudoText } from '@core/locale/pseudo';
import { pseudoOf } from '@core/locale/pseudo-tags';
import { alternatesOf, type Alternates, type ReadIn } from '@core/locale/alternates';
import { fallbackChain, isRead, localeNamed, localeOfAddress, prefixOf, type SiteLocale } from '@core/locale/site-locale';
import { mayRead } from '@core/placement/resolve';
import { anyone, type ReaderFacts } from '@core/rule/who';
import type { PageNode, SiteSnapshot } from '@core/site/snapshot';
import { withOwnLabels } from '@core/theme/with-own-labels';
import { wordsIn, type Words, type WordsByLocale } from '@core/theme/words';
import type { Request } from 'express';
import type { SiteSettings } from '../repositories/settings-repository';
import type { AsSet, Site } from '../site/site';

/** In which locale a request is read by somebody. A locale that is not read by them has no addresses of its own. */
export function localeOfRequest(site: Site, request: Request, isStaff: boolean): SiteLocale {
  const { locales } = site.settings;
  if (locales.length === 1) return locales[0]!;
  const read = locales.filter(each => isRead(each, isStaff));
  return localeOfAddress(read, (request.hostname ?? '').toLowerCase(), request.path);
}

/** A request at an address beneath the prefix of its locale. */
export interface NamedRequest {
  readonly locale: SiteLocale;
  /** What the groups of the pattern found. */
  readonly parts: readonly (string | undefined)[];
}

/**
 * What a request names, where its address is the prefix of the locale in which it is read and then what a pattern asks for.
 * @param pattern - of all that follows the prefix, such as /^\/feeds\/([0-9]+)$/
 */
export function namedByRequest(site: Site, request: Request, pattern: RegExp): NamedRequest | null {
  const locale = localeOfRequest(site, request, false);
  const prefix = prefixOf(locale);
  const found = request.path.startsWith(prefix) ? pattern.exec(request.path.slice(prefix.length)) : null;
  return found && { locale, parts: found.slice(1) };
}

/** In which locale a path of this site is read by everybody, such as one that a form leads back to. */
export function localeOfPath(site: Site, path: string): SiteLocale {
  const read = site.settings.locales.filter(each => isRead(each, false));
  return localeOfAddress(read, '', path);
}

/** The locale of a snapshot; one that the site does not have is written like the first. */
export function localeOf(site: Site, snapshot: SiteSnapshot): SiteLocale {
  const { locales } = site.asSetAt(snapshot.moment).settings;
  return localeNamed(locales, snapshot.locale) ?? locales[0]!;
}

/** What stands before the paths of a locale: its own host, or else that of the site where a locale has one of its own. */
export function originOf(site: Site, locale: SiteLocale): string {
  const { publicAddress } = site;
  if (locale.host !== '') return `${publicAddress.startsWith('http:') ? 'http' : 'https'}://${locale.host}`;
  return site.settings.locales.some(each => each.host !== '') ? publicAddress : '';
}

/** Where a page is to be read in every locale, as one reader may. */
export function alternatesIn(site: Site, snapshot: SiteSnapshot, page: PageNode | null, reader: ReaderFacts, isStaff: boolean): Alternates {
  const readIn = site
    .asSetAt(snapshot.moment)
    .settings.locales.filter(each => isRead(each, isStaff))
    .map((locale): ReadIn => ({
      locale,
      snapshot: locale.tag === snapshot.locale ? snapshot : site.snapshots.readIn(locale.tag, [], snapshot.moment),
    }));
  return alternatesOf(page, snapshot.locale, reader, readIn, locale => originOf(site, locale));
}

const keptShipped = new WeakMap<SiteSettings, WordsByLocale>();

/** The fixed words that come with the theme, and the labels of the site’s own fields, which can be said in all locales like those. */
export function shippedWords({ settings, theme }: Pick<AsSet, 'settings' | 'theme'>): WordsByLocale {
  const known = keptShipped.get(settings) ?? withOwnLabels(theme.words, settings.siteTypes, settings.locales[0]!.tag);
  keptShipped.set(settings, known);
  return known;
}

const keptWords = new WeakMap<SiteSettings, Map<string, Words>>();

/** The fixed words of the theme in a locale; the same object for as long as nobody sets others. */
export function themeWords({ settings, theme }: AsSet, tag: string): Words {
  const kept = keptWords.get(settings) ?? new Map<string, Words>();
  keptWords.set(settings, kept);
  const words = kept.get(tag) ?? disguised(tag, wordsIn(tag, settings.locales, shippedWords({ settings, theme }), settings.themeWords));
  kept.set(tag, words);
  return words;
}

function disguised(tag: string, words: Words): Words {
  const pseudo = pseudoOf(tag);
  return pseudo ? Object.fromEntries(Object.entries(words).map(([name, said]) => [name, pseudoText(said, pseudo)])) : words;
}

/** What the site is called, or about, in a locale. */
export function siteWord({ settings }: AsSet, tag: string, word: 'name' | 'description'): string {
  const [base] = settings.locales;
  const pseudo = pseudoOf(tag);
  if (pseudo) return pseudoText(settings[word], pseudo);
  for (const each of fallbackChain(tag, settings.locales, base!.tag)) {
    const own = each === base!.tag ? settings[word] : settings.siteWords[each]?.[word];
    if (own) return own;
  }
  return settings[word];
}

/** A live page that everybody may read, with its alternates: what search engines are told of. */
export function publicPagesIn(site: Site, locale: SiteLocale): readonly PageNode[] {
  return site.snapshots.readIn(locale.tag, []).pages.filter(page => mayRead(page, anyone));
}
