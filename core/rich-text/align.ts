import { compareBlocks } from './compare';
import { plainWords, type RichTextNode as Part } from './document';

type Blocks = readonly Part[];

/** Whether a block is a line of words whose sort may change, such as a paragraph that becomes a heading. */
export function isTextblock({ type }: Part): boolean {
  return type === 'paragraph' || type === 'heading';
}

/** What became of the blocks of the base on one side. */
export interface Alignment {
  /** For each block of the base what it is there; null where it is gone. */
  readonly stayed: readonly (Part | null)[];
  /** What came, by the block of the base that it stands before; the last are those at the end. */
  readonly come: readonly Blocks[];
}

/** Finds for each block of one version of a text what it is in another: the same one, or one of its sort with a good part of its words. */
export function alignBlocks(base: Blocks, side: Blocks): Alignment {
  const stayed: (Part | null)[] = [];
  const come: Part[][] = Array.from({ length: base.length + 1 }, () => []);
  for (const change of compareBlocks(base, side)) {
    if (change.kind === 'same') {
      stayed.push(...base.slice(stayed.length, stayed.length + change.count));
      continue;
    }
    const end = stayed.length + change.before.length;
    for (const block of change.after) {
      const partner = partnerOf(block, base, stayed.length, end);
      if (partner === null) come[stayed.length]!.push(block);
      else {
        while (stayed.length < partner) stayed.push(null);
        stayed.push(block);
      }
    }
    while (stayed.length < end) stayed.push(null);
  }
  return { stayed, come };
}

/** What a block was, in a stretch of the base of which nothing is unchanged; null where it is new. */
function partnerOf(block: Part, base: Blocks, from: number, end: number): number | null {
  for (let at = from; at < Math.min(end, from + mostSkipped); at += 1) if (isLikely(base[at]!, block)) return at;
  return null;
}

/** How many blocks that are gone are passed over in looking for what a block was. */
const mostSkipped = 10;

/** Whether one block is what another became: of its sort, and with a third of its words. */
function isLikely(before: Part, after: Part): boolean {
  if (!(isTextblock(before) && isTextblock(after)) && before.type !== after.type) return false;
  const [left, right] = [wordSetOf(before), wordSetOf(after)];
  if (left.size === 0 || right.size === 0) return left.size === right.size;
  const needed = Math.min(left.size, right.size) / 3;
  let common = 0;
  for (const word of left) if (right.has(word) && ++common >= needed) return true;
  return false;
}

const wordSets = new WeakMap<Part, ReadonlySet<string>>();

function wordSetOf(node: Part): ReadonlySet<string> {
  const known = wordSets.get(node);
  if (known) return known;
  const made = new Set(plainWords({ type: 'doc', content: [node] }).split(/\s+/));
  wordSets.set(node, made);
  return made;
}
