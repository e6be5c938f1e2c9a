import type { Change } from '@contract/messages';
import type { Edition, LedgerRecord, Proposal, Revision } from '@core/ledger/records';
import type { Stage } from '@core/ledger/stage';
import { v7 as uuidv7 } from 'uuid';
import type * as repository from '../repositories/ledger-repository';
import type { Person } from '../repositories/people-repository';
import type { Overlay } from '@core/site/snapshot';
import type { Site } from '../site/site';
import { liveRevisionId } from './edition-lookups';

/** Rows to be written together. */
export interface Batch {
  readonly records: LedgerRecord[];
  readonly revisions: Revision[];
  readonly editions: Edition[];
  readonly proposals: Proposal[];
  readonly entries: repository.NewEntry[];
  readonly moves: repository.EditionMove[];
}

/** A batch that writes nothing. */
export function emptyBatch(): Batch {
  return { records: [], revisions: [], editions: [], proposals: [], entries: [], moves: [] };
}

/** A change to be added; without a locale it is of the one in which its record began. */
export type ChangeToAdd = Pick<Change, 'recordId' | 'kind' | 'retires' | 'baseRevisionId' | 'value'> &
  Partial<Pick<Change, 'locale' | 'translatedFromId'>>;

/** Of whom a change is, and how far it has come. */
export interface ChangeMade {
  readonly edition: Edition;
  readonly person: Person;
  readonly note: string;
  readonly stage: Stage;
  /** UTC milliseconds. */
  readonly at: number;
}

/** Puts a change into a batch: its record when that is new, a revision unless it takes off, and the proposal in its edition. */
export function addChange(
  site: Site,
  batch: Batch,
  { recordId, kind, retires, baseRevisionId, value, locale: wanted, translatedFromId }: ChangeToAdd,
  { edition, person, note, stage, at }: ChangeMade,
): Proposal {
  const locale = wanted ?? site.ledger.localeOf(recordId);
  if (!site.ledger.records.has(recordId)) batch.records.push({ id: recordId, kind, locale, createdAt: at, createdBy: person.id });
  const live = liveRevisionId(site, recordId, site.clocks.content(), locale);
  // What is taken off without ever having been live is named by its newest words.
  let headRevisionId = baseRevisionId ?? live ?? newestIn(site, recordId, locale);
  if (!retires) {
    const revision = newRevision(
      site,
      { recordId, locale, translatedFromId: translatedFromId ?? null },
      baseRevisionId,
      value,
      person,
      note,
    );
    batch.revisions.push(revision);
    headRevisionId = revision.id;
  }
  const proposal: Proposal = {
    id: uuidv7(),
    recordId,
    locale,
    editionId: edition.id,
    headRevisionId: headRevisionId!,
    baseRevisionId: live,
    retires,
    stage,
    createdAt: at,
    createdBy: person.id,
    updatedAt: at,
  };
  batch.proposals.push(proposal);
  return proposal;
}

// What is left out of a locale without ever having had words there is named by what it follows.
function newestIn(site: Site, recordId: string, locale: string): string | undefined {
  return (site.ledger.revisionsOf(recordId, locale).at(-1) ?? site.ledger.revisionsOf(recordId).at(-1))?.id;
}

/** A revision of a record in a locale, made from another. @param parentId - null for a first one */
export function newRevision(
  site: Site,
  { recordId, locale, translatedFromId }: Pick<Revision, 'recordId' | 'locale' | 'translatedFromId'>,
  parentId: string | null,
  value: unknown,
  person: Person,
  note: string,
): Revision {
  return {
    id: uuidv7(),
    recordId,
    locale,
    parentId,
    mergedFromId: null,
    translatedFromId,
    value,
    createdAt: site.clocks.running(),
    createdBy: person.id,
    note,
  };
}

/** The changes as they will be, those not yet stored included. */
export function overlaysOf(site: Site, batch: Batch, proposals: readonly Proposal[]): readonly Overlay[] {
  return proposals.map(proposal => {
    const revision = batch.revisions.find(each => each.id === proposal.headRevisionId) ?? site.ledger.revision(proposal.headRevisionId);
    const kind = site.ledger.records.get(proposal.recordId)?.kind ?? batch.records.find(each => each.id === proposal.recordId)!.kind;
    return { recordId: proposal.recordId, kind, locale: proposal.locale, value: proposal.retires ? null : revision.value };
  });
}
