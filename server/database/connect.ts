import knexFactory, { type Knex } from 'knex';
import { migrations } from './migrations';

/**
 * Opens the store and brings its tables up to date.
 * SQLite in WAL mode lets readers go on while one writes; the busy timeout waits for a second process rather than failing.
 * @param filename - path of the SQLite file, created when missing
 */
export async function openDatabase(filename: string): Promise<Knex> {
  const knex = knexFactory({
    client: 'better-sqlite3',
    connection: { filename },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: { pragma: (text: string) => unknown }, done: (error: Error | null, connection: unknown) => void) => {
        connection.pragma('journal_mode = WAL');
        connection.pragma('foreign_keys = ON');
        connection.pragma('busy_timeout = 5000');
        done(null, connection);
      },
    },
  });
  await knex.migrate.latest({ migrationSource: migrations });
  return knex;
}
