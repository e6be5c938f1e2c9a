import { diffArrays, type ArrayChange } from 'diff';

/** The most insertions and removals that are looked for; what lies further apart counts as wholly different. */
export const mostEdits = 1_000;

/**
 * The shortest way from one sequence to another by insertions and removals, or null where there are too many of them.
 * @see Myers, E. W. (1986), An O(ND) difference algorithm and its variations, for what it costs
 */
export function boundedDiff(before: readonly string[], after: readonly string[]): readonly ArrayChange<string>[] | null {
  const fewest = fewestEdits(before, after);
  if (fewest > mostEdits) return null;
  // With nothing in common there is nothing to look for, which is when looking takes longest.
  if (fewest === before.length + after.length) return replaced(before, after);
  return diffArrays([...before], [...after], { maxEditLength: mostEdits }) ?? null;
}

/** All of one sequence taken away, and all of another put in its place. */
export function replaced(before: readonly string[], after: readonly string[]): readonly ArrayChange<string>[] {
  const all = [
    { removed: true, added: false, value: [...before], count: before.length },
    { removed: false, added: true, value: [...after], count: after.length },
  ];
  return all.filter(each => each.count > 0);
}

/** At least so many insertions and removals lie between two sequences, whatever their order: told at once, without looking for them. */
export function fewestEdits(before: readonly string[], after: readonly string[]): number {
  const counts = new Map<string, number>();
  for (const each of before) counts.set(each, (counts.get(each) ?? 0) + 1);
  let common = 0;
  for (const each of after) {
    const left = counts.get(each) ?? 0;
    if (left === 0) continue;
    counts.set(each, left - 1);
    common += 1;
  }
  return before.length + after.length - 2 * common;
}
