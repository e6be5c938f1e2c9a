import { segmenterIn } from '../format/segmenter';

/** A term that a site always says in the same words. */
export interface Term {
  /** As the first locale says it. */
  readonly term: string;
  /** What it means, or when it is not meant; may be empty. */
  readonly note: string;
  /** How other locales say it, each in one or more forms parted by commas, the first the usual one. */
  readonly words: Readonly<Record<string, string>>;
}

/** A term found in a text, with how it is said in a locale. */
export interface FoundTerm {
  readonly term: string;
  readonly note: string;
  /** The forms in which it may be said. */
  readonly forms: readonly string[];
}

/**
 * The terms that a text has, as they are said in a locale; those that nobody has said there are left out. A term is found
 * as whole words whatever their capitals, also with a plural s.
 * @param from - tag of the locale of the text
 * @param into - tag of the locale that it is put into
 */
export function termsIn(text: string, terms: readonly Term[], from: string, into: string): readonly FoundTerm[] {
  const words = wordsOf(text, from);
  return terms.flatMap(({ term, note, words: said }) => {
    const forms = formsOf(said[into] ?? '');
    return forms.length > 0 && hasWords(words, wordsOf(term, from)) ? [{ term, note, forms }] : [];
  });
}

/** Which of the terms of a text are said in none of their forms in what was made from it. */
export function missedTerms(found: readonly FoundTerm[], own: string, into: string): readonly FoundTerm[] {
  const text = own.normalize('NFC').toLocaleLowerCase(into);
  return found.filter(({ forms }) => !forms.some(form => text.includes(form.normalize('NFC').toLocaleLowerCase(into))));
}

function formsOf(said: string): readonly string[] {
  return said
    .split(/[,;،、]/)
    .map(form => form.trim())
    .filter(form => form !== '');
}

/** The words of a text in small letters, without what stands between them. @see Unicode Standard Annex 29, word boundaries */
function wordsOf(text: string, locale: string): readonly string[] {
  return [...segmenterIn(locale).segment(text.normalize('NFC'))].flatMap(({ segment, isWordLike }) =>
    isWordLike ? [segment.toLocaleLowerCase(locale)] : [],
  );
}

function hasWords(text: readonly string[], term: readonly string[]): boolean {
  if (term.length === 0) return false;
  const isWord = (word: string | undefined, wanted: string) => word === wanted || word === `${wanted}s` || word === `${wanted}es`;
  return text.some((_, at) => term.every((wanted, nth) => isWord(text[at + nth], wanted)));
}
