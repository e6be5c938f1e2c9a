import { boundedDiff } from '../compare/bounds';
import type { RichText, RichTextNode } from './document';

/** A stretch of the blocks of a text: that many stayed, or some gave way to others. */
export type TextChange =
  | { readonly kind: 'same'; readonly count: number }
  | { readonly kind: 'changed'; readonly before: readonly RichTextNode[]; readonly after: readonly RichTextNode[] };

/** What became of a text, block by block, its structure kept. */
export function compareTexts(before: RichText, after: RichText): readonly TextChange[] {
  return compareBlocks(before.content, after.content);
}

/** What became of some blocks that stand one after another. */
export function compareBlocks(left: readonly RichTextNode[], right: readonly RichTextNode[]): readonly TextChange[] {
  const parts = boundedDiff(left.map(keyOf), right.map(keyOf));
  if (!parts) return [{ kind: 'changed', before: left, after: right }];
  const changes: TextChange[] = [];
  let [at, to] = [0, 0];
  for (const { added, removed, count } of parts) {
    const last = changes[changes.length - 1];
    const gone = removed ? left.slice(at, at + count) : [];
    const come = added ? right.slice(to, to + count) : [];
    if (!added && !removed) changes.push({ kind: 'same', count });
    else if (last?.kind === 'changed')
      changes[changes.length - 1] = { kind: 'changed', before: [...last.before, ...gone], after: [...last.after, ...come] };
    else changes.push({ kind: 'changed', before: gone, after: come });
    if (!added) at += count;
    if (!removed) to += count;
  }
  return changes;
}

function keyOf(node: RichTextNode): string {
  return JSON.stringify(node);
}
