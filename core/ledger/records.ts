import type { Instant, LocalTime } from '../schedule/local-time';
import type { Stage } from './stage';

/** The kind of a record: "page", "block" and so on. The ledger keeps any; what a kind means is declared elsewhere. */
export type RecordKind = string;

/** One thing in the ledger. Its id (UUIDv7) never changes. */
export interface LedgerRecord {
  readonly id: string;
  readonly kind: RecordKind;
  /** BCP 47 tag of the locale in which it began and all its fields have words; in others it has own words over these. */
  readonly locale: string;
  readonly createdAt: Instant;
  readonly createdBy: string;
}

/** One saved state of a record in one locale; never changed after. */
export interface Revision {
  readonly id: string;
  readonly recordId: string;
  readonly locale: string;
  /** The revision this one was made from; null for the first. */
  readonly parentId: string | null;
  /** A merge names the second one it brought in. */
  readonly mergedFromId: string | null;
  /** In another locale than the record's own: the revision of its own that it was translated from. */
  readonly translatedFromId: string | null;
  /** The record's value document; its shape follows from the record's kind and the version inside. */
  readonly value: unknown;
  readonly createdAt: Instant;
  readonly createdBy: string;
  readonly note: string;
}

/** A line of revisions on its way to be live: its head moves with each save. */
export interface Proposal {
  readonly id: string;
  readonly recordId: string;
  readonly locale: string;
  /** The changes that go live together with this one. */
  readonly editionId: string;
  readonly headRevisionId: string;
  /** What was live when the proposal began; null for a new record. */
  readonly baseRevisionId: string | null;
  /** Approving it takes the record off instead of publishing a revision. */
  readonly retires: boolean;
  readonly stage: Stage;
  readonly createdAt: Instant;
  readonly createdBy: string;
  readonly updatedAt: Instant;
}

/** Changes to one or several records that go live together, all or none. */
export interface Edition {
  readonly id: string;
  readonly title: string;
  readonly createdAt: Instant;
  readonly createdBy: string;
  readonly submittedAt: Instant | null;
  /** The moment the author wishes for; a wish publishes nothing. */
  readonly wishedFrom: Instant | null;
  readonly remark: string;
}

/** What happens where a publication ends: the earlier one comes back, or nothing does. */
export type Afterwards = 'earlier' | 'nothing';

/**
 * One line of the append-only list of publications. Several entries may speak of one publication; the last one counts.
 * `revisionId` null makes the record retired in that interval.
 */
export interface PublicationEntry {
  /** Ledger number, ascending without gaps in meaning: a higher one lies over a lower one. */
  readonly number: number;
  readonly publicationId: string;
  readonly recordId: string;
  readonly locale: string;
  readonly act: 'set' | 'withdraw';
  readonly revisionId: string | null;
  readonly from: Instant;
  /** Excluded; null is without end. */
  readonly until: Instant | null;
  /** What was typed for `from` and `until`; null when it was "now" or "without end". */
  readonly fromTyped: LocalTime | null;
  readonly untilTyped: LocalTime | null;
  readonly afterwards: Afterwards;
  readonly recordedAt: Instant;
  readonly recordedBy: string;
  readonly reason: string;
  /** The edition by which it was set; null for what was set before editions were noted. */
  readonly editionId: string | null;
}
