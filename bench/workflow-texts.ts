import { compareWords } from '@core/compare/compare';
import { Decider } from '@core/merge/decider';
import { mergeTexts } from '@core/merge/text';
import { textOfParagraphs } from '@core/rich-text/document';
import { markedText } from '@core/rich-text/marked-text';
import { compared } from '@server/comparing/comparer';
import { medianMilliseconds, type Row } from './measure';

const words = 20_000;

/** Comparing and merging long running texts, with some changes and with nothing in common. */
export async function richTextDifferences(): Promise<readonly Row[]> {
  const begun = textOf(0, 0);
  const mended = textOf(0, 7);
  const other = textOf(0, 11);
  const apart = textOf(50_000, 0);
  const row = (what: string, bound: number, work: () => unknown): Row => ({
    what: `${what}, in milliseconds`,
    ratio: medianMilliseconds(5, work),
    aim: 'at most',
    bound,
  });
  return [
    row(`comparing two texts of ${words} words, every seventh paragraph changed`, 100, () => compareWords(begun, mended)),
    row(`the same, its structure kept`, 100, () => markedText(begun, mended)),
    row(`comparing two texts of ${words} words with nothing in common`, 100, () => compareWords(begun, apart)),
    row(`the same, its structure kept`, 100, () => markedText(begun, apart)),
    row(`merging three texts of ${words} words, every seventh and every eleventh paragraph changed`, 300, () =>
      mergeTexts({ base: begun, ours: mended, theirs: other }, { path: 'body', field: 'body' }, new Decider()),
    ),
    await heldUp(begun, apart),
  ];
}

/** The longest that anybody else waits for the server's thread while two texts are compared in their own. */
async function heldUp(before: unknown, after: unknown): Promise<Row> {
  await compared('compareInFull', { body: before }, { body: after }, {});
  let [longest, last] = [0, performance.now()];
  const ticking = setInterval(() => {
    longest = Math.max(longest, performance.now() - last);
    last = performance.now();
  }, 1);
  await compared('compareInFull', { body: before }, { body: after }, {});
  longest = Math.max(longest, performance.now() - last);
  clearInterval(ticking);
  return {
    what: `comparing two texts of ${words} words with nothing in common: the longest that others wait, in milliseconds`,
    ratio: longest,
    aim: 'at most',
    bound: 50,
  };
}

// Paragraphs of fifty words; every so many of them has a word mended.
function textOf(seed: number, every: number) {
  return textOfParagraphs(
    ...Array.from({ length: words / 50 }, (_, at) =>
      Array.from(
        { length: 50 },
        (_, word) => `w${(seed + at * 31 + word * 17) % 9_973}${every > 0 && at % every === 0 && word === 9 ? `x${every}` : ''}`,
      ).join(' '),
    ),
  );
}
