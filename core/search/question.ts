import { stemsOf } from './tokens';

/** What somebody looks for. Each part is one or several stems that stand side by side. */
export interface SearchQuestion {
  readonly wanted: readonly (readonly string[])[];
  /** What a page must not say. */
  readonly unwanted: readonly (readonly string[])[];
}

/** The most characters of what is typed that are looked at, and the most words. */
export const mostTyped = 200;
const mostParts = 12;

/** Either words in quotation marks, or up to the next space; a minus before it leaves out. */
const parts = /(-?)(?:["“„«]([^"”“»]*)["”“»]|(\S+))/g;

/**
 * Reads what somebody typed: words, words "side by side", and -words that are not to be there. Nothing of it is an error.
 * @param locale - in which it is read
 */
export function questionOf(typed: string, locale: string): SearchQuestion {
  const wanted: string[][] = [];
  const unwanted: string[][] = [];
  for (const [, minus, quoted, word] of typed.slice(0, mostTyped).matchAll(parts)) {
    const stems = stemsOf(quoted ?? word ?? '', locale)
      .split(' ')
      .filter(Boolean);
    if (stems.length === 0 || wanted.length + unwanted.length >= mostParts) continue;
    (minus ? unwanted : wanted).push(stems);
  }
  return { wanted, unwanted };
}
