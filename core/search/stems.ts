import { newStemmer } from 'snowball-stemmers';
import { keeping, mostLocalesKept } from '../collection/keeping';

/** The Snowball stemmer of each language that has one, by the language's subtag. @see https://snowballstem.org/algorithms/ */
const algorithms: Readonly<Record<string, string>> = {
  ar: 'arabic',
  ca: 'catalan',
  cs: 'czech',
  da: 'danish',
  de: 'german',
  en: 'english',
  es: 'spanish',
  eu: 'basque',
  fi: 'finnish',
  fr: 'french',
  ga: 'irish',
  hu: 'hungarian',
  hy: 'armenian',
  it: 'italian',
  nb: 'norwegian',
  nl: 'dutch',
  nn: 'norwegian',
  no: 'norwegian',
  pt: 'portuguese',
  ro: 'romanian',
  ru: 'russian',
  sl: 'slovene',
  sv: 'swedish',
  ta: 'tamil',
  tr: 'turkish',
};

/** Brings a word to its stem, the same for all forms of it that a language's rules know. */
export type Stemmer = (word: string) => string;

/** The most stems that are kept of a language. */
const mostKept = 50_000;

/**
 * The stemmer of a locale. Letters count the same whether they are large or small, with marks or without; where a language
 * has no stemmer, that is all.
 * @param locale - BCP 47 tag
 */
export const stemmerOf = keeping(mostLocalesKept, (locale): Stemmer => {
  const algorithm = algorithms[locale.split('-')[0]!.toLowerCase()];
  const stemmer = algorithm === undefined ? null : newStemmer(algorithm);
  return keeping(mostKept, word => {
    const small = word.toLocaleLowerCase(locale);
    return plain(stemmer === null ? small : stemmer.stem(small));
  });
});

// Marks are left out after the stem is found, since a stemmer goes by them. @see Unicode Standard Annex 15
function plain(word: string): string {
  return word.normalize('NFKD').replace(/[^\p{L}\p{N}]/gu, '');
}
