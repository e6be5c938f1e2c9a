import type { FieldFault } from '../fields/field';
import { reservedSegments } from '../page/page';
import { say } from '../tongue/say';
import { checkTag } from './locale-tag';
import { pseudoOf } from './pseudo-tags';
import { localeNamed, prefixOf, type SiteLocale } from './site-locale';

/** The most locales of a site. */
export const mostLocales = 100;

/**
 * What is wrong with the locales of a site, by pointer.
 * @param locales - in their order, the first one that in which it is read unless another is asked for
 * @param titleAt - the title of the page that has a path, or null
 */
export function localeFaults(locales: readonly SiteLocale[], titleAt: (path: string) => string | null): readonly FieldFault[] {
  if (locales.length > mostLocales) return [{ pointer: '', detail: say`At most ${mostLocales} locales.` }];
  return locales.flatMap((locale, at) =>
    faultsOf(locale, at, locales, titleAt).map(({ pointer, detail }) => ({ pointer: `/${at}${pointer}`, detail })),
  );
}

function faultsOf(
  locale: SiteLocale,
  at: number,
  locales: readonly SiteLocale[],
  titleAt: (path: string) => string | null,
): readonly FieldFault[] {
  const { tag, name, follows, prefix, host, state } = locale;
  const faults: FieldFault[] = [];
  const isTaken = (is: (other: SiteLocale) => boolean) => locales.findIndex(is) < at;
  const check = checkTag(tag);
  if (check.kind === 'refused') faults.push({ pointer: '/tag', detail: check.detail });
  else if (isTaken(each => each.tag === tag)) faults.push({ pointer: '/tag', detail: say`The site has this locale already.` });
  if (name.trim() === '') faults.push({ pointer: '/name', detail: say`Say what it calls itself.` });
  if (follows !== '') faults.push(...followsFaults(locale, locales));
  if (at === 0) {
    if (prefix !== '') faults.push({ pointer: '/prefix', detail: say`The first locale is read without a prefix.` });
    if (state !== 'open') faults.push({ pointer: '/state', detail: say`The first locale is open to all: everything else follows it.` });
    if (follows !== '') faults.push({ pointer: '/follows', detail: say`The first locale follows no other.` });
  } else if (pseudoOf(tag) && state === 'open')
    faults.push({ pointer: '/state', detail: say`It is there to be looked through: the staff alone reads it.` });
  if (at > 0 && host === '') {
    const detail = prefixFault(locale, titleAt);
    const twin = locales.find((each, index) => index < at && each.prefix === prefix && prefix !== '');
    if (twin) faults.push({ pointer: '/prefix', detail: say`${twin.name} begins with this already.` });
    else if (detail) faults.push({ pointer: '/prefix', detail });
  } else if (at > 0) {
    if (prefix !== '') faults.push({ pointer: '/prefix', detail: say`Either a prefix or a host of its own, not both.` });
    if (!isHost(host))
      faults.push({ pointer: '/host', detail: say`Write a host like cy.reserves.example, without anything before or after.` });
    else if (isTaken(each => each.host === host)) faults.push({ pointer: '/host', detail: say`Another locale has this host.` });
  }
  return faults;
}

function prefixFault(locale: SiteLocale, titleAt: (path: string) => string | null): string | null {
  const { prefix } = locale;
  if (prefix === '') return say`Say what its addresses begin with, or give it a host of its own.`;
  if (!/^[a-z0-9]+(?:-[a-z0-9]+)*$/.test(prefix) || prefix.length > 35) return say`Small letters, digits and single hyphens between them.`;
  if (reservedSegments.includes(prefix)) return say`${prefixOf(locale)} is answered by the server itself.`;
  const title = titleAt(prefixOf(locale));
  return title === null ? null : say`${prefixOf(locale)} is the address of the page “${title}”.`;
}

function followsFaults({ tag, follows }: SiteLocale, locales: readonly SiteLocale[]): readonly FieldFault[] {
  if (!localeNamed(locales, follows)) return [{ pointer: '/follows', detail: say`The site has no such locale.` }];
  const way = [tag];
  for (let at = follows; at !== ''; at = localeNamed(locales, at)?.follows ?? '') {
    if (way.includes(at))
      return at === tag ? [{ pointer: '/follows', detail: say`They follow each other in a circle: ${[...way, at].join(', ')}.` }] : [];
    way.push(at);
  }
  return [];
}

// RFC 1123 section 2.1: labels of letters, digits and hyphens, none at their ends.
function isHost(host: string): boolean {
  return host.length <= 200 && /^(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)*[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?$/.test(host);
}
