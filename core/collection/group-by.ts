/** The members of a list by a key of each, groups in the order in which they begin, members in the order of the list. */
export function groupBy<Key, Value>(list: Iterable<Value>, keyOf: (value: Value) => Key): Map<Key, Value[]> {
  const groups = new Map<Key, Value[]>();
  for (const value of list) {
    const key = keyOf(value);
    const group = groups.get(key);
    if (group) group.push(value);
    else groups.set(key, [value]);
  }
  return groups;
}
