import { mergeOne, type Decider, type Place, type Three } from './decider';
import { agreedAround, mergeSequences, withNearTogether } from './sequence';

/** Scripts that put no space between words. */
const unspaced = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;
const segmenter = new Intl.Segmenter('und', { granularity: 'word' });

/**
 * A text cut into words, each with the space before it and the signs that cling to it, so that "1–5" is one: what both sides
 * changed of it is for people to settle. Put together they are the text.
 */
export function wordsIn(text: string): readonly string[] {
  return (text.match(/\s*\S+|\s+$/gu) ?? []).flatMap(chunk =>
    unspaced.test(chunk) ? [...segmenter.segment(chunk)].map(each => each.segment) : [chunk],
  );
}

/** What keeps one stretch of text from running into the next: a space, unless either brings one along. */
export function gapBetween(before: string, after: string): string {
  return /\S$/u.test(before) && /^\S/u.test(after) ? ' ' : '';
}

/** Brings two versions of a plain text together, by words. */
export function mergeWords(three: Three<string>, place: Place, decider: Decider): string {
  let conflicts = 0;
  const merge = ({ base, ours, theirs }: Three<string>) =>
    withNearTogether(mergeSequences({ base: wordsIn(base), ours: wordsIn(ours), theirs: wordsIn(theirs) }, word => word))
      .map((piece, at, pieces) => {
        if (piece.kind === 'agreed') return piece.items.join('');
        const said = { base: piece.base.join(''), ours: piece.ours.join(''), theirs: piece.theirs.join('') };
        const path = `${place.path}~${(conflicts += 1)}`;
        const { before, after } = agreedAround(pieces, at);
        return decider.settle(
          { ...place, path },
          said,
          asWritten,
          each => `${each.ours}${gapBetween(each.ours, each.theirs)}${each.theirs}`,
          {
            before: before.join(''),
            after: after.join(''),
          },
        );
      })
      .join('');
  return mergeOne(three, place, decider, asWritten, merge);
}

const asWritten = (value: unknown) => String(value ?? '');
