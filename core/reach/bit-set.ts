/** A set of positions 0…n−1, one bit each. Sets that are worked on together have the same length. */
export type BitSet = Uint32Array;

/** The set that holds none of `size` positions. */
export function emptySet(size: number): BitSet {
  return new Uint32Array(Math.ceil(size / 32));
}

/** The set that holds all of `size` positions. */
export function fullSet(size: number): BitSet {
  const set = emptySet(size).fill(0xffffffff);
  if (size % 32 !== 0) set[set.length - 1] = (1 << (size % 32)) - 1;
  return set;
}

/** The set of the positions for which the predicate holds. */
export function setWhere(size: number, holds: (position: number) => boolean): BitSet {
  const set = emptySet(size);
  for (let position = 0; position < size; position += 1) if (holds(position)) add(set, position);
  return set;
}

/** The set of some positions. */
export function setOf(size: number, positions: Iterable<number>): BitSet {
  const set = emptySet(size);
  for (const position of positions) add(set, position);
  return set;
}

/** Puts a position into a set. */
export function add(set: BitSet, position: number): void {
  set[position >>> 5]! |= 1 << (position & 31);
}

/** Whether a set holds a position. */
export function has(set: BitSet, position: number): boolean {
  return (set[position >>> 5]! & (1 << (position & 31))) !== 0;
}

/** What both hold. */
export function both(a: BitSet, b: BitSet): BitSet {
  const made = new Uint32Array(a.length);
  for (let word = 0; word < a.length; word += 1) made[word] = a[word]! & b[word]!;
  return made;
}

/** What either holds. */
export function either(a: BitSet, b: BitSet): BitSet {
  const made = new Uint32Array(a.length);
  for (let word = 0; word < a.length; word += 1) made[word] = a[word]! | b[word]!;
  return made;
}

/** What the first holds and the second does not. */
export function without(a: BitSet, b: BitSet): BitSet {
  const made = new Uint32Array(a.length);
  for (let word = 0; word < a.length; word += 1) made[word] = a[word]! & ~b[word]!;
  return made;
}

/** Whether a set holds nothing. */
export function isEmpty(set: BitSet): boolean {
  return set.every(word => word === 0);
}

/** Whether two sets hold the same. */
export function equals(a: BitSet, b: BitSet): boolean {
  return a.every((word, index) => word === b[index]);
}

/** How many positions a set holds. */
export function countOfSet(set: BitSet): number {
  let count = 0;
  for (let word of set) {
    word -= (word >>> 1) & 0x55555555;
    word = (word & 0x33333333) + ((word >>> 2) & 0x33333333);
    count += (((word + (word >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24;
  }
  return count;
}

/** Whether something holds of some position of a set; asked in ascending order until it does. */
export function holdsForSome(set: BitSet, holds: (position: number) => boolean): boolean {
  return firstWhere(set, holds) >= 0;
}

/** The first position of a set of which something holds, or -1. */
export function firstWhere(set: BitSet, holds: (position: number) => boolean): number {
  for (let word = 0; word < set.length; word += 1) {
    for (let rest = set[word]!; rest !== 0; rest &= rest - 1) {
      const position = word * 32 + 31 - Math.clz32(rest & -rest);
      if (holds(position)) return position;
    }
  }
  return -1;
}

/** The positions of a set, ascending. */
export function positionsOf(set: BitSet): number[] {
  const positions: number[] = [];
  for (let word = 0; word < set.length; word += 1) {
    for (let rest = set[word]!; rest !== 0; rest &= rest - 1) positions.push(word * 32 + 31 - Math.clz32(rest & -rest));
  }
  return positions;
}
