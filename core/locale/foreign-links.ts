import { localeOfAddress, type SiteLocale } from './site-locale';

const kept = new WeakMap<object, readonly string[]>();

/** The addresses that a stored value links to by writing them out, rather than by the id of a page. */
export function writtenAddressesIn(value: unknown): readonly string[] {
  if (typeof value !== 'object' || value === null) return [];
  const known = kept.get(value);
  if (known) return known;
  const found: string[] = [];
  const waiting: unknown[] = [value];
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    if (typeof next !== 'object' || next === null) continue;
    const { address, page } = next as { readonly address?: unknown; readonly page?: unknown };
    if (typeof address === 'string' && address !== '' && page === null) found.push(address);
    waiting.push(...(Object.values(next) as unknown[]));
  }
  kept.set(value, found);
  return found;
}

/**
 * The locale that an address leads into from words read in another; null where it stays, or leaves the site.
 * @param publicAddress - of the site, such as https://reserves.example; may be empty
 */
export function localeLedInto(address: string, from: string, locales: readonly SiteLocale[], publicAddress: string): SiteLocale | null {
  const base = publicAddress || 'http://site.invalid';
  const url = URL.canParse(address, base) ? new URL(address, base) : null;
  if (!url || !/^https?:$/.test(url.protocol) || /^[#?]/.test(address)) return null;
  const isOurs = url.host === new URL(base).host || locales.some(each => each.host !== '' && each.host === url.host);
  // Files, feeds and the like are the same in every language.
  if (!isOurs || /^\/(?:media|api|sign-in|almanac)(?:\/|$)/.test(url.pathname)) return null;
  const locale = localeOfAddress(locales, url.host, url.pathname);
  return locale.tag === from ? null : locale;
}
