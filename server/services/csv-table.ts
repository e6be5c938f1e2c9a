import { stringify } from 'csv-stringify/sync';

/** A cell of a table. */
export type Cell = string | number;

/**
 * A table as comma-separated values, a row of names first. What a table program would take for a formula is words to it.
 * @see RFC 4180; OWASP, CSV Injection
 */
export function csvTable(names: readonly string[], rows: readonly (readonly Cell[])[]): string {
  return stringify([names, ...rows] as Cell[][], { record_delimiter: 'windows', escape_formulas: true });
}
