import { languageRanges, lookUp } from '@core/locale/lookup';
import { anyone } from '@core/rule/who';
import type { Site } from '../site/site';
import { alternatesIn, localeOfPath, themeWords } from './locales';

/** Another language in which a page is to be read, in its own words. */
export interface LanguageOffer {
  readonly tag: string;
  readonly direction: 'ltr' | 'rtl';
  readonly address: string;
  /** "Mae'r dudalen hon ar gael yn Gymraeg" */
  readonly words: string;
  readonly no: string;
}

/**
 * What may be offered to somebody who reads a page: the same page in the language that they would rather read. It is offered
 * and never forced, and asked for apart from the page, so that a page is kept by its address alone.
 * @param path - where they are
 * @param acceptLanguage - the header of that name
 * @returns null when they read what they would choose, or there is nothing to choose
 * @see RFC 4647 section 3.4; RFC 9110 section 12.5.4
 */
export function languageOffer(site: Site, path: string, acceptLanguage: string): LanguageOffer | null {
  const here = localeOfPath(site, path);
  const snapshot = site.snapshots.readIn(here.tag, []);
  const page = snapshot.pageByPath.get(path);
  if (!page) return null;
  const others = alternatesIn(site, snapshot, page, anyone, false).list.filter(each => each.isSamePage);
  const tag = lookUp(
    languageRanges(acceptLanguage),
    others.map(each => each.tag),
  );
  const found = others.find(each => each.tag === tag && each.tag !== here.tag);
  if (!found) return null;
  const words = themeWords(site, found.tag);
  return { tag: found.tag, direction: found.direction, address: found.address, words: words['offer'] ?? '', no: words['offer no'] ?? '' };
}
