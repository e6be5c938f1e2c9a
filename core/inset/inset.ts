import type { BlockValue } from '../block/block';
import type { PageValue } from '../page/page';
import { insetsIn, isRichText } from '../rich-text/document';

/** How deep insets may lie in one another. */
export const deepestInset = 8;

/** The most characters that insets may add to one text of a page, those inside them counted each time they show. */
export const mostInsetText = 1_000_000;

const none: readonly string[] = [];

const heldByValue = new WeakMap<object, readonly string[]>();

/**
 * Ids of the blocks that a page's or block's texts hold as insets, each once. Texts are known by their form, wherever in
 * the fields they lie, so that a block whose type is gone still holds what it held.
 */
export function insetIdsOf({ fields }: PageValue | BlockValue): readonly string[] {
  const known = heldByValue.get(fields);
  if (known) return known;
  const found: string[] = [];
  const search = (held: unknown): void => {
    if (isRichText(held)) found.push(...insetsIn(held).map(each => each.blockId));
    else if (Array.isArray(held)) for (const each of held) search(each);
    else if (typeof held === 'object' && held !== null) for (const name in held) search((held as Readonly<Record<string, unknown>>)[name]);
  };
  search(fields);
  const made = found.length === 0 ? none : [...new Set(found)];
  heldByValue.set(fields, made);
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
