import { LRUCache } from 'lru-cache';
import { parse } from 'csv-parse/browser/esm/sync';

/** The most rows and columns of a table that are shown; more makes no page that anybody reads. */
export const mostRows = 300;
export const mostColumns = 20;

/** Rows of cells; null where the text is no table. */
export type TableRows = readonly (readonly string[])[] | null;

/**
 * Reads comma-separated text. Tabs or semicolons serve as well, whichever the first line has most of; rows may be of unlike
 * lengths, and are filled up.
 * @see RFC 4180
 */
export function tableRows(text: string): TableRows {
  const known = read.get(text);
  if (known !== undefined) return known.rows;
  const rows = parsed(text);
  read.set(text, { rows });
  return rows;
}

/** How many tables are kept as they were read: each is written out for every audience, and seldom changes. */
const read = new LRUCache<string, { readonly rows: TableRows }>({ max: 200 });

function parsed(text: string): TableRows {
  const [first = ''] = text.split('\n');
  const separators = [',', ';', '\t'];
  const delimiter = separators.reduce((best, each) => (first.split(each).length > first.split(best).length ? each : best));
  try {
    const cells = parse(text, {
      delimiter,
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
      to: mostRows,
      bom: true,
    }) as string[][];
    const width = Math.min(mostColumns, Math.max(0, ...cells.map(row => row.length)));
    return cells.map(row => Array.from({ length: width }, (_, at) => row[at] ?? ''));
  } catch {
    return null;
  }
}
