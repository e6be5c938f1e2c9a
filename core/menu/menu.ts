import type { RuleTree, WhenTest, WhereTest, WhoTest } from '../rule/rule';
import type { LinkTarget } from '../rich-text/document';

/** What an entry of a menu stands for. */
export type MenuTarget =
  /** A page, and what lies beneath it down to so many levels. */
  | { readonly to: 'page'; readonly page: string; readonly beneath: number }
  /** A page by its id, a file or an address. */
  | { readonly to: 'link'; readonly link: LinkTarget }
  /** Words alone, above other entries. */
  | { readonly to: 'heading' };

/** One entry of a menu, with those beneath it. */
export interface MenuEntry {
  /** The same wherever it is moved to. */
  readonly id: string;
  readonly target: MenuTarget;
  /** Its own words; empty takes those of the page. */
  readonly words: string;
  readonly who: RuleTree<WhoTest>;
  readonly when: RuleTree<WhenTest>;
  /** On which pages it counts as the current one; null, on its own page. */
  readonly currentOn: RuleTree<WhereTest> | null;
  /** Tags of the locales that it is left out of, with all beneath it; left out, none. */
  readonly notIn?: readonly string[];
  readonly entries: readonly MenuEntry[];
}

/** A menu: a tree of entries, placed by blocks. */
export interface MenuValue {
  readonly version: 1;
  readonly title: string;
  readonly entries: readonly MenuEntry[];
}

/** How deep entries may lie in one another, and how many a menu may hold. */
export const menuBounds = { depth: 5, entries: 300, beneath: 4 } as const;

/** An entry of an outline: how deep it lies, without those beneath it. */
export interface OutlineRow extends Omit<MenuEntry, 'entries'> {
  /** 0 for the outermost. */
  readonly level: number;
}

/** A menu's entries as the rows of an outline, in reading order. */
export function outlineOf(entries: readonly MenuEntry[], level = 0): readonly OutlineRow[] {
  return entries.flatMap(({ entries: inner, ...entry }) => [{ ...entry, level }, ...outlineOf(inner, level + 1)]);
}

/** The entries that an outline stands for. A row that lies too deep for the one above it lies directly beneath that one. */
export function entriesOf(rows: readonly OutlineRow[]): readonly MenuEntry[] {
  const [entries, left] = taken(rows, 0);
  return left.length === 0 ? entries : [...entries, ...entriesOf(left)];
}

function taken(rows: readonly OutlineRow[], level: number): readonly [readonly MenuEntry[], readonly OutlineRow[]] {
  const entries: MenuEntry[] = [];
  let left = rows;
  while (left.length > 0 && left[0]!.level >= level) {
    const [{ level: _, ...entry }, ...after] = left as [OutlineRow, ...OutlineRow[]];
    const [inner, rest] = after.length > 0 && after[0]!.level > level ? taken(after, level + 1) : [[], after];
    entries.push({ ...entry, entries: inner });
    left = rest;
  }
  return [entries, left];
}

/**
 * An outline with a row, and all beneath it, moved by one place among its siblings; the same outline when it is the first
 * or last of them.
 */
export function movedRow(rows: readonly OutlineRow[], at: number, by: -1 | 1): readonly OutlineRow[] {
  const end = endOf(rows, at);
  const { level } = rows[at]!;
  const branch = rows.slice(at, end);
  if (by === 1) {
    if (end >= rows.length || rows[end]!.level < level) return rows;
    const nextEnd = endOf(rows, end);
    return [...rows.slice(0, at), ...rows.slice(end, nextEnd), ...branch, ...rows.slice(nextEnd)];
  }
  let before = at - 1;
  while (before >= 0 && rows[before]!.level > level) before -= 1;
  if (before < 0 || rows[before]!.level < level) return rows;
  return [...rows.slice(0, before), ...branch, ...rows.slice(before, at), ...rows.slice(end)];
}

/** An outline with a row, and all beneath it, one level deeper or less deep; the same outline when that cannot be. */
export function shiftedRow(rows: readonly OutlineRow[], at: number, by: -1 | 1): readonly OutlineRow[] {
  const { level } = rows[at]!;
  const end = endOf(rows, at);
  const deepest = Math.max(...rows.slice(at, end).map(each => each.level));
  const canDeepen = at > 0 && rows[at - 1]!.level >= level && deepest + 1 < menuBounds.depth;
  if (by === 1 ? !canDeepen : level === 0) return rows;
  return rows.map((row, index) => (index >= at && index < end ? { ...row, level: row.level + by } : row));
}

/** An outline with a row and all beneath it taken from one place and put before another. @param to - a position among the rows as they are */
export function draggedRow(rows: readonly OutlineRow[], from: number, to: number): readonly OutlineRow[] {
  const end = endOf(rows, from);
  if (to >= from && to <= end) return rows;
  const branch = rows.slice(from, end);
  const rest = [...rows.slice(0, from), ...rows.slice(end)];
  const at = to > from ? to - branch.length : to;
  const above = rest[at - 1];
  const level = Math.min(branch[0]!.level, above ? above.level + 1 : 0);
  const by = level - branch[0]!.level;
  // What it parts from the row above lies as deep as it still can.
  return outlineOf(entriesOf([...rest.slice(0, at), ...branch.map(row => ({ ...row, level: row.level + by })), ...rest.slice(at)]));
}

/** An outline without a row and all beneath it. */
export function withoutRow(rows: readonly OutlineRow[], at: number): readonly OutlineRow[] {
  return [...rows.slice(0, at), ...rows.slice(endOf(rows, at))];
}

function endOf(rows: readonly OutlineRow[], at: number): number {
  let end = at + 1;
  while (end < rows.length && rows[end]!.level > rows[at]!.level) end += 1;
  return end;
}
