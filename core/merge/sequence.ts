import { boundedDiff } from '../compare/bounds';
import type { Three } from './decider';

/** A stretch of a merged sequence: agreed, or changed by both sides differently. */
export type Piece<Item> =
  { readonly kind: 'agreed'; readonly items: readonly Item[] } | ({ readonly kind: 'conflict' } & Three<readonly Item[]>);

/** Some items of the base, from one index up to another, gave way to items of a side. */
interface Hunk {
  readonly from: number;
  readonly to: number;
  readonly sideFrom: number;
  readonly sideTo: number;
}

/**
 * Brings two sequences together that began as one. Changes of the two sides that overlap or touch are a conflict, unless they
 * are the same; all others are kept. This is how the tools of the trade merge lines: changes with nothing between them may
 * depend on each other.
 */
export function mergeSequences<Item>(three: Three<readonly Item[]>, keyOf: (item: Item) => string): readonly Piece<Item>[] {
  const keys = { base: three.base.map(keyOf), ours: three.ours.map(keyOf), theirs: three.theirs.map(keyOf) };
  const ours = hunksBetween(keys.base, keys.ours);
  const theirs = hunksBetween(keys.base, keys.theirs);
  const pieces: Piece<Item>[] = [];
  const agree = (items: readonly Item[]) => {
    if (items.length === 0) return;
    const last = pieces[pieces.length - 1];
    if (last?.kind === 'agreed') pieces[pieces.length - 1] = { kind: 'agreed', items: [...last.items, ...items] };
    else pieces.push({ kind: 'agreed', items });
  };
  let at = 0;
  let [our, their] = [0, 0];
  while (our < ours.length || their < theirs.length) {
    const from = Math.min(ours[our]?.from ?? Infinity, theirs[their]?.from ?? Infinity);
    let to = from;
    const [ourFirst, theirFirst] = [our, their];
    for (let grows = true; grows;) {
      grows = false;
      for (; our < ours.length && ours[our]!.from <= to; our += 1, grows = true) to = Math.max(to, ours[our]!.to);
      for (; their < theirs.length && theirs[their]!.from <= to; their += 1, grows = true) to = Math.max(to, theirs[their]!.to);
    }
    agree(three.base.slice(at, from));
    at = to;
    const mine = sideOf(ours, ourFirst, our, from, to, three.ours);
    const other = sideOf(theirs, theirFirst, their, from, to, three.theirs);
    if (their === theirFirst || isEqual(mine, other, keyOf)) agree(mine);
    else if (our === ourFirst) agree(other);
    else pieces.push({ kind: 'conflict', base: three.base.slice(from, to), ours: mine, theirs: other });
  }
  agree(three.base.slice(at));
  return pieces;
}

/** How many agreed items between two conflicts are too few to tell them apart: a sentence written anew is one thing to settle. */
const mostBetween = 2;

/** Pieces with conflicts that hardly anything keeps apart put into one. */
export function withNearTogether<Item>(pieces: readonly Piece<Item>[]): readonly Piece<Item>[] {
  const near: Piece<Item>[] = [];
  for (const piece of pieces) {
    const [before, between] = [near[near.length - 2], near[near.length - 1]];
    if (piece.kind === 'conflict' && between?.kind === 'agreed' && between.items.length <= mostBetween && before?.kind === 'conflict') {
      const all = (side: keyof Three<unknown>) => [...before[side], ...between.items, ...piece[side]];
      near.splice(-2, 2, { kind: 'conflict', base: all('base'), ours: all('ours'), theirs: all('theirs') });
    } else near.push(piece);
  }
  return near;
}

/** How many items on either side of a conflict tell where it is. */
const mostAround = 8;

/** The items that were agreed on just before and just after a piece. */
export function agreedAround<Item>(
  pieces: readonly Piece<Item>[],
  at: number,
): { readonly before: readonly Item[]; readonly after: readonly Item[] } {
  const agreed = (piece: Piece<Item> | undefined) => (piece?.kind === 'agreed' ? piece.items : []);
  return { before: agreed(pieces[at - 1]).slice(-mostAround), after: agreed(pieces[at + 1]).slice(0, mostAround) };
}

/** What a side has in place of a stretch of the base that holds some of its hunks. */
function sideOf<Item>(
  hunks: readonly Hunk[],
  first: number,
  end: number,
  from: number,
  to: number,
  side: readonly Item[],
): readonly Item[] {
  if (first === end) return [];
  const [head, last] = [hunks[first]!, hunks[end - 1]!];
  return side.slice(head.sideFrom - (head.from - from), last.sideTo + (to - last.to));
}

function isEqual<Item>(left: readonly Item[], right: readonly Item[], keyOf: (item: Item) => string): boolean {
  return left.length === right.length && left.every((each, at) => keyOf(each) === keyOf(right[at]!));
}

function hunksBetween(base: readonly string[], side: readonly string[]): readonly Hunk[] {
  const parts = boundedDiff(base, side);
  if (!parts) return [{ from: 0, to: base.length, sideFrom: 0, sideTo: side.length }];
  const hunks: Hunk[] = [];
  let [at, to] = [0, 0];
  for (const { added, removed, count } of parts) {
    if (!added && !removed) {
      at += count;
      to += count;
      continue;
    }
    const last = hunks[hunks.length - 1];
    const [gone, come] = removed ? [count, 0] : [0, count];
    if (last && last.to === at && last.sideTo === to) hunks[hunks.length - 1] = { ...last, to: at + gone, sideTo: to + come };
    else hunks.push({ from: at, to: at + gone, sideFrom: to, sideTo: to + come });
    at += gone;
    to += come;
  }
  return hunks;
}
