import type { LedgerRows } from '@core/ledger/ledger';
import type { Edition, LedgerRecord, Proposal, PublicationEntry, Revision } from '@core/ledger/records';
import { everywhere } from '@core/rule/rule';
import { upgradeRule } from '@core/rule/upgrade';
import type { Knex } from 'knex';
import { fromRow, toRow } from './rows';

/** A move that was made with an edition. */
export interface EditionMove {
  readonly editionId: string;
  readonly move: string;
  readonly remark: string;
  /** The expectations that it broke, and why it went ahead; empty when it broke none. */
  readonly broke: string;
  readonly madeAt: number;
  readonly madeBy: string;
}

/** Entries get their ledger number from the store. */
export type NewEntry = Omit<PublicationEntry, 'number'>;

const json = { revisions: ['value'], publication_entries: ['fromTyped', 'untilTyped'] } as const;

/** Reads the whole ledger, in the order it was written. */
export async function readLedger(knex: Knex): Promise<Required<LedgerRows>> {
  const [records, revisions, editions, proposals, entries] = await Promise.all([
    knex('records').orderBy('created_at').orderBy('id'),
    knex('revisions').orderBy('created_at').orderBy('id'),
    knex('editions').orderBy('created_at').orderBy('id'),
    knex('proposals').orderBy('created_at').orderBy('id'),
    knex('publication_entries').orderBy('number'),
  ]);
  return {
    records: records.map(row => fromRow<LedgerRecord>(row)),
    revisions: revisions.map(row => upgraded(fromRow<Revision>(row, json.revisions))),
    editions: editions.map(row => fromRow<Edition>(row)),
    proposals: proposals.map(row => fromRow<Proposal>(row)).map(each => ({ ...each, retires: Boolean(each.retires) })),
    entries: entries.map(row => fromRow<PublicationEntry>(row, json.publication_entries)),
  };
}

// A rule of an older version is brought up to the present one as it is read; an unknown one stops here, by name.
function upgraded(revision: Revision): Revision {
  const value = revision.value as { readonly rule?: { readonly version?: unknown } } | null;
  if (!value?.rule || value.rule.version === everywhere.version) return revision;
  try {
    return { ...revision, value: { ...value, rule: upgradeRule(value.rule) } };
  } catch (error) {
    throw new RangeError(
      `Record ${revision.recordId} cannot be read: ${(error as Error).message}. It was stored by another version of this program.`,
    );
  }
}

/** Deletes a record with everything that was ever written of it. Proposals take their part of editions with them. */
export async function deleteRecordRows(knex: Knex, recordId: string): Promise<void> {
  await knex('publication_entries').where({ record_id: recordId }).delete();
  await knex('proposals').where({ record_id: recordId }).delete();
  await knex('revisions').where({ record_id: recordId }).update({ parent_id: null, merged_from_id: null, translated_from_id: null });
  await knex('revisions').where({ record_id: recordId }).delete();
  await knex('records').where({ id: recordId }).delete();
}

/** Appends records. */
export async function insertRecords(knex: Knex, records: readonly LedgerRecord[]): Promise<void> {
  for (const record of records) await knex('records').insert(toRow(record));
}

/** Appends revisions. */
export async function insertRevisions(knex: Knex, revisions: readonly Revision[]): Promise<void> {
  for (const revision of revisions) await knex('revisions').insert(toRow(revision, json.revisions));
}

/** Writes editions; those of the same id are replaced. */
export async function saveEditions(knex: Knex, editions: readonly Edition[]): Promise<void> {
  for (const edition of editions) await knex('editions').insert(toRow(edition)).onConflict('id').merge();
}

/** Writes proposals; those of the same id are replaced. */
export async function saveProposals(knex: Knex, proposals: readonly Proposal[]): Promise<void> {
  for (const proposal of proposals) await knex('proposals').insert(toRow(proposal)).onConflict('id').merge();
}

/** Appends publication entries and gives them their ledger numbers. */
export async function insertEntries(knex: Knex, entries: readonly NewEntry[]): Promise<readonly PublicationEntry[]> {
  const numbered: PublicationEntry[] = [];
  for (const entry of entries) {
    const [row] = await knex('publication_entries').insert(toRow(entry, json.publication_entries)).returning('number');
    numbered.push({ ...entry, number: (row as { number: number }).number });
  }
  return numbered;
}

/** Notes a move. */
export async function insertMove(knex: Knex, move: EditionMove): Promise<void> {
  await knex('edition_moves').insert(toRow(move));
}

/** The moves made with an edition, oldest first. */
export async function readMoves(knex: Knex, editionId: string): Promise<readonly EditionMove[]> {
  const rows = await knex('edition_moves').where({ edition_id: editionId }).orderBy('number');
  return rows.map(row => fromRow<EditionMove>(row));
}
