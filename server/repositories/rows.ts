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
  return Object.fromEntries(
    Object.entries(row).map(([column, held]) => {
      const name = column.replace(/_([a-z])/g, (_, letter: string) => letter.toUpperCase());
      return [name, jsonFields.includes(name) && typeof held === 'string' ? (JSON.parse(held) as unknown) : held];
    }),
  ) as Value;
}
