import { generateNKeysBetween } from 'fractional-indexing';
import { compareKeys } from '../collection/compare-keys';

/** Something that stands among its siblings by a key. */
export interface Ordered {
  readonly id: string;
  /** Fractional key. */
  readonly order: string;
}

/**
 * New keys for siblings that are to stand in another order; as few of them as can be, so that as few records change.
 * @param wanted - all siblings, in the order in which they are to stand
 * @returns by id, only those that get a new key
 */
export function reordered(wanted: readonly Ordered[]): ReadonlyMap<string, string> {
  const kept = new Set(longestRising(wanted));
  const keys = new Map<string, string>();
  for (let at = 0; at < wanted.length;) {
    if (kept.has(wanted[at]!)) {
      at += 1;
      continue;
    }
    let end = at;
    while (end < wanted.length && !kept.has(wanted[end]!)) end += 1;
    const made = generateNKeysBetween(wanted[at - 1]?.order ?? null, wanted[end]?.order ?? null, end - at);
    made.forEach((key, index) => keys.set(wanted[at + index]!.id, key));
    at = end;
  }
  return keys;
}

/** The longest run, not necessarily side by side, whose keys rise. */
function longestRising(items: readonly Ordered[]): readonly Ordered[] {
  const best = items.map(() => 1);
  const before = items.map(() => -1);
  items.forEach((item, at) => {
    for (let other = 0; other < at; other += 1)
      if (compareKeys(items[other]!.order, item.order) < 0 && best[other]! + 1 > best[at]!)
        [best[at], before[at]] = [best[other]! + 1, other];
  });
  const run: Ordered[] = [];
  for (let at = best.indexOf(Math.max(0, ...best)); at >= 0; at = before[at]!) run.unshift(items[at]!);
  return run;
}
