import type { AuditEntry, ChainedEntry } from '@core/audit/chain';
import { chainStart, hashOfEntry } from '@core/audit/chain';
import type { Knex } from 'knex';
import { sha256 } from '../secrets';
import { fromRow, toRow } from './rows';

/** What was done, before it has its place in the chain. */
export type AuditFact = Omit<AuditEntry, 'number'>;

/** SQLite binds so many values at a time. */
const rowsAtOnce = 500;

/** Adds to the end of the log, in the transaction of what was done, so that neither is there without the other. */
export async function appendAudit(transaction: Knex.Transaction, facts: readonly AuditFact[]): Promise<void> {
  if (facts.length === 0) return;
  const last = (await transaction('audit_log').orderBy('number', 'desc').first('number', 'hash')) as
    { number: number; hash: string } | undefined;
  let number = last?.number ?? 0;
  let previous = last?.hash ?? chainStart;
  const rows = facts.map(fact => {
    const entry = { ...fact, number: (number += 1) };
    previous = hashOfEntry(previous, entry, sha256);
    return toRow({ ...entry, hash: previous });
  });
  for (let at = 0; at < rows.length; at += rowsAtOnce) await transaction('audit_log').insert(rows.slice(at, at + rowsAtOnce));
}

/** Which entries are asked for; what is left out asks for all. */
export interface AuditQuestion {
  readonly personId?: string;
  readonly act?: string;
  readonly subjectId?: string;
  /** In what it was called. */
  readonly find?: string;
  /** UTC milliseconds: not before, and before. */
  readonly from?: number;
  readonly until?: number;
  /** Entries before this number. */
  readonly below?: number;
}

function asked(knex: Knex, { personId, act, subjectId, find, from, until, below }: AuditQuestion): Knex.QueryBuilder {
  const query = knex('audit_log');
  if (personId !== undefined) void query.where('person_id', personId);
  if (act !== undefined) void query.where('act', act);
  if (subjectId !== undefined) void query.where('subject_id', subjectId);
  if (find) void query.whereRaw("title like ? escape '\\'", [`%${find.replace(/[\\%_]/g, each => `\\${each}`)}%`]);
  if (from !== undefined) void query.where('at', '>=', from);
  if (until !== undefined) void query.where('at', '<', until);
  if (below !== undefined) void query.where('number', '<', below);
  return query;
}

/** The newest entries that are asked for, newest first. */
export async function readAudit(knex: Knex, question: AuditQuestion, most: number): Promise<readonly ChainedEntry[]> {
  const rows = (await asked(knex, question).orderBy('number', 'desc').limit(most)) as Record<string, unknown>[];
  return rows.map(row => fromRow<ChainedEntry>(row));
}

/** Entries that are asked for after a number, oldest first. */
export async function readAuditAfter(knex: Knex, question: AuditQuestion, after: number, most: number): Promise<readonly ChainedEntry[]> {
  const rows = (await asked(knex, question).where('number', '>', after).orderBy('number').limit(most)) as Record<string, unknown>[];
  return rows.map(row => fromRow<ChainedEntry>(row));
}
