import type { BlockValue } from '../block/block';
import type { PageValue } from '../page/page';

/** A block shown inside running text. */
export interface Inset {
  readonly blockId: string;
  readonly showsTitle: boolean;
  /** Name of a look of the theme; empty shows it plainly. */
  readonly look: string;
}

/** How deep insets may lie in one another. */
export const deepestInset = 8;

/** The most characters that insets may add to one text of a page, those inside them counted each time they show. */
export const mostInsetText = 1_000_000;

/** How an inset is marked in rich text. The sanitiser lets only this form through, attributes in any order. */
const marker = /<div(?=[^>]*\sdata-inset="([^"]*)")([^>]*)>\s*<\/div>/g;

/** The insets of a rich text, in reading order. */
export function insetsIn(html: string): readonly Inset[] {
  if (!html.includes('data-inset')) return [];
  return [...html.matchAll(marker)].map(match => insetOf(match[1]!, match[2]!));
}

/** A rich text cut at its insets: pieces of text and insets in turn. */
export function cutAtInsets(html: string): readonly (string | Inset)[] {
  if (!html.includes('data-inset')) return [html];
  const pieces: (string | Inset)[] = [];
  let at = 0;
  for (const match of html.matchAll(marker)) {
    pieces.push(html.slice(at, match.index), insetOf(match[1]!, match[2]!));
    at = match.index + match[0].length;
  }
  return [...pieces, html.slice(at)].filter(piece => piece !== '');
}

function insetOf(blockId: string, attributes: string): Inset {
  const named = (name: string) => new RegExp(`\\s${name}="([^"]*)"`).exec(attributes)?.[1] ?? '';
  return { blockId, showsTitle: named('data-inset-title') === 'shown', look: named('data-inset-look') };
}

const heldByValue = new WeakMap<object, readonly string[]>();

/** Ids of the blocks that a page's or block's texts hold as insets, each once. */
export function insetIdsOf(value: PageValue | BlockValue): readonly string[] {
  const known = heldByValue.get(value);
  if (known) return known;
  const texts = 'body' in value ? [value.body] : Object.values(value.fields).filter(field => typeof field === 'string');
  const made = [...new Set(texts.flatMap(text => insetsIn(text)).map(inset => inset.blockId))];
  heldByValue.set(value, made);
  return made;
}

/**
 * The first loop that starts from a block: its ids along the way, first and last the same; null when there is none.
 * @param insetsOf - the ids of the blocks that a block holds as insets
 */
export function insetLoopFrom(start: string, insetsOf: (blockId: string) => readonly string[]): readonly string[] | null {
  const done = new Set<string>();
  const walk = (id: string, way: readonly string[]): readonly string[] | null => {
    const at = way.indexOf(id);
    if (at >= 0) return [...way.slice(at), id];
    if (done.has(id)) return null;
    for (const next of insetsOf(id)) {
      const found = walk(next, [...way, id]);
      if (found) return found;
    }
    done.add(id);
    return null;
  };
  return walk(start, []);
}

/** How deep the insets of a block lie in one another: 0 for a block without any. Loops count as deeper than may be. */
export function insetDepthOf(start: string, insetsOf: (blockId: string) => readonly string[]): number {
  const known = new Map<string, number>();
  const depthOf = (id: string, way: number): number => {
    if (way > deepestInset + 1) return Infinity;
    const before = known.get(id);
    if (before !== undefined) return before;
    const depth = insetsOf(id).reduce((deepest, next) => Math.max(deepest, 1 + depthOf(next, way + 1)), 0);
    known.set(id, depth);
    return depth;
  };
  return depthOf(start, 0);
}

/** The blocks in which some blocks are seen: they themselves, and those whose texts hold one of them, however deep. */
export function carriersOf(
  blockIds: Iterable<string>,
  holders: Iterable<readonly [holder: string, held: readonly string[]]>,
): ReadonlySet<string> {
  const carriers = new Set(blockIds);
  const pairs = [...holders];
  for (let before = -1; before !== carriers.size;) {
    before = carriers.size;
    for (const [holder, held] of pairs) if (held.some(id => carriers.has(id))) carriers.add(holder);
  }
  return carriers;
}
