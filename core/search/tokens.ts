import { segmenterIn } from '../format/segmenter';
import { stemmerOf } from './stems';

/** A word of a text: its stem, and where it stands. */
export interface Token {
  readonly stem: string;
  /** Index of its first character, and of the one after its last. */
  readonly from: number;
  readonly until: number;
}

const words = /[\p{L}\p{N}][\p{L}\p{N}\p{M}]*/gu;

/** Scripts that put no space between words. */
const unspaced = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;

/** The words of a text in a locale, in order. @see Unicode Standard Annex 29 for scripts without spaces between words */
export function tokensOf(text: string, locale: string): readonly Token[] {
  const stem = stemmerOf(locale);
  const tokens: Token[] = [];
  for (const { 0: word, index } of text.matchAll(words)) {
    if (unspaced.test(word)) tokens.push(...partsOf(word, index, locale));
    else tokens.push({ stem: stem(word), from: index, until: index + word.length });
  }
  return tokens;
}

/** The stems of a text in order, with a space between them. */
export function stemsOf(text: string, locale: string): string {
  return tokensOf(text, locale)
    .map(each => each.stem)
    .join(' ');
}

function partsOf(run: string, start: number, locale: string): readonly Token[] {
  const stem = stemmerOf(locale);
  return [...segmenterIn(locale).segment(run)]
    .filter(each => each.isWordLike)
    .map(({ segment, index }) => ({ stem: stem(segment), from: start + index, until: start + index + segment.length }));
}
