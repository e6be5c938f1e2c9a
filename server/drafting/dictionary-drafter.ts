import { dictionaryLanguages, dictionaryLines } from './dictionary';
import type { Drafter } from './drafter';

type Dictionary = ReadonlyMap<string, string>;

/** The most words of a phrase in a dictionary. */
const longestPhrase = 4;

/**
 * A stand-in for a service that translates: a small dictionary that ships with the product. It puts word for word what it
 * knows, the longest phrase first, and leaves what it does not know as it was. Its drafts show how the work goes; nobody
 * would publish them.
 */
export class DictionaryDrafter implements Drafter {
  readonly name = 'a small dictionary';
  knows(from: string, into: string): boolean {
    return languageOf(from) === 'en' && dictionaries.has(languageOf(into));
  }

  draft(texts: readonly string[], _from: string, into: string, terms: ReadonlyMap<string, string>): Promise<readonly string[]> {
    const known = new Map([...(dictionaries.get(languageOf(into)) ?? []), ...terms]);
    return Promise.resolve(texts.map(text => inWords(text, known)));
  }
}

const dictionaries: ReadonlyMap<string, Dictionary> = new Map(
  dictionaryLanguages.map((language, at) => [
    language,
    new Map(
      dictionaryLines
        .trim()
        .split('\n')
        .map(line => line.split('|'))
        .flatMap(([word = '', ...said]) => (said[at] ? [[word, said[at]] as const] : [])),
    ),
  ]),
);

function languageOf(tag: string): string {
  return tag.split('-')[0]!;
}

function inWords(text: string, known: Dictionary): string {
  // Words at even places, what stands between them at odd ones.
  const parts = text.split(/([^\p{L}\p{M}’']+)/u);
  let made = '';
  for (let at = 0; at < parts.length; at += 1) {
    const phrase = at % 2 === 0 ? phraseAt(parts, at, known) : null;
    made += phrase ? likeCapitals(parts[at]!, phrase.said) : parts[at]!;
    if (phrase) at += (phrase.length - 1) * 2;
  }
  return made;
}

function phraseAt(parts: readonly string[], at: number, known: Dictionary): { readonly said: string; readonly length: number } | null {
  for (let length = longestPhrase; length > 0; length -= 1) {
    const within = parts.slice(at, at + length * 2 - 1);
    if (within.length < length * 2 - 1 || within.some((part, nth) => nth % 2 === 1 && part !== ' ')) continue;
    const said = known.get(within.join('').toLowerCase());
    if (said !== undefined) return { said, length };
  }
  return null;
}

function likeCapitals(source: string, said: string): string {
  return /^\p{Lu}/u.test(source) ? said.charAt(0).toUpperCase() + said.slice(1) : said;
}
