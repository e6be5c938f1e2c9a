import type { Instant } from '../schedule/local-time';
import { inForceAt, publicationsKnown, type InForce } from './in-force';
import type { Edition, LedgerRecord, Proposal, PublicationEntry, RecordKind, Revision } from './records';

/** Rows to put into a ledger; proposals and editions replace those of the same id, all else is appended. */
export interface LedgerRows {
  readonly records?: readonly LedgerRecord[];
  readonly revisions?: readonly Revision[];
  readonly editions?: readonly Edition[];
  readonly proposals?: readonly Proposal[];
  readonly entries?: readonly PublicationEntry[];
}

/** All revisions, proposals and publication entries of a site, held for computing answers. */
export class Ledger {
  readonly records = new Map<string, LedgerRecord>();
  readonly revisions = new Map<string, Revision>();
  readonly editions = new Map<string, Edition>();
  readonly proposals = new Map<string, Proposal>();
  readonly #entries = new Map<string, PublicationEntry[]>();
  readonly #revisionsOf = new Map<string, Revision[]>();
  readonly #proposalIdsOf = new Map<string, Set<string>>();
  #lastRecordedAt: Instant = -Infinity;
  #lastNumber = 0;
  /** Grows with every change, so that whatever was computed from the ledger can tell whether it still holds. */
  version = 0;
  /** The same for a ledger and all that {@link with} made from it, so that they can share what was computed. */
  family: object = {};

  /** Takes in rows; see {@link LedgerRows}. */
  absorb(rows: LedgerRows): void {
    for (const record of rows.records ?? []) this.records.set(record.id, record);
    for (const revision of rows.revisions ?? []) {
      this.revisions.set(revision.id, revision);
      append(this.#revisionsOf, keyOf(revision.recordId, revision.locale), revision);
    }
    for (const edition of rows.editions ?? []) this.editions.set(edition.id, edition);
    for (const proposal of rows.proposals ?? []) {
      this.proposals.set(proposal.id, proposal);
      const ids = this.#proposalIdsOf.get(proposal.recordId) ?? new Set();
      this.#proposalIdsOf.set(proposal.recordId, ids.add(proposal.id));
    }
    for (const entry of rows.entries ?? []) {
      append(this.#entries, keyOf(entry.recordId, entry.locale), entry);
      this.#lastRecordedAt = Math.max(this.#lastRecordedAt, entry.recordedAt);
      this.#lastNumber = Math.max(this.#lastNumber, entry.number);
    }
    this.version += 1;
  }

  /**
   * Another ledger that holds this one's rows and some more; this one stays as it is. It answers what would be in force
   * were the rows written.
   */
  with(rows: LedgerRows): Ledger {
    const copy = new Ledger();
    copy.family = this.family;
    copy.#lastRecordedAt = this.#lastRecordedAt;
    copy.#lastNumber = this.#lastNumber;
    for (const [mine, its] of [
      [this.records, copy.records],
      [this.revisions, copy.revisions],
      [this.editions, copy.editions],
      [this.proposals, copy.proposals],
      [this.#entries, copy.#entries],
      [this.#revisionsOf, copy.#revisionsOf],
      [this.#proposalIdsOf, copy.#proposalIdsOf],
    ] as [Map<string, unknown>, Map<string, unknown>][])
      for (const [key, value] of mine) its.set(key, value);
    // Lists that are about to grow are copied; all others are shared.
    for (const { recordId, locale } of rows.entries ?? [])
      copy.#entries.set(keyOf(recordId, locale), [...this.entriesOf(recordId, locale)]);
    for (const { recordId, locale } of rows.revisions ?? [])
      copy.#revisionsOf.set(keyOf(recordId, locale), [...this.revisionsOf(recordId, locale)]);
    for (const { recordId } of rows.proposals ?? [])
      copy.#proposalIdsOf.set(recordId, new Set(this.proposalsOf(recordId).map(each => each.id)));
    copy.absorb(rows);
    return copy;
  }

  /** Forgets a record with all that was ever written of it. */
  forget(recordId: string): void {
    this.records.delete(recordId);
    for (const [id, revision] of this.revisions) if (revision.recordId === recordId) this.revisions.delete(id);
    for (const [id, proposal] of this.proposals) if (proposal.recordId === recordId) this.proposals.delete(id);
    this.#proposalIdsOf.delete(recordId);
    for (const map of [this.#entries, this.#revisionsOf])
      for (const key of [...map.keys()]) if (key.startsWith(`${recordId} `)) map.delete(key);
    this.version += 1;
  }

  /** The records of a kind, oldest first. */
  recordsOf(kind: RecordKind): readonly LedgerRecord[] {
    return [...this.records.values()].filter(record => record.kind === kind);
  }

  /** All publication entries of a record in a locale, in the order they were recorded. */
  entriesOf(recordId: string, locale: string): readonly PublicationEntry[] {
    return this.#entries.get(keyOf(recordId, locale)) ?? [];
  }

  /** All revisions of a record in a locale, oldest first. */
  revisionsOf(recordId: string, locale: string): readonly Revision[] {
    return this.#revisionsOf.get(keyOf(recordId, locale)) ?? [];
  }

  /** All proposals of a record, ended ones included. */
  proposalsOf(recordId: string): readonly Proposal[] {
    return [...(this.#proposalIdsOf.get(recordId) ?? [])].map(id => this.proposals.get(id)!);
  }

  /** Proposals of a record that are still on their way: draft or in review. */
  openProposalsOf(recordId: string): readonly Proposal[] {
    return this.proposalsOf(recordId).filter(isOpen);
  }

  /** Every proposal that is still on its way. */
  openProposals(): readonly Proposal[] {
    return [...this.proposals.values()].filter(isOpen);
  }

  /** The proposals of an edition, in the order they were made. */
  proposalsOfEdition(editionId: string): readonly Proposal[] {
    return [...this.proposals.values()].filter(proposal => proposal.editionId === editionId);
  }

  /** What is in force of a record at a moment, as known then; see {@link inForceAt}. */
  inForce(recordId: string, locale: string, moment: Instant, knownAt: Instant): InForce {
    return inForceAt(publicationsKnown(this.entriesOf(recordId, locale), knownAt), moment);
  }

  /** The revision of that id. @throws RangeError when there is none */
  revision(id: string): Revision {
    const revision = this.revisions.get(id);
    if (!revision) throw new RangeError(`No revision ${id}`);
    return revision;
  }

  /** The highest ledger number of any entry, or 0. */
  get lastNumber(): number {
    return this.#lastNumber;
  }

  /** The newest recorded-at of any entry, or -Infinity; recorded times never run backwards. */
  get lastRecordedAt(): Instant {
    return this.#lastRecordedAt;
  }
}

/** Whether a proposal is still on its way. */
export function isOpen(proposal: Proposal): boolean {
  return proposal.stage === 'draft' || proposal.stage === 'in review';
}

function keyOf(recordId: string, locale: string): string {
  return `${recordId} ${locale}`;
}

function append<Value>(map: Map<string, Value[]>, key: string, value: Value): void {
  const values = map.get(key);
  if (values) values.push(value);
  else map.set(key, [value]);
}
