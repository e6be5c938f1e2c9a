import type { Field } from '../../fields/index';
import type { BlockType } from '../block-type';
import { tableRows } from './rows';

const fields: readonly Field[] = [
  {
    name: 'rows',
    label: 'Rows',
    kind: 'long text',
    help: 'One line each, its cells parted by commas, semicolons or tabs, as spreadsheets copy and save them. A cell with a comma in it stands in "quotation marks".',
    required: true,
    most: 30_000,
    hasOwnWords: true,
  },
  {
    name: 'hasHead',
    label: 'The first line names the columns',
    kind: 'yes or no',
    help: 'Off has no names above the columns.',
    initial: true,
  },
  {
    name: 'hasRowNames',
    label: 'The first column names the rows',
    kind: 'yes or no',
    help: 'So that whoever hears the table knows in which row they are.',
    initial: true,
  },
  {
    name: 'caption',
    label: 'Caption',
    kind: 'short text',
    help: 'Above it: what it says, and of when. Empty shows none.',
    most: 200,
    hasOwnWords: true,
  },
];

/** A table, from lines of cells as spreadsheets have them. */
export const table: BlockType = {
  name: 'table',
  label: 'Table',
  purpose: 'To read',
  description: 'A table, from lines of cells as spreadsheets have them.',
  version: 1,
  fields,
  model: ({ fields: chosen }) => {
    const rows = tableRows(String(chosen['rows'])) ?? [];
    const named = (row: readonly string[]) => ({
      name: chosen['hasRowNames'] ? row[0] : null,
      cells: chosen['hasRowNames'] ? row.slice(1) : row,
    });
    return { data: { head: chosen['hasHead'] ? (rows[0] ?? null) : null, rows: (chosen['hasHead'] ? rows.slice(1) : rows).map(named) } };
  },
};
