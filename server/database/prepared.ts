import type Database from 'better-sqlite3';

/** The most statements that are kept; those with lists of values come in as many shapes as there are lengths. */
const mostKept = 200;

/**
 * Has a connection keep the statements that it prepared, since parsing one takes longer than running it. What changes tables
 * lets all of them go: a statement kept over it could tell of columns as they were.
 */
export function keepStatements(connection: Database.Database): void {
  const kept = new Map<string, Database.Statement>();
  const prepare = connection.prepare.bind(connection);
  connection.prepare = ((sql: string) => {
    const held = kept.get(sql);
    if (held) {
      kept.delete(sql);
      kept.set(sql, held);
      return held;
    }
    if (/^\s*(create|alter|drop|vacuum|reindex|attach|detach)\b/i.test(sql)) {
      kept.clear();
      return prepare(sql);
    }
    const statement = prepare(sql);
    kept.set(sql, statement);
    if (kept.size > mostKept) kept.delete(kept.keys().next().value!);
    return statement;
  }) as typeof connection.prepare;
}
