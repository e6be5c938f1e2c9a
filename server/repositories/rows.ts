type Row = Record<string, unknown>;

/** A value as a table row: columns in snake case, the named fields as JSON text. */
export function toRow(value: object, jsonFields: readonly string[] = []): Row {
  const row: Row = {};
  for (const [name, held] of Object.entries(value))
    row[columnOfName(name)] = jsonFields.includes(name) && held !== null ? JSON.stringify(held) : held;
  return row;
}

const columns = new Map<string, string>();

function columnOfName(name: string): string {
  const known = columns.get(name);
  if (known !== undefined) return known;
  const made = name.replace(/[A-Z]/g, letter => `_${letter.toLowerCase()}`);
  columns.set(name, made);
  return made;
}

/** The value of a table row; see {@link toRow}. The store wrote it, so its shape is trusted. */
export function fromRow<Value>(row: Row, jsonFields: readonly string[] = []): Value {
  const value: Record<string, unknown> = {};
  for (const column in row) {
    const name = nameOfColumn(column);
    const held = row[column];
    value[name] = typeof held === 'string' && jsonFields.includes(name) ? (JSON.parse(held) as unknown) : held;
  }
  return value as Value;
}

const names = new Map<string, string>();

// There are few columns and many rows.
function nameOfColumn(column: string): string {
  const known = names.get(column);
  if (known !== undefined) return known;
  const made = column.replace(/_([a-z])/g, (_, letter: string) => letter.toUpperCase());
  names.set(column, made);
  return made;
}
