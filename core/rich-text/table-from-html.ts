import { defaultTreeAdapter as tree, type DefaultTreeAdapterMap } from 'parse5';
import { mostColumns } from './grammar';

type HtmlElement = DefaultTreeAdapterMap['element'];

/** A table of HTML laid out in rows of equally many places. */
export interface TableLayout {
  readonly caption: HtmlElement | null;
  /** For each place the cell that stands there; null where another one reaches over it, or none is. */
  readonly rows: readonly (readonly (HtmlElement | null)[])[];
  /** How many cells reach over several places. */
  readonly spanning: number;
}

/**
 * Lays a table of HTML out; null where it has no cells, or more columns than a table of a text.
 * @see WHATWG HTML, section 4.9.12.1: forming a table
 */
export function layOutTable(table: HtmlElement): TableLayout | null {
  const rows: (HtmlElement | null)[][] = [];
  let spanning = 0;
  const lines = linesOf(table);
  for (const [at, line] of lines.entries()) {
    let column = 0;
    for (const cell of line.childNodes) {
      if (!isOneOf(cell, ['td', 'th'])) continue;
      const row = (rows[at] ??= []);
      while (row[column] !== undefined) column += 1;
      const [across, down] = [spanOf(cell, 'colspan'), Math.min(spanOf(cell, 'rowspan'), lines.length - at)];
      if (column + across > mostColumns) return null;
      if (across > 1 || down > 1) spanning += 1;
      for (let below = 0; below < down; below += 1)
        for (let beside = 0; beside < across; beside += 1)
          (rows[at + below] ??= [])[column + beside] = below === 0 && beside === 0 ? cell : null;
      column += across;
    }
  }
  const filled = [...rows].filter(row => row !== undefined);
  const width = Math.max(0, ...filled.map(row => row.length));
  if (width === 0) return null;
  const even = filled.map(row => Array.from({ length: width }, (_, column) => row[column] ?? null));
  return { caption: table.childNodes.find(each => isOneOf(each, ['caption'])) ?? null, rows: even, spanning };
}

function linesOf(table: HtmlElement): readonly HtmlElement[] {
  const parts = table.childNodes.filter(each => isOneOf(each, ['thead', 'tbody', 'tfoot']));
  const ends = parts.filter(each => each.tagName === 'tfoot');
  const lines = (part: HtmlElement) => part.childNodes.filter(each => isOneOf(each, ['tr']));
  return [...parts.filter(each => !ends.includes(each)), ...ends].flatMap(lines);
}

function isOneOf(node: DefaultTreeAdapterMap['childNode'], tags: readonly string[]): node is HtmlElement {
  return tree.isElementNode(node) && tags.includes(node.tagName);
}

function spanOf(cell: HtmlElement, name: 'colspan' | 'rowspan'): number {
  const span = Number.parseInt(cell.attrs.find(each => each.name === name)?.value ?? '1', 10);
  return span >= 1 ? Math.min(span, 1_000) : 1;
}
