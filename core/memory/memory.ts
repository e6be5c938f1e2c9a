import { diffArrays } from 'diff';
import { groupBy } from '../collection/group-by';

/** Words that were once put into another language. */
export interface Remembered {
  readonly source: string;
  readonly target: string;
  /** The record in which they stand. */
  readonly recordId: string;
}

/** Something remembered that is like a text. */
export interface Likeness extends Remembered {
  /** From 0 to 1: 1 is the same to the letter. */
  readonly likeness: number;
}

/** How like two texts must be to be of use: common practice, where three quarters is the usual least for offering a near match. */
export const leastLikeness = 0.7;

/** How many of the sources that share most words with a text are looked at in full. */
const mostLookedAt = 40;

/** The most words of a text that are held against others. */
const mostWords = 400;

/**
 * Earlier translations from one language into another, to be found by sources like a given one. Finding takes time by how
 * many sources share a rare word with the text, not by how many are remembered.
 */
export class Memory {
  readonly #entries: readonly (Remembered & { readonly words: readonly string[] })[];
  readonly #byWord: ReadonlyMap<string, readonly number[]>;

  constructor(entries: Iterable<Remembered>) {
    this.#entries = [...entries].map(each => ({ ...each, words: wordsOf(each.source) }));
    const byWord = new Map<string, number[]>();
    this.#entries.forEach(({ words }, at) => {
      for (const word of new Set(words)) {
        const list = byWord.get(word);
        if (list) list.push(at);
        else byWord.set(word, [at]);
      }
    });
    this.#byWord = byWord;
  }

  /**
   * What is remembered of sources like a text, the likest first; each target once.
   * @param except - a record whose own words are left out
   */
  find(text: string, most: number, except = ''): readonly Likeness[] {
    const words = wordsOf(text);
    const found = this.#candidates(words)
      .map(at => this.#entries[at]!)
      .filter(each => each.recordId !== except)
      .map(({ source, target, recordId, words: others }) => ({
        source,
        target,
        recordId,
        likeness: source === text ? 1 : Math.min(0.99, likenessOf(words, others)),
      }))
      .filter(each => each.likeness >= leastLikeness);
    const byTarget = [...groupBy(found, each => each.target).values()].map(same =>
      same.reduce((a, b) => (b.likeness > a.likeness ? b : a)),
    );
    return byTarget.sort((a, b) => b.likeness - a.likeness).slice(0, most);
  }

  // Rare words tell texts apart; what nearly every text has is asked for last, and only as far as there is room.
  #candidates(words: readonly string[]): readonly number[] {
    const lists = [...new Set(words)]
      .map(word => this.#byWord.get(word) ?? [])
      .filter(list => list.length > 0)
      .sort((a, b) => a.length - b.length);
    const shared = new Map<number, number>();
    let looked = 0;
    for (const list of lists) {
      if (looked > mostPostings) break;
      looked += list.length;
      for (const at of list) shared.set(at, (shared.get(at) ?? 0) + 1);
    }
    return [...shared]
      .sort(
        (a, b) =>
          b[1] / Math.max(words.length, this.#entries[b[0]]!.words.length) -
          a[1] / Math.max(words.length, this.#entries[a[0]]!.words.length),
      )
      .slice(0, mostLookedAt)
      .map(([at]) => at);
  }
}

/** How many places of words are gone through for one text. */
const mostPostings = 20_000;

/** How much of two texts is the same words in the same order: 2 × common ÷ all. @see the Sørensen–Dice coefficient */
function likenessOf(one: readonly string[], other: readonly string[]): number {
  if (one.length + other.length === 0) return 0;
  const common = diffArrays([...one], [...other]).reduce((sum, part) => (part.added || part.removed ? sum : sum + part.count), 0);
  return (2 * common) / (one.length + other.length);
}

function wordsOf(text: string): readonly string[] {
  return (text.toLowerCase().match(/\p{L}[\p{L}\p{M}’']*|\p{N}+/gu) ?? []).slice(0, mostWords);
}
