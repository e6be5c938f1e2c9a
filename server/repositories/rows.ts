type Row = Record<string, unknown>;

/** A value as a table row: columns in snake case, the named fields as JSON text. */
export function toRow(value: object, jsonFields: readonly string[] = []): Row {
  return Object.fromEntries(
    Object.entries(value).map(([name, held]) => [
      name.replace(/[A-Z]/g, letter => `_${letter.toLowerCase()}`),
      jsonFields.includes(name) && held !== null ? JSON.stringify(held) : held,
    ]),
  );
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
