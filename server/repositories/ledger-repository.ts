import type { LedgerRows } from '@core/ledger/ledger';
import type { Edition, LedgerRecord, Proposal, PublicationEntry, RecordKind, Revision } from '@core/ledger/records';
import { isKnownKind, UnknownKind } from '@core/kinds/index';
import type { Registry } from '@core/registry/registry';
import type { Knex } from 'knex';
import { PastRevision } from './past-revision';
import { readOwnWords, readValue, type Unreadable } from './readable';
import { fromRow, toRow } from './rows';
import { readSetAside } from './set-aside-repository';

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

/** The ledger as far as it can be read, and what of it cannot. */
export interface ReadLedger {
  readonly rows: Required<LedgerRows>;
  readonly unreadable: readonly Unreadable[];
}

/**
 * Reads the whole ledger, in the order it was written. A row that cannot be read is left out with all that rests on it;
 * a publication whose revision cannot be read shows nothing while it lasts, rather than what lies beneath it.
 * @param registry - the types by which values are read; asked for anew each time that one is
 * @param extent - whether revisions that are only history are read too, as a check does, or when they are asked for
 */
export async function readLedger(
  knex: Knex,
  registry: () => Registry,
  extent: 'what counts' | 'all of it' = 'what counts',
): Promise<ReadLedger> {
  const inOrder = (table: string) => knex(table).orderBy('number') as unknown as Promise<Record<string, unknown>[]>;
  const [records, editions, proposals, entries] = await Promise.all(
    ['records', 'editions', 'proposals', 'publication_entries'].map(inOrder),
  );
  const revisions = (await knex('revisions').select(bareColumns).orderBy('number')) as Record<string, unknown>[];
  const asides = await readSetAside(knex);
  const unreadable: Unreadable[] = [];
  const kept = <Value>(table: string, rows: readonly Record<string, unknown>[], read: (row: Record<string, unknown>) => Value): Value[] =>
    rows.flatMap(row => {
      const id = String(row['id'] ?? row['number']);
      if (asides.has(`${table} ${id}`)) return [];
      try {
        return [read(row)];
      } catch (error) {
        const recordId = table === 'records' ? id : ((row['record_id'] as string | undefined) ?? null);
        const kind = kinds.get(recordId ?? '') ?? null;
        unreadable.push({ table, row: id, recordId, kind, why: (error as Error).message });
        return [];
      }
    });
  const kinds = new Map<string, RecordKind>();
  const begunIn = new Map<string, string>();
  const knownRecords = kept('records', records!, row => {
    const record = withoutNumber(fromRow<LedgerRecord & Numbered>(row));
    if (!isKnownKind(record.kind)) throw new UnknownKind(record.kind);
    kinds.set(record.id, record.kind);
    begunIn.set(record.id, record.locale);
    return record;
  });
  const isOwn = (row: Record<string, unknown>) => row['locale'] === begunIn.get(String(row['record_id']));
  const hasBase = new Set(revisions.filter(isOwn).map(row => String(row['record_id'])));
  const counting = countingRevisions(revisions, proposals!, entries!);
  const isRead = (id: unknown) => extent === 'all of it' || counting.has(id);
  const bodies = await readBodies(
    knex,
    revisions.flatMap(row => (isRead(row['id']) ? [String(row['id'])] : [])),
  );
  const knownRevisions = kept('revisions', revisions, (row): Revision => {
    const kind = kinds.get(String(row['record_id']));
    if (!kind) throw new RangeError('its record is missing');
    const rest = withoutNumber(fromRow<Omit<Revision, 'value'> & Numbered>(row));
    const isBase = isOwn(row);
    if (!isBase && !hasBase.has(rest.recordId)) throw new RangeError(`it has no words in ${begunIn.get(rest.recordId)!} to lie over`);
    const read = (text: unknown) => (isBase ? readValue(kind, text, registry()) : readOwnWords(kind, text, registry()));
    return isRead(rest.id) ? { ...rest, value: read(bodies.get(rest.id)) } : new PastRevision(rest, read);
  });
  const revisionIds = new Set(knownRevisions.map(each => each.id));
  const written = new Set(knownRevisions.map(each => each.recordId));
  const editionIds = new Set(editions!.map(row => row['id']));
  const knownProposals = kept('proposals', proposals!, row => {
    const proposal = withoutNumber(fromRow<Proposal & Numbered>(row));
    if (!revisionIds.has(proposal.headRevisionId)) throw new RangeError('the revision at its head cannot be read');
    if (!editionIds.has(proposal.editionId)) throw new RangeError('its edition is missing');
    const baseRevisionId = revisionIds.has(proposal.baseRevisionId ?? '') ? proposal.baseRevisionId : null;
    return { ...proposal, baseRevisionId, retires: Boolean(proposal.retires) };
  });
  const knownEntries = kept('publication_entries', entries!, row => {
    const entry = fromRow<PublicationEntry>(row, json.publication_entries);
    if (!written.has(entry.recordId)) throw new RangeError('its record cannot be read');
    if (!Number.isFinite(entry.from) || !(entry.until === null || Number.isFinite(entry.until)))
      throw new RangeError('its times are no times');
    if (entry.revisionId === null || revisionIds.has(entry.revisionId)) return entry;
    unreadable.push({
      table: 'publication_entries',
      row: String(entry.number),
      recordId: entry.recordId,
      kind: kinds.get(entry.recordId)!,
      why: 'what it publishes cannot be read, so nothing shows while it lasts',
    });
    return { ...entry, revisionId: null };
  });
  return {
    rows: {
      // A record without a revision that can be read has nothing to show or to be called by.
      records: knownRecords.filter(each => written.has(each.id)),
      revisions: knownRevisions,
      editions: kept('editions', editions!, row => withoutNumber(fromRow<Edition & Numbered>(row))),
      proposals: knownProposals,
      entries: knownEntries,
    },
    unreadable,
  };
}

type Row = Readonly<Record<string, unknown>>;

/**
 * The revisions on which answers rest: published ones, those at the heads and bases of proposals, and the newest of each
 * record. They are read at once; what is only history is read when it is asked for, so that a start does not grow with it.
 */
function countingRevisions(revisions: readonly Row[], proposals: readonly Row[], entries: readonly Row[]): ReadonlySet<unknown> {
  const newest = new Map(revisions.map(row => [`${String(row['record_id'])} ${String(row['locale'])}`, row['id']]));
  return new Set([
    ...newest.values(),
    ...proposals.flatMap(row => [row['head_revision_id'], row['base_revision_id']]),
    ...entries.map(row => row['revision_id']),
  ]);
}

/** All of a revision but its value. */
const bareColumns = [
  'id',
  'number',
  'record_id',
  'locale',
  'parent_id',
  'merged_from_id',
  'translated_from_id',
  'created_at',
  'created_by',
  'note',
];

/** How many values are asked for at once. */
const bodiesAtOnce = 500;

/** The stored values of revisions, by id. */
export async function readBodies(knex: Knex, ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
  const found = new Map<string, string>();
  for (let at = 0; at < ids.length; at += bodiesAtOnce) {
    const rows = (await knex('revisions')
      .select('id', 'value')
      .whereIn('id', ids.slice(at, at + bodiesAtOnce))) as { id: string; value: string }[];
    for (const { id, value } of rows) found.set(id, value);
  }
  return found;
}

interface Numbered {
  readonly number: number;
}

// The order of rows is the store's to keep.
function withoutNumber<Value extends Numbered>({ number: _, ...value }: Value): Omit<Value, 'number'> {
  return value;
}

/** A row with the number that comes after all others of its table: the order of a ledger is that in which it was written. */
function appended(knex: Knex, table: string, row: Record<string, unknown>): Record<string, unknown> {
  return { ...row, number: knex.raw('(select coalesce(max(number), 0) + 1 from ??)', [table]) };
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
  for (const record of records) await knex('records').insert(appended(knex, 'records', toRow(record)));
}

/** Appends revisions. */
export async function insertRevisions(knex: Knex, revisions: readonly Revision[]): Promise<void> {
  for (const revision of revisions) await knex('revisions').insert(appended(knex, 'revisions', toRow(revision, json.revisions)));
}

// A row that is there keeps its place in the order.
async function replace(knex: Knex, table: string, row: Record<string, unknown>): Promise<void> {
  await knex(table)
    .insert(appended(knex, table, row))
    .onConflict('id')
    .merge(Object.keys(row));
}

/** Writes editions; those of the same id are replaced. */
export async function saveEditions(knex: Knex, editions: readonly Edition[]): Promise<void> {
  for (const edition of editions) await replace(knex, 'editions', toRow(edition));
}

/** Writes proposals; those of the same id are replaced. */
export async function saveProposals(knex: Knex, proposals: readonly Proposal[]): Promise<void> {
  for (const proposal of proposals) await replace(knex, 'proposals', toRow(proposal));
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
