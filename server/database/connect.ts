import { accessSync, constants, existsSync } from 'node:fs';
import path from 'node:path';
import type Database from 'better-sqlite3';
import knexFactory, { type Knex } from 'knex';
import { migrations } from './migrations';
import { keepStatements } from './prepared';
import { UnreadableStore } from './store-fault';

/** How long opening waits for another process, in milliseconds; nobody reads yet. */
const patienceAtStart = 5_000;

/**
 * Opens the store and brings its tables up to date.
 * SQLite in WAL mode lets readers go on while one writes. Once open, the driver never waits for another process, since it
 * would hold up every reader meanwhile; see whenFree.
 * @param filename - path of the SQLite file, created when missing
 * @throws UnreadableStore in one plain line when the file cannot be opened, read or written
 */
export async function openDatabase(filename: string): Promise<Knex> {
  refuseUnwritable(filename);
  const knex = connect(filename, patienceAtStart);
  try {
    await knex.migrate.latest({ migrationSource: migrations });
    await knex.raw('PRAGMA busy_timeout = 0');
  } catch (error) {
    await knex.destroy();
    throw openingFault(filename, error);
  }
  return knex;
}

/** Opens a store as it is, without changing any table: for looking at one that may be damaged. */
export function connect(filename: string, busyTimeout: number): Knex {
  return knexFactory({
    client: 'better-sqlite3',
    connection: { filename },
    useNullAsDefault: true,
    // Whatever fails is told by whoever asked.
    log: { error: () => undefined, warn: () => undefined },
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: Database.Database, done: (error: Error | null, connection: unknown) => void) => {
        try {
          connection.pragma(`busy_timeout = ${busyTimeout}`);
          connection.pragma('journal_mode = WAL');
          connection.pragma('foreign_keys = ON');
          keepStatements(connection);
          done(null, connection);
        } catch (error) {
          done(error as Error, connection);
        }
      },
    },
  });
}

function refuseUnwritable(filename: string): void {
  const folder = path.dirname(filename);
  for (const each of [folder, filename]) {
    if (!existsSync(each)) continue;
    try {
      accessSync(each, constants.R_OK | constants.W_OK);
    } catch {
      throw new UnreadableStore(`${each} cannot be written. Give the account that runs this the right to read and write it.`);
    }
  }
}

function openingFault(filename: string, error: unknown): Error {
  const { code = '', message = '' } = error as { code?: string; message?: string };
  const check = `Run ./almanac check --data ${path.dirname(filename)} to see what of it can be read.`;
  if (code === 'SQLITE_NOTADB')
    return new UnreadableStore(`${filename} is no database. Put back a copy of it, or name another folder with --data.`);
  if (code.startsWith('SQLITE_CORRUPT')) return new UnreadableStore(`${filename} is damaged (${message}). ${check}`);
  if (code === 'SQLITE_FULL') return new UnreadableStore(`There is no room left on the disk of ${filename}. Make room and start again.`);
  if (code.startsWith('SQLITE_READONLY') || code.startsWith('SQLITE_CANTOPEN') || code.startsWith('SQLITE_PERM'))
    return new UnreadableStore(
      `${filename} cannot be written. Give the account that runs this the right to read and write it and its folder.`,
    );
  if (code.startsWith('SQLITE_BUSY'))
    return new UnreadableStore(`${filename} is held by another process. Wait until it has ended, and start again.`);
  if (code.startsWith('SQLITE_')) return new UnreadableStore(`${filename} cannot be opened (${message}). ${check}`);
  return error as Error;
}
