import type { Knex } from 'knex';

/** Why the store could not do what was asked. */
export type StoreTrouble = 'full' | 'busy' | 'failing';

/** What is wrong with the store when an error came from it; null when it came from elsewhere. @see SQLite result codes */
export function troubleOf(error: unknown): StoreTrouble | null {
  const code = (error as { code?: unknown } | null)?.code;
  if (typeof code !== 'string' || !code.startsWith('SQLITE_')) return null;
  if (code === 'SQLITE_FULL') return 'full';
  if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED')) return 'busy';
  // Constraints and the like are faults of this program, not of the disk.
  return /^SQLITE_(IOERR|READONLY|CANTOPEN|CORRUPT|NOTADB|PERM|AUTH|NOMEM|PROTOCOL)/.test(code) ? 'failing' : null;
}

/** How long work waits for another process to let go of the store, in milliseconds. */
export const longestWait = 10_000;
const pause = 40;

/**
 * Does work that writes, and does it again from the start while another process holds the store. It waits without
 * standing in anyone's way: the driver itself is told not to wait, since that would hold up every reader.
 */
export async function whenFree<Result>(work: () => Promise<Result>, patience = longestWait): Promise<Result> {
  const since = performance.now();
  for (;;) {
    try {
      return await work();
    } catch (error) {
      if (troubleOf(error) !== 'busy' || performance.now() - since > patience) throw error;
      await new Promise(resolve => setTimeout(resolve, pause));
    }
  }
}

/**
 * Does work in one transaction. What went wrong in it is what is told: on some faults SQLite has rolled back already, and
 * rolling back once more fails and would hide the cause; on others the transaction is still open and must not stay so.
 * @see SQLite, "Response To Errors Within A Transaction"
 */
export async function inTransaction<Result>(knex: Knex, work: (transaction: Knex.Transaction) => Promise<Result>): Promise<Result> {
  let cause: unknown = null;
  try {
    return await knex.transaction(async transaction => {
      try {
        return await work(transaction);
      } catch (error) {
        cause = error;
        throw error;
      }
    });
  } catch (error) {
    await knex.raw('ROLLBACK').catch(() => undefined);
    throw cause ?? error;
  }
}

/** A file of the store, or a row in it, that cannot be read, in one line for whoever starts the program. */
export class UnreadableStore extends Error {
  override readonly name = 'UnreadableStore';
}
