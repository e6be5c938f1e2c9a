/** Two lists that are each in order as one; of equals those of the first come first. */
export function mergeOrdered<Item>(many: readonly Item[], few: readonly Item[], compare: (a: Item, b: Item) => number): readonly Item[] {
  const merged: Item[] = [];
  let next = 0;
  for (const each of many) {
    while (next < few.length && compare(few[next]!, each) < 0) merged.push(few[next++]!);
    merged.push(each);
  }
  return [...merged, ...few.slice(next)];
}
