import { diffWordsWithSpace } from 'diff';
import { mostEdits } from '../compare/bounds';

/** A stretch of a text, by where it begins and ends, in UTF-16 code units. */
export interface Passage {
  readonly from: number;
  /** Excluded. */
  readonly to: number;
}

/** The first place of some words in a text, or null. */
export function passageOf(quote: string, text: string): Passage | null {
  const from = text.indexOf(quote);
  return from < 0 || quote === '' ? null : { from, to: from + quote.length };
}

/**
 * Where a passage stands after its text was written on: as far as any of its words are left, or what took their place; null
 * where all of it is gone.
 */
export function followPassage({ from, to }: Passage, before: string, after: string): Passage | null {
  if (before === after) return { from, to };
  const quote = before.slice(from, to);
  // Several words that stand in either text just once are the same ones, though what is around them changed places with them.
  if (/\S\s+\S/.test(quote) && isOnce(quote, before) && isOnce(quote, after)) return passageOf(quote, after);
  const parts = diffWordsWithSpace(before, after, { maxEditLength: mostEdits });
  // Texts that have next to nothing in common: the words themselves are looked for.
  if (!parts) return passageOf(quote, after);
  let [at, now] = [0, 0];
  let start: number | null = null;
  let end = 0;
  let wasTakenOut = false;
  for (const { added, removed, value } of parts) {
    const [next, nowNext] = [added ? at : at + value.length, removed ? now : now + value.length];
    const [first, last] = [Math.max(from, at), Math.min(to, next)];
    // What came in the middle of a passage, or in place of a part of it, is part of it.
    if (added && ((at > from && at < to) || wasTakenOut)) [start, end] = [start ?? now, nowNext];
    if (!added && !removed && first < last) [start, end] = [start ?? now + first - at, now + last - at];
    wasTakenOut = removed && first < last;
    [at, now] = [next, nowNext];
  }
  return start === null || end <= start ? null : { from: start, to: end };
}

function isOnce(quote: string, text: string): boolean {
  const at = text.indexOf(quote);
  return at >= 0 && text.indexOf(quote, at + 1) < 0;
}
