import { directionOf, ownNameOf } from './locale-tag';
import { lookUp } from './lookup';
import { pseudoOf } from './pseudo-tags';

/** Who reads a site in a locale: everybody, the staff until it is ready, or nobody. */
export const localeStates = ['open', 'staff', 'off'] as const;
/** See {@link localeStates}. */
export type LocaleState = (typeof localeStates)[number];

/** A locale in which a site is read. */
export interface SiteLocale {
  /** In canonical form. @see BCP 47 */
  readonly tag: string;
  /** What it calls itself. */
  readonly name: string;
  readonly direction: 'ltr' | 'rtl';
  /** The tag of the locale whose words it takes where it has none; empty takes those of the first one. */
  readonly follows: string;
  /** What its addresses begin with, without strokes, such as "cy"; empty where it has a host of its own, or is the first. */
  readonly prefix: string;
  /** The host that it is read at, such as "cy.reserves.example"; empty where it has a prefix. */
  readonly host: string;
  readonly state: LocaleState;
  /** Whether everything is to be written in it. */
  readonly isWhole?: boolean;
  /** What its addresses began with before; they lead on to those of now. */
  readonly formerly?: readonly string[];
}

/** A locale as it is added: named by itself, following the nearest that there is, and for the staff until it is ready. */
export function freshLocale(tag: string, locales: readonly SiteLocale[]): SiteLocale {
  const others = locales.map(each => each.tag);
  const nearest = lookUp([{ range: tag, weight: 1 }], others);
  return {
    tag,
    name: ownNameOf(tag),
    direction: directionOf(tag),
    follows: nearest !== null && nearest !== others[0] ? nearest : '',
    prefix: tag.toLowerCase(),
    host: '',
    state: 'staff',
  };
}

/** The first locale of a site: it has no prefix, and everything ends by following it. */
export function firstLocale(tag: string): SiteLocale {
  return { ...freshLocale(tag, []), prefix: '', state: 'open' };
}

/** The locales that people write in: all but those whose words are made by a rule. */
export function writtenLocales(locales: readonly SiteLocale[]): readonly SiteLocale[] {
  return locales.filter(each => pseudoOf(each.tag) === null);
}

/** The locale of that tag, or undefined. */
export function localeNamed(locales: readonly SiteLocale[], tag: string): SiteLocale | undefined {
  return locales.find(each => each.tag === tag);
}

/**
 * The locales in which words are looked for when a site is read in one, the nearest first. It ends with the first one.
 * @param locales - of the site; what follows in a circle is cut where it comes again
 * @param base - the tag of the first one
 */
export function fallbackChain(tag: string, locales: readonly SiteLocale[], base: string): readonly string[] {
  const chain: string[] = [];
  for (let at = tag; at !== base && at !== '' && !chain.includes(at); at = localeNamed(locales, at)?.follows ?? '') chain.push(at);
  return [...chain, base];
}

/** How many earlier prefixes of a locale lead on. */
const mostFormer = 10;

/** Locales as they are set, each with the prefixes that it had before; one that another takes over is no longer among them. */
export function withFormerPrefixes(before: readonly SiteLocale[], after: readonly SiteLocale[]): readonly SiteLocale[] {
  const taken = new Set(after.map(each => each.prefix));
  return after.map(({ formerly: _, ...locale }) => {
    const old = localeNamed(before, locale.tag);
    const all = [...new Set([...(old && old.prefix !== locale.prefix ? [old.prefix] : []), ...(old?.formerly ?? [])])];
    const formerly = all.filter(prefix => prefix !== '' && !taken.has(prefix)).slice(0, mostFormer);
    return formerly.length > 0 ? { ...locale, formerly } : locale;
  });
}

/** What addresses begin with in a locale: nothing, or a stroke and its prefix. */
export function prefixOf({ prefix }: Pick<SiteLocale, 'prefix'>): string {
  return prefix === '' ? '' : `/${prefix}`;
}

/** Whether readers who are not on the staff have it. */
export function isRead({ state }: SiteLocale, isStaff: boolean): boolean {
  return state === 'open' || (state === 'staff' && isStaff);
}

/** Where a path leads that begins with what a locale had before: the locale, and the path after its prefix; null for any other. */
export function formerAddress(locales: readonly SiteLocale[], path: string): { readonly locale: SiteLocale; readonly rest: string } | null {
  const first = path.split('/')[1] ?? '';
  const locale = locales.find(each => each.formerly?.includes(first));
  return locale ? { locale, rest: path.slice(first.length + 1) } : null;
}

/**
 * In which locale an address is read: by its host, else by its prefix, else in the first one.
 * @param host - without a port, in small letters
 */
export function localeOfAddress(locales: readonly SiteLocale[], host: string, path: string): SiteLocale {
  const first = path.split('/')[1] ?? '';
  return (
    locales.find(each => each.host !== '' && each.host === host) ??
    locales.find(each => each.prefix !== '' && each.prefix === first) ??
    locales[0]!
  );
}
