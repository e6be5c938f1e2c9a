import type { Instant } from '../schedule/local-time';
import { inForceAt, publicationsKnown, type InForce } from './in-force';
import { outlookOf, type Outlook } from './stretches';
import type { Edition, LedgerRecord, Proposal, PublicationEntry, RecordKind, Revision } from './records';
import { isEnding } from './stage';

/** Rows to put into a ledger; proposals and editions replace those of the same id, all else is appended. */
export interface LedgerRows {
  readonly records?: readonly LedgerRecord[];
  readonly revisions?: readonly Revision[];
  readonly editions?: readonly Edition[];
  readonly proposals?: readonly Proposal[];
  readonly entries?: readonly PublicationEntry[];
}

/** How many publications are remembered for {@link Ledger.publishedSince}. */
const mostRemembered = 200;

/** All revisions, proposals and publication entries of a site, held for computing answers. */
export class Ledger {
  readonly records = new Map<string, LedgerRecord>();
  readonly revisions = new Map<string, Revision>();
  readonly editions = new Map<string, Edition>();
  readonly proposals = new Map<string, Proposal>();
  readonly #ofKind = new Map<RecordKind, LedgerRecord[]>();
  readonly #entries = new ByLocale<PublicationEntry>();
  readonly #revisionsOf = new ByLocale<Revision>();
  readonly #proposalIdsOf = new Map<string, Set<string>>();
  readonly #proposalIdsOfEdition = new Map<string, Set<string>>();
  readonly #openProposalIds = new Set<string>();
  /** The records that began in another locale than the base. */
  readonly #foreign = new Set<string>();
  #baseLocale: string;
  #lastRecordedAt: Instant = -Infinity;
  #lastNumber = 0;
  /** Grows with every change, so that whatever was computed from the ledger can tell whether it still holds. */
  version = 0;
  /** Grows with what readers may notice only: publications. What is only being written does not count. */
  publishedVersion = 0;
  /** Which records were written in any way in which version; the newest last. */
  #changed: { readonly version: number; readonly recordIds: readonly string[] }[] = [];
  /** Which records were published in which version; the newest last. */
  #published: { readonly version: number; readonly recordIds: readonly string[] }[] = [];
  /** The ledger that {@link with} began from, or this one. */
  origin: Ledger = this;
  /** The same for a ledger and all that {@link with} made from it, so that they can share what was computed. */
  family: object = {};

  /** @param baseLocale - BCP 47 tag of the locale in which records begin unless another is said */
  constructor(baseLocale = 'en-GB') {
    this.#baseLocale = baseLocale;
  }

  /** BCP 47 tag of the locale in which a site is read unless another is asked for; the end of every fallback chain. */
  get baseLocale(): string {
    return this.#baseLocale;
  }

  /** Reads in another locale unless another is asked for. Records stay in the locale in which they began. */
  readIn(locale: string): void {
    this.#baseLocale = locale;
    this.#foreign.clear();
    for (const { id, locale: own } of this.records.values()) if (own !== locale) this.#foreign.add(id);
    this.invalidate();
  }

  /** The locale in which a record began; for one that is not there yet, the base. */
  localeOf(recordId: string): string {
    return this.records.get(recordId)?.locale ?? this.#baseLocale;
  }

  /** The records that began in another locale than the base. */
  get foreign(): ReadonlySet<string> {
    return this.#foreign;
  }

  /** Takes in rows; see {@link LedgerRows}. */
  absorb(rows: LedgerRows): void {
    for (const record of rows.records ?? []) {
      if (!this.records.has(record.id)) append(this.#ofKind, record.kind, record);
      this.records.set(record.id, record);
      if (record.locale !== this.#baseLocale) this.#foreign.add(record.id);
    }
    for (const revision of rows.revisions ?? []) {
      this.revisions.set(revision.id, revision);
      this.#revisionsOf.add(revision);
    }
    for (const edition of rows.editions ?? []) this.editions.set(edition.id, edition);
    for (const proposal of rows.proposals ?? []) {
      this.proposals.set(proposal.id, proposal);
      addTo(this.#proposalIdsOf, proposal.recordId, proposal.id);
      addTo(this.#proposalIdsOfEdition, proposal.editionId, proposal.id);
      if (isOpen(proposal)) this.#openProposalIds.add(proposal.id);
      else this.#openProposalIds.delete(proposal.id);
    }
    for (const entry of rows.entries ?? []) {
      this.#entries.add(entry);
      this.#lastRecordedAt = Math.max(this.#lastRecordedAt, entry.recordedAt);
      this.#lastNumber = Math.max(this.#lastNumber, entry.number);
    }
    this.version += 1;
    this.#changed.push({ version: this.version, recordIds: recordIdsIn(rows) });
    if (this.#changed.length > mostRemembered) this.#changed.shift();
    if ((rows.entries ?? []).length > 0) {
      this.publishedVersion += 1;
      this.#published.push({ version: this.publishedVersion, recordIds: rows.entries!.map(each => each.recordId) });
      if (this.#published.length > mostRemembered) this.#published.shift();
    }
  }

  /** Says that what was computed from the ledger no longer holds, for a reason that lies outside it. */
  invalidate(): void {
    this.version += 1;
    this.publishedVersion += 1;
    this.#published = [];
    this.#changed = [];
  }

  /** The records written in any way since a version of this ledger; null when too much has happened to tell. */
  changedSince(version: number): ReadonlySet<string> | null {
    const since = this.#changed.filter(each => each.version > version);
    return since.length === this.version - version ? new Set(since.flatMap(each => each.recordIds)) : null;
  }

  /**
   * The records published since a version of this ledger, or of its origin as it was when this one was made from it;
   * null when too much has happened to tell.
   */
  publishedSince(version: number): ReadonlySet<string> | null {
    const since = this.#published.filter(each => each.version > version);
    return since.length === this.publishedVersion - version ? new Set(since.flatMap(each => each.recordIds)) : null;
  }

  /**
   * Another ledger that holds this one's rows and some more; this one stays as it is. It answers what would be in force
   * were the rows written.
   */
  with(rows: LedgerRows): Ledger {
    const copy = new Ledger(this.baseLocale);
    copy.family = this.family;
    copy.origin = this.origin;
    copy.version = this.version;
    copy.publishedVersion = this.publishedVersion;
    copy.#published = [...this.#published];
    copy.#lastRecordedAt = this.#lastRecordedAt;
    copy.#lastNumber = this.#lastNumber;
    for (const [mine, its] of [
      [this.records, copy.records],
      [this.revisions, copy.revisions],
      [this.editions, copy.editions],
      [this.proposals, copy.proposals],
      [this.#proposalIdsOf, copy.#proposalIdsOf],
      [this.#proposalIdsOfEdition, copy.#proposalIdsOfEdition],
    ] as [Map<string, unknown>, Map<string, unknown>][])
      for (const [key, value] of mine) its.set(key, value);
    for (const [kind, records] of this.#ofKind) copy.#ofKind.set(kind, [...records]);
    // Lists that are about to grow are copied; all others are shared.
    copy.#entries.take(this.#entries, rows.entries ?? []);
    copy.#revisionsOf.take(this.#revisionsOf, rows.revisions ?? []);
    for (const { recordId, editionId } of rows.proposals ?? []) {
      copy.#proposalIdsOf.set(recordId, new Set(this.#proposalIdsOf.get(recordId)));
      copy.#proposalIdsOfEdition.set(editionId, new Set(this.#proposalIdsOfEdition.get(editionId)));
    }
    for (const id of this.#openProposalIds) copy.#openProposalIds.add(id);
    for (const id of this.#foreign) copy.#foreign.add(id);
    copy.absorb(rows);
    return copy;
  }

  /** Forgets a record with all that was ever written of it. */
  forget(recordId: string): void {
    const record = this.records.get(recordId);
    if (record)
      this.#ofKind.set(
        record.kind,
        this.#ofKind.get(record.kind)!.filter(each => each !== record),
      );
    this.records.delete(recordId);
    this.#foreign.delete(recordId);
    for (const [id, revision] of this.revisions) if (revision.recordId === recordId) this.revisions.delete(id);
    for (const { id, editionId } of this.proposalsOf(recordId)) {
      this.proposals.delete(id);
      this.#openProposalIds.delete(id);
      this.#proposalIdsOfEdition.get(editionId)?.delete(id);
    }
    this.#proposalIdsOf.delete(recordId);
    this.#entries.forget(recordId);
    this.#revisionsOf.forget(recordId);
    this.invalidate();
  }

  /** The kinds of which there are records, or were. */
  get kinds(): readonly RecordKind[] {
    return [...this.#ofKind.keys()];
  }

  /** The records of a kind, oldest first. */
  recordsOf(kind: RecordKind): readonly LedgerRecord[] {
    return this.#ofKind.get(kind) ?? [];
  }

  /** All publication entries of a record in a locale, its own unless another is said, in the order they were recorded. */
  entriesOf(recordId: string, locale = this.localeOf(recordId)): readonly PublicationEntry[] {
    return this.#entries.of(recordId, locale);
  }

  /** What follows from the publications of a record in a locale; kept for as long as none is added. */
  outlookOf(recordId: string, locale = this.localeOf(recordId)): Outlook {
    return outlookOf(this.entriesOf(recordId, locale));
  }

  /** All revisions of a record in a locale, oldest first. */
  revisionsOf(recordId: string, locale = this.localeOf(recordId)): readonly Revision[] {
    return this.#revisionsOf.of(recordId, locale);
  }

  /** The records of which something was ever published in a locale. */
  publishedIn(locale: string): Iterable<string> {
    return this.#entries.recordsIn(locale);
  }

  /** The locales in which something of a record was ever published. */
  localesPublished(recordId: string): readonly string[] {
    return this.#entries.localesOf(recordId);
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
    return [...this.#openProposalIds].map(id => this.proposals.get(id)!);
  }

  /** The proposals of an edition, in the order they were made. */
  proposalsOfEdition(editionId: string): readonly Proposal[] {
    // One that was taken out of an edition is named in another one.
    return [...(this.#proposalIdsOfEdition.get(editionId) ?? [])]
      .map(id => this.proposals.get(id)!)
      .filter(each => each.editionId === editionId);
  }

  /** The publications of a record that count as known at `knownAt`; see {@link publicationsKnown}. */
  publicationsKnown(recordId: string, locale: string, knownAt: Instant): readonly PublicationEntry[] {
    return knownAt === Infinity ? this.outlookOf(recordId, locale).known : publicationsKnown(this.entriesOf(recordId, locale), knownAt);
  }

  /** What is in force of a record at a moment, as known then; see {@link inForceAt}. */
  inForce(recordId: string, moment: Instant, knownAt: Instant, locale = this.localeOf(recordId)): InForce {
    return inForceAt(this.publicationsKnown(recordId, locale, knownAt), moment);
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
  return !isEnding(proposal.stage);
}

/** What was written of each record in each locale, in order. */
class ByLocale<Row extends { readonly recordId: string; readonly locale: string }> {
  readonly #locales = new Map<string, Map<string, Row[]>>();

  of(recordId: string, locale: string): readonly Row[] {
    return this.#locales.get(locale)?.get(recordId) ?? none;
  }

  recordsIn(locale: string): Iterable<string> {
    return this.#locales.get(locale)?.keys() ?? none;
  }

  add(row: Row): void {
    append(this.#inLocale(row.locale), row.recordId, row);
  }

  localesOf(recordId: string): readonly string[] {
    return [...this.#locales].flatMap(([locale, lists]) => (lists.has(recordId) ? [locale] : []));
  }

  /** Takes over all lists of another; those to which rows are about to be added become copies. */
  take(other: ByLocale<Row>, about: readonly Row[]): void {
    for (const [locale, lists] of other.#locales) this.#locales.set(locale, new Map(lists));
    for (const { recordId, locale } of about) this.#inLocale(locale).set(recordId, [...other.of(recordId, locale)]);
  }

  forget(recordId: string): void {
    for (const lists of this.#locales.values()) lists.delete(recordId);
  }

  #inLocale(locale: string): Map<string, Row[]> {
    const known = this.#locales.get(locale);
    if (known) return known;
    const made = new Map<string, Row[]>();
    this.#locales.set(locale, made);
    return made;
  }
}

const none: readonly never[] = [];

function recordIdsIn({ records = [], revisions = [], proposals = [], entries = [] }: LedgerRows): readonly string[] {
  return [...records.map(each => each.id), ...[...revisions, ...proposals, ...entries].map(each => each.recordId)];
}

function addTo(map: Map<string, Set<string>>, key: string, id: string): void {
  const ids = map.get(key);
  if (ids) ids.add(id);
  else map.set(key, new Set([id]));
}

function append<Key, Value>(map: Map<Key, Value[]>, key: Key, value: Value): void {
  const values = map.get(key);
  if (values) values.push(value);
  else map.set(key, [value]);
}
