import type { Change, EditionMoveRequest, NewEdition } from '@contract/messages';
import { withArticle, writeFullMoment } from '@core/format/moment';
import { isOpen, type LedgerRows } from '@core/ledger/ledger';
import type { Edition, Proposal, RecordKind, Revision } from '@core/ledger/records';
import { instantOf } from '@core/schedule/local-time';
import type { Overlay } from '@core/site/snapshot';
import { mayWrite, rolesWith } from '@core/rights/grants';
import { say, told } from '@core/tongue/say';
import type { Knex } from 'knex';
import { doneIn } from '../audit/done-in-batch';
import { writeDown } from '../audit/record';
import { fallenBack } from './fallen-back';
import { Refusal, refuseInvalid, type Fault } from '../errors/refusal';
import * as repository from '../repositories/ledger-repository';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { editionOf, kindOf, liveRevisionId, overlaysOfEdition, writtenIn, isOfOwnWords, localeLookedAt } from './edition-lookups';
import { addChange, emptyBatch, newRevision, type Batch } from './batch';
import { applyMove } from './edition-moves';
import { refuseUnseen } from './unseen';
import { checkedWords, refuseUnknownLocale, readAs, wordsFaults, type WordsChange } from './own-words';
import { storedWithNotices } from './notices';
import { tidingsOf } from './tidings';
import { describeChanges } from './descriptions';
import { refuseHeld, tellWritten } from './locks';
import { localeName, momentStyle, nameOfPerson, someOf, titleOf } from './names';
import { faultsInSite, roleFaults, validateValue, valueById } from './validation';

/** What else is written in the transaction of an edition, ahead of it. */
export type WrittenBefore = (transaction: Knex.Transaction) => Promise<void>;

/** Saves changes as one edition, and makes a move with it in the same transaction when asked. */
export function createEdition(site: Site, person: Person, input: NewEdition, before?: WrittenBefore): Promise<string> {
  return site.writes.run(() => storeEdition(site, person, input, before));
}

async function storeEdition(site: Site, person: Person, input: NewEdition, before?: WrittenBefore): Promise<string> {
  await writeBatch(site, await editionBatch(site, person, input), before);
  return input.id;
}

/** Everything that is written for changes as one edition, checked. @throws Refusal */
export async function editionBatch(site: Site, person: Person, input: NewEdition): Promise<Batch> {
  refuseKinds(site, input.changes, person);
  if (site.ledger.editions.has(input.id)) throw new Refusal('conflict', say`This edition has been saved already.`);
  const values = await checkedChanges(site, person, input.changes);
  const at = site.clocks.running();
  const edition: Edition = {
    id: input.id,
    title: input.title,
    createdAt: at,
    createdBy: person.id,
    submittedAt: null,
    wishedFrom: input.wishedFrom && instantOf(input.wishedFrom),
    remark: input.remark,
  };
  const batch = emptyBatch();
  batch.editions.push(edition);
  input.changes.forEach((change, index) =>
    addChange(site, batch, { ...change, value: values[index] }, { edition, person, note: input.note, stage: 'draft', at }),
  );
  if (input.move) await applyMove(site, batch, edition, batch.proposals.splice(0), person, input.move);
  return batch;
}

/**
 * The values of changes as they would be stored. @param beside - what goes live together with them
 * @throws Refusal when the person may not make them, they are faulty, or somebody else was first
 */
export async function checkedChanges(
  site: Site,
  person: Person,
  changes: readonly Change[],
  beside: readonly Overlay[] = [],
): Promise<readonly unknown[]> {
  refuseKinds(site, changes, person);
  await site.history.read(basesOf(site, changes));
  const { values, faults } = await judgedChanges(site, person, changes, beside);
  if (faults.length > 0) refuseInvalid(faults);
  await refuseStale(site, changes, values);
  // What is taken off may be named by a revision that was only history until now.
  await site.history.readForGood(
    basesOf(
      site,
      changes.filter(change => change.retires),
    ),
  );
  return values;
}

// The revisions that changes began from.
function basesOf(site: Site, changes: readonly Change[]): readonly Revision[] {
  return changes.flatMap(change => site.ledger.revisions.get(change.baseRevisionId ?? '') ?? []);
}

/** Of words in another locale: what they were written beside, and which of them were found still right. */
export type WrittenBeside = Pick<WordsChange, 'translatedFromId' | 'stillRight'>;

/** Saves a new revision on a proposal. Whoever saved in between is never overwritten. */
export function saveProposal(
  site: Site,
  person: Person,
  proposalId: string,
  raw: unknown,
  parentRevisionId: string,
  note: string,
  written: WrittenBeside = {},
): Promise<string> {
  return site.writes.run(() => storeRevision(site, person, proposalId, raw, parentRevisionId, note, written));
}

async function storeRevision(
  site: Site,
  person: Person,
  proposalId: string,
  raw: unknown,
  parentRevisionId: string,
  note: string,
  written: WrittenBeside,
): Promise<string> {
  const made = await revisionOn(site, person, proposalId, raw, parentRevisionId, note, written);
  await writeBatch(site, { ...emptyBatch(), revisions: [made.revision], proposals: [made.proposal] });
  return made.proposal.recordId;
}

/** A new revision on a proposal, checked, and the proposal with it as its head. @throws Refusal */
export async function revisionOn(
  site: Site,
  person: Person,
  proposalId: string,
  raw: unknown,
  parentRevisionId: string,
  note: string,
  { translatedFromId, stillRight }: WrittenBeside,
): Promise<{ readonly revision: Revision; readonly proposal: Proposal }> {
  const proposal = site.ledger.proposals.get(proposalId);
  if (!proposal) throw new Refusal('not-found', say`There is no such proposal.`);
  const kind = kindOf(site, proposal.recordId);
  refuseKinds(site, [{ kind, locale: proposal.locale }], person);
  if (!isOpen(proposal))
    throw new Refusal(
      'move-refused',
      say`This proposal is ${told(proposal.stage)} and can no longer be changed. Begin a new one from what is live.`,
    );
  const { recordId, locale } = proposal;
  if (proposal.createdBy !== person.id) refuseHeld(site, person, [proposal]);
  const isOwn = isOfOwnWords(site, proposal);
  const checked = isOwn
    ? await checkedWords(
        site,
        { recordId, kind, locale, value: raw, baseRevisionId: proposal.headRevisionId, translatedFromId, stillRight },
        ['value'],
      )
    : validateValue(site, kind, raw, ['value']);
  if (checked.kind === 'faulty') refuseInvalid(checked.faults);
  if (proposal.headRevisionId !== parentRevisionId)
    throw staleRefusal(site, [await clashOf(site, proposal, kind, proposal.headRevisionId, checked.value)]);
  const overlays = overlaysOfEdition(site, proposal.editionId).map(each =>
    each.recordId === recordId && each.locale === locale ? { ...each, value: checked.value } : each,
  );
  const snapshot = site.snapshots.readIn(locale, overlays);
  const change = { recordId, kind, locale, value: isOwn ? checked.value : valueById(site, snapshot, kind, checked.value) };
  const faults = isOwn
    ? wordsFaults(site, person, overlays, change, proposal.headRevisionId, '/value')
    : [
        ...faultsInSite(site, snapshot, change, '/value'),
        ...roleFaults(site, person, { ...change, baseRevisionId: proposal.headRevisionId }, '/value'),
      ];
  if (faults.length > 0) refuseInvalid(faults);
  const revision = newRevision(
    site,
    { recordId, locale, translatedFromId: translatedFromId ?? null },
    proposal.headRevisionId,
    change.value,
    person,
    note,
  );
  return { revision, proposal: { ...proposal, headRevisionId: revision.id, updatedAt: revision.createdAt } };
}

/** Makes a move with an edition: all of its open proposals, or none. */
export function moveEdition(site: Site, person: Person, editionId: string, move: EditionMoveRequest): Promise<void> {
  return site.writes.run(async () => {
    const edition = editionOf(site, editionId);
    const batch = emptyBatch();
    const proposals = site.ledger.proposalsOfEdition(editionId);
    await refuseUnseen(site, proposals, move.decidedOn);
    await applyMove(site, batch, edition, proposals, person, move);
    await writeBatch(site, batch);
  });
}

/**
 * The values of changes as they would be stored, and what is wrong with them, by pointers into the list of changes.
 * @param beside - what goes live together with them
 */
export async function judgedChanges(
  site: Site,
  person: Person,
  changes: readonly Change[],
  beside: readonly Overlay[] = [],
): Promise<{ readonly values: readonly unknown[]; readonly faults: readonly Fault[] }> {
  const faults: Fault[] = [];
  changes.forEach(({ locale }, index) => refuseUnknownLocale(site, locale, `/changes/${index}/locale`));
  const key = ({ recordId, locale }: Change) => `${recordId} ${locale ?? site.ledger.localeOf(recordId)}`;
  const twice = changes.findIndex((change, index) => changes.findIndex(each => key(each) === key(change)) !== index);
  if (twice >= 0) faults.push({ pointer: `/changes/${twice}/recordId`, detail: say`This record is changed twice.` });
  const values: unknown[] = [];
  for (const [index, change] of changes.entries()) {
    const prefix = ['changes', index, 'value'];
    const checked = change.retires
      ? ({ kind: 'valid', value: null } as const)
      : isOfOwnWords(site, change)
        ? await checkedWords(site, { ...change, locale: change.locale! }, prefix)
        : validateValue(site, change.kind, change.value, prefix);
    if (checked.kind === 'faulty') faults.push(...checked.faults);
    values.push(checked.kind === 'valid' ? checked.value : null);
  }
  if (faults.length === 0) {
    const overlays = changes.map(({ recordId, kind, locale }, index): Overlay => ({
      recordId,
      kind,
      ...(locale ? { locale } : {}),
      value: values[index],
    }));
    const all = [...beside, ...overlays];
    const snapshotOf = (change: Change) => site.snapshots.readIn(localeLookedAt(site, change), all);
    values.forEach((value, index) => {
      const change = changes[index]!;
      if (!isOfOwnWords(site, change)) values[index] = valueById(site, snapshotOf(change), change.kind, value);
    });
    overlays.forEach((overlay, index) => {
      const prefix = `/changes/${index}/value`;
      const { baseRevisionId, locale } = changes[index]!;
      if (isOfOwnWords(site, changes[index]!))
        faults.push(...wordsFaults(site, person, all, { ...overlay, locale: locale! }, baseRevisionId, prefix));
      else
        faults.push(
          ...faultsInSite(site, snapshotOf(changes[index]!), overlay, prefix),
          ...roleFaults(site, person, { ...overlay, baseRevisionId }, prefix),
        );
    });
  }
  return { values, faults };
}

/** Refuses whoever may not write any of some records. */
export function refuseKinds(
  site: Site,
  changes: readonly { readonly kind: RecordKind; readonly locale?: string | null }[],
  person: Person,
): void {
  const forbidden = changes
    .map(({ kind, locale }) => writtenIn(site, { kind, locale: locale ?? undefined }))
    .find(written => !mayWrite(person.grants, written));
  if (!forbidden) return;
  const roles = rolesWith('write', forbidden);
  const { kind, locale } = forbidden;
  if (person.roles.some(role => roles.includes(role)))
    throw new Refusal('not-permitted', say`Your roles do not write in ${localeName(site, locale)}.`);
  throw new Refusal(
    'not-permitted',
    say`Changing a ${told(kind)} needs the role ${someOf(roles.map(told))}. You hold ${someOf(person.roles.map(told)) || say`none`}.`,
  );
}

/** Changes must be made from what is live or from the head of a proposal; what was overtaken is shown beside what overtook it. */
async function refuseStale(site: Site, changes: readonly Change[], values: readonly unknown[]): Promise<void> {
  const clashes = changes.flatMap((change, index) => {
    const theirs = overtakenBy(site, change);
    return theirs === null
      ? []
      : [clashOf(site, { recordId: change.recordId, locale: change.locale ?? null }, change.kind, theirs, values[index])];
  });
  if (clashes.length > 0) throw staleRefusal(site, await Promise.all(clashes));
}

/** The revision that a change has not seen, or null. */
function overtakenBy(site: Site, change: Change): string | null {
  const record = site.ledger.records.get(change.recordId);
  if (!record) {
    if (change.retires) throw new Refusal('not-found', say`There is no such record to take off.`);
    if (change.baseRevisionId !== null)
      refuseInvalid([{ pointer: '/changes', detail: say`A new record has no revision to be made from.` }]);
    return null;
  }
  if (record.kind !== change.kind) refuseInvalid([{ pointer: '/changes', detail: say`That record is ${withArticle(record.kind)}.` }]);
  const locale = change.locale ?? record.locale;
  const live = liveRevisionId(site, change.recordId, site.clocks.content(), locale);
  const open = site.ledger.openProposalsOf(change.recordId).filter(each => each.locale === locale);
  const heads = open.map(proposal => proposal.headRevisionId);
  if (live === change.baseRevisionId || heads.includes(change.baseRevisionId ?? '')) return null;
  const revisions = site.ledger.revisionsOf(change.recordId, locale);
  // Nothing is live (drafted, expired or taken off): going on from any of its revisions overwrites nothing.
  if (live === null && revisions.some(each => each.id === change.baseRevisionId)) return null;
  // In another locale there may be no words yet.
  return live ?? revisions.at(-1)?.id ?? null;
}

type Clash = Awaited<ReturnType<typeof clashOf>>;

/** Both versions of a record that was changed twice, and how they differ in words. */
async function clashOf(
  site: Site,
  { recordId, locale }: { readonly recordId: string; readonly locale: string | null },
  kind: RecordKind,
  theirRevisionId: string,
  yours: unknown,
) {
  const read = (value: unknown) => readAs(site, { recordId, locale }, value);
  const theirs = site.ledger.revision(theirRevisionId);
  const snapshot = site.snapshots.at();
  return {
    recordId,
    title: titleOf(site, snapshot, kind, read(yours ?? theirs.value)),
    yours,
    theirs: { revisionId: theirs.id, value: theirs.value, by: nameOfPerson(site, theirs.createdBy), at: theirs.createdAt },
    fields: await describeChanges(site, snapshot, kind, read(theirs.value), read(yours)),
  };
}

function staleRefusal(site: Site, clashes: readonly Clash[]): Refusal {
  const [{ theirs, yours }] = clashes as [Clash];
  const at = writeFullMoment(theirs.at, momentStyle(site));
  return new Refusal(
    'stale',
    say`${theirs.by} saved a newer version on ${at}. Yours is kept; compare the two and save again from the newer one.`,
    [],
    { yours, theirs, clashes },
  );
}

/** Writes rows together, all or none. */
export async function writeBatch(site: Site, wanted: Batch, before?: WrittenBefore): Promise<void> {
  const batch = fallenBack(site, wanted);
  const done = doneIn(site, batch);
  const tidings = tidingsOf(site, batch);
  const byId = batch.moves[0]?.madeBy ?? batch.revisions[0]?.createdBy ?? '';
  const { result: rows, announce } = await storedWithNotices(site, byId, tidings, async (transaction): Promise<LedgerRows> => {
    await before?.(transaction);
    await repository.insertRecords(transaction, batch.records);
    await repository.insertRevisions(transaction, batch.revisions);
    await repository.saveEditions(transaction, batch.editions);
    await repository.saveProposals(transaction, batch.proposals);
    const entries = await repository.insertEntries(transaction, batch.entries);
    for (const move of batch.moves) await repository.insertMove(transaction, move);
    await writeDown(transaction, site.clocks.running(), done);
    return { records: batch.records, revisions: batch.revisions, editions: batch.editions, proposals: batch.proposals, entries };
  });
  // Only what is safely stored counts for answers.
  site.ledger.absorb(rows);
  tellWritten(site, batch);
  await announce();
}
