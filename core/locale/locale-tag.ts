import type { z as zod } from 'zod';
import type { Zod } from '../fields/field';
import { listOf } from '../format/moment';
import { say } from '../tongue/say';

/** Whether a text is a locale in its canonical form. @see BCP 47 */
export function isLocaleTag(tag: string): boolean {
  try {
    return Intl.getCanonicalLocales(tag)[0] === tag;
  } catch {
    return false;
  }
}

/** The schema of a locale. */
export function localeTagSchema(z: Zod): zod.ZodType<string> {
  return z
    .string()
    .max(longestTag)
    .refine(isLocaleTag, { error: () => say`Not a locale. Write it like en-GB or cy.` });
}

/** The most characters of a tag. @see RFC 5646 section 4.4.1 */
const longestTag = 35;

/** What somebody typed for a locale: its tag, or what is wrong with it and what may have been meant. */
export type TagCheck =
  | { readonly kind: 'known'; readonly tag: string }
  | { readonly kind: 'refused'; readonly detail: string; readonly nearest: readonly string[] };

/**
 * Checks what somebody typed for a locale. A tag that is well formed but names no language that the program knows is
 * refused too: the name of a language, or a tag that differs by a letter, is offered instead.
 * @see RFC 5646 sections 2.1 and 2.2; the languages are those of CLDR
 */
export function checkTag(typed: string): TagCheck {
  const text = typed.trim();
  const refused = (detail: string, nearest: readonly string[] = []): TagCheck => ({ kind: 'refused', detail, nearest });
  if (text === '') return refused(say`Say which, such as cy or en-GB.`);
  const byName = knownLanguages()
    .filter(({ names }) => names.some(name => name === text.toLowerCase()))
    .map(each => each.code);
  if (byName.length > 0) return refused(say`Write it as a tag: ${listOf(byName, 'or')}.`, byName);
  if (text.length > longestTag) return refused(say`At most ${longestTag} characters.`);
  const canonical = canonicalTag(text);
  if (canonical === null) {
    const nearest = wellFormedPart(text.replace(/_/g, '-').replace(/[.@].*$/, '')) ?? nearCodes(text);
    return refused(say`This is no locale.${orMeant(nearest)}`, nearest);
  }
  if (languageName(canonical) === null) {
    const nearest = nearCodes(canonical);
    return refused(say`No language is known under “${canonical.split('-')[0]!}”.${orMeant(nearest)}`, nearest);
  }
  return canonical === text ? { kind: 'known', tag: canonical } : refused(say`Its tag is written ${canonical}.`, [canonical]);
}

function orMeant(nearest: readonly string[]): string {
  return nearest.length === 0 ? '' : say` Did you mean ${listOf(nearest, 'or')}?`;
}

// What is left of a tag as subtags are taken off from its end, when that names a language.
function wellFormedPart(text: string): readonly string[] | null {
  for (let subtags = text.split('-'); subtags.length > 0; subtags = subtags.slice(0, -1)) {
    const tag = canonicalTag(subtags.join('-'));
    if (tag !== null) return languageName(tag) === null ? null : [tag];
  }
  return null;
}

/** The canonical form of a tag, or null for what is none. @see BCP 47 */
export function canonicalTag(text: string): string | null {
  try {
    return Intl.getCanonicalLocales(text)[0] ?? null;
  } catch {
    return null;
  }
}

const english = new Intl.DisplayNames(['en'], { type: 'language', fallback: 'none' });

function languageName(tag: string): string | null {
  return english.of(tag.split('-')[0]!) ?? null;
}

interface KnownLanguage {
  readonly code: string;
  /** In English and in itself, in small letters. */
  readonly names: readonly string[];
}

let languages: readonly KnownLanguage[] | null = null;

// The languages with codes of two letters, which are nearly all that a site is written in.
function knownLanguages(): readonly KnownLanguage[] {
  const letters = [...'abcdefghijklmnopqrstuvwxyz'];
  languages ??= letters
    .flatMap(first => letters.map(second => first + second))
    .flatMap(code => {
      const name = english.of(code);
      return name === undefined ? [] : [{ code, names: [name.toLowerCase(), ownNameOf(code).toLowerCase()] }];
    });
  return languages;
}

// Codes that one letter tells from what was typed.
function nearCodes(typed: string): readonly string[] {
  const code = typed.toLowerCase().split(/[-_]/)[0]!;
  return knownLanguages()
    .map(each => each.code)
    .filter(each => each !== code && (code.length === 2 ? each[0] === code[0] : code.startsWith(each)))
    .slice(0, 3);
}

/** What a locale calls itself, beginning with a capital where it has them. */
export function ownNameOf(tag: string): string {
  const name = new Intl.DisplayNames([tag], { type: 'language', languageDisplay: 'standard' }).of(tag) ?? tag;
  return name.charAt(0).toLocaleUpperCase(tag) + name.slice(1);
}

// Scripts written from right to left. @see Unicode Standard Annex 9; CLDR supplemental data, script metadata
const rightToLeft: ReadonlySet<string> = new Set(
  (
    'Adlm Arab Armi Avst Chrs Cprt Elym Gara Hatr Hebr Hung Khar Lydi Mand Mani Mend Merc Mero Narb Nbat Nkoo Orkh Ougr Palm ' +
    'Phli Phlp Phnx Prti Rohg Samr Sarb Sidt Sogd Sogo Syrc Thaa Yezi'
  ).split(' '),
);

/** In which direction a locale is written. */
export function directionOf(tag: string): 'ltr' | 'rtl' {
  return rightToLeft.has(new Intl.Locale(tag).maximize().script ?? '') ? 'rtl' : 'ltr';
}
