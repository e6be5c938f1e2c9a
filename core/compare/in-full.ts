import { compareTexts } from '../rich-text/compare';
import { isRichText, linkOn, nodesOf, plainWords } from '../rich-text/document';
import { markedText, type MarkedBlock } from '../rich-text/marked-text';
import { compareValues, type FieldChange } from './compare';

/** One field that differs between two values, with all that takes time to find out about it. */
export interface FullChange extends FieldChange {
  /** Both sides as one text that keeps its structure; null where they are no running text. */
  readonly text: readonly MarkedBlock[] | null;
  /** How many paragraphs are set otherwise, or lead elsewhere, where the words are the same; else 0. */
  readonly setOtherwise: number;
}

/**
 * All differences of two values, running texts with their structure kept. Of data alone, so that it may be worked out in
 * another thread.
 * @param before - null for a record that is new
 * @param pageNames - what the pages are called that links lead to, by id
 */
export function compareInFull(before: unknown, after: unknown, pageNames: Readonly<Record<string, string>>): readonly FullChange[] {
  return compareValues(before, after).map(change => ({
    ...change,
    text:
      isRichText(change.before) && isRichText(change.after)
        ? markedText(change.before, change.after, ({ page, address }) => (page === null ? address : `${pageNames[page] ?? page}${address}`))
        : null,
    setOtherwise: paragraphsSetOtherwise(change),
  }));
}

function paragraphsSetOtherwise({ before, after }: FieldChange): number {
  if (!isRichText(before) || !isRichText(after) || plainWords(before) !== plainWords(after)) return 0;
  return compareTexts(before, after).reduce(
    (sum, each) => sum + (each.kind === 'same' ? 0 : Math.max(each.before.length, each.after.length)),
    0,
  );
}

/** The pages that the running texts of a value lead to, by id. */
export function pagesLedTo(value: unknown): readonly string[] {
  const { fields = {}, ...own } = (value ?? {}) as Record<string, unknown>;
  const held = [...Object.values(own), ...Object.values(fields as Record<string, unknown>)];
  return held.filter(isRichText).flatMap(text => [...nodesOf(text)].flatMap(node => linkOn(node)?.page ?? []));
}
