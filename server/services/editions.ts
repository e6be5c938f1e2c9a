import type { Change, EditionDetail, EditionRow, MoveRequest, NewEdition } from '@contract/messages';
import { countOf, writeFullMoment } from '@core/format/moment';
import { isOpen, type LedgerRows } from '@core/ledger/ledger';
import type { Edition, LedgerRecord, Proposal, RecordKind, Revision, Stage } from '@core/ledger/records';
import type { PageValue } from '@core/page/page';
import type { PlacementValue } from '@core/placement/placement';
import { pagesReached, pagesShowingBlock } from '@core/reach/reach';
import { instantOf } from '@core/schedule/local-time';
import type { Overlay } from '@core/site/snapshot';
import { judgeMove, mayWrite, mayWriteKind, possibleMoves, type MoveFacts, type MoveRefusal, type Role } from '@core/workflow/workflow';
import { v7 as uuidv7 } from 'uuid';
import { Refusal, refuseInvalid, type Fault } from '../http/problems';
import * as repository from '../repositories/ledger-repository';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { describeChanges } from './descriptions';
import { effectsOf } from './effects';
import { momentStyle, nameOfPerson, peopleWithRoles, someOf, titleOf } from './names';
import { faultsInSite, validateValue } from './validation';

/** Rows to be written together. */
interface Batch {
  readonly records: LedgerRecord[];
  readonly revisions: Revision[];
  readonly editions: Edition[];
  readonly proposals: Proposal[];
  readonly entries: repository.NewEntry[];
  readonly moves: repository.EditionMove[];
}

/** Saves changes as one edition, and makes a move with it in the same transaction when asked. */
export function createEdition(site: Site, person: Person, input: NewEdition): Promise<string> {
  return site.writes.run(() => storeEdition(site, person, input));
}

async function storeEdition(site: Site, person: Person, input: NewEdition): Promise<string> {
  refuseKinds(
    input.changes.map(change => change.kind),
    person,
  );
  if (site.ledger.editions.has(input.id)) throw new Refusal('conflict', 'This edition has been saved already.');
  const values = validateChanges(site, input.changes);
  input.changes.forEach((change, index) => refuseStale(site, change, values[index]));
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
  input.changes.forEach((change, index) => addChange(site, batch, edition, change, values[index], person, input.note));
  if (input.move) applyMove(site, batch, edition, batch.proposals.splice(0), person, input.move);
  await write(site, batch);
  return edition.id;
}

/** Saves a new revision on a proposal. Whoever saved in between is never overwritten. */
export function saveProposal(
  site: Site,
  person: Person,
  proposalId: string,
  raw: unknown,
  parentRevisionId: string,
  note: string,
): Promise<string> {
  return site.writes.run(() => storeRevision(site, person, proposalId, raw, parentRevisionId, note));
}

async function storeRevision(
  site: Site,
  person: Person,
  proposalId: string,
  raw: unknown,
  parentRevisionId: string,
  note: string,
): Promise<string> {
  const proposal = site.ledger.proposals.get(proposalId);
  if (!proposal) throw new Refusal('not-found', 'There is no such proposal.');
  const kind = kindOf(site, proposal.recordId);
  refuseKinds([kind], person);
  if (!isOpen(proposal))
    throw new Refusal(
      'move-refused',
      `This proposal is ${proposal.stage} and can no longer be changed. Begin a new one from what is live.`,
    );
  const checked = validateValue(kind, raw, ['value']);
  if (checked.kind === 'faulty') refuseInvalid(checked.faults);
  if (proposal.headRevisionId !== parentRevisionId) throw staleRefusal(site, proposal.headRevisionId, checked.value);
  const overlays = overlaysOfEdition(site, proposal.editionId).map(each =>
    each.recordId === proposal.recordId ? { ...each, value: checked.value } : each,
  );
  const faults = faultsInSite(site, site.snapshots.with(overlays), { recordId: proposal.recordId, kind, value: checked.value }, '/value');
  if (faults.length > 0) refuseInvalid(faults);
  const revision = newRevision(site, proposal.recordId, proposal.headRevisionId, checked.value, person, note);
  await write(site, {
    ...emptyBatch(),
    revisions: [revision],
    proposals: [{ ...proposal, headRevisionId: revision.id, updatedAt: revision.createdAt }],
  });
  return proposal.recordId;
}

/** Makes a move with an edition: all of its open proposals, or none. */
export function moveEdition(site: Site, person: Person, editionId: string, move: MoveRequest): Promise<void> {
  return site.writes.run(async () => {
    const edition = editionOf(site, editionId);
    const batch = emptyBatch();
    applyMove(site, batch, edition, site.ledger.proposalsOfEdition(editionId), person, move);
    await write(site, batch);
  });
}

/** The changes of editions, as overlays for looking at the site with them. */
export function overlaysOfEdition(site: Site, editionId: string): readonly Overlay[] {
  editionOf(site, editionId);
  return site.ledger.proposalsOfEdition(editionId).map(proposal => overlayOf(site, proposal));
}

/** Editions on their way, newest first, or those that have ended. */
export function listEditions(site: Site, person: Person, which: 'open' | 'ended'): readonly EditionRow[] {
  return [...site.ledger.editions.values()]
    .map(edition => editionRow(site, person, edition))
    .filter(row => (row.stage === 'draft' || row.stage === 'in review') === (which === 'open'))
    .sort((a, b) => (b.submittedAt ?? b.createdAt) - (a.submittedAt ?? a.createdAt));
}

/** An edition with everything a reviewer needs to decide. */
export async function editionDetail(site: Site, person: Person, editionId: string): Promise<EditionDetail> {
  const edition = editionOf(site, editionId);
  const proposals = site.ledger.proposalsOfEdition(editionId);
  const overlays = proposals.map(proposal => overlayOf(site, proposal));
  const now = site.clocks.content();
  const snapshot = site.snapshots.with(overlays);
  const effects = effectsOf(site, overlays, edition.wishedFrom !== null && edition.wishedFrom > now ? edition.wishedFrom : null);
  const facts = factsOf(site, person, edition, proposals);
  const approving = judgeMove('approve', { ...facts, stage: 'in review', isOwn: false });
  const rolesThatMay: readonly Role[] = approving.kind === 'refused' ? approving.rolesThatMay : ['editor', 'administrator'];
  const published = proposals
    .flatMap(each => site.ledger.entriesOf(each.recordId, each.locale))
    .filter(entry => proposals.some(each => each.headRevisionId === entry.revisionId));
  return {
    ...editionRow(site, person, edition),
    remark: edition.remark,
    changes: proposals.map((proposal, index) => {
      const kind = kindOf(site, proposal.recordId);
      const value = site.ledger.revision(proposal.headRevisionId).value;
      const base = proposal.baseRevisionId && site.ledger.revision(proposal.baseRevisionId).value;
      return {
        proposalId: proposal.id,
        recordId: proposal.recordId,
        kind,
        title: titleOf(site, snapshot, kind, value),
        isNew: proposal.baseRevisionId === null,
        retires: proposal.retires,
        value,
        headRevisionId: proposal.headRevisionId,
        baseMoved: isOpen(proposal) && liveRevisionId(site, proposal.recordId, now) !== proposal.baseRevisionId,
        fields: proposal.retires ? [] : describeChanges(site, snapshot, kind, base, value),
        effect: effects[index]!,
      };
    }),
    history: (await repository.readMoves(site.knex, editionId)).map(each => ({
      move: each.move,
      remark: each.remark,
      at: each.madeAt,
      by: nameOfPerson(site, each.madeBy),
    })),
    lookAt: pageToLookAt(overlays, snapshot),
    publishedFrom: published.length > 0 ? Math.min(...published.map(entry => entry.from)) : null,
    reviewers: [...peopleWithRoles(site, rolesThatMay, edition.createdBy)],
  };
}

/** An edition as lists show it. */
export function editionRow(site: Site, person: Person, edition: Edition): EditionRow {
  const proposals = site.ledger.proposalsOfEdition(edition.id);
  return {
    id: edition.id,
    title: edition.title,
    stage: proposals[0]?.stage ?? 'withdrawn',
    author: { id: edition.createdBy, name: nameOfPerson(site, edition.createdBy) },
    createdAt: edition.createdAt,
    submittedAt: edition.submittedAt,
    wishedFrom: edition.wishedFrom,
    changeCount: proposals.length,
    summary: summaryOf(site, proposals),
    moves: [...possibleMoves(factsOf(site, person, edition, proposals))],
  };
}

/** The revision of a record that is live at a moment, or null. */
export function liveRevisionId(site: Site, recordId: string, moment: number): string | null {
  const inForce = site.ledger.inForce(recordId, site.settings.baseLocale, moment, Infinity);
  return inForce.state === 'live' ? inForce.revisionId : null;
}

/** The kind of a record. */
export function kindOf(site: Site, recordId: string): RecordKind {
  const record = site.ledger.records.get(recordId);
  if (!record) throw new Refusal('not-found', 'There is no such record.');
  return record.kind;
}

function validateChanges(site: Site, changes: readonly Change[]): readonly unknown[] {
  const faults: Fault[] = [];
  const twice = changes.findIndex((change, index) => changes.findIndex(each => each.recordId === change.recordId) !== index);
  if (twice >= 0) faults.push({ pointer: `/changes/${twice}/recordId`, detail: 'This record is changed twice.' });
  const values = changes.map((change, index) => {
    if (change.retires) return null;
    const checked = validateValue(change.kind, change.value, ['changes', index, 'value']);
    if (checked.kind === 'valid') return checked.value;
    faults.push(...checked.faults);
    return null;
  });
  if (faults.length === 0) {
    const overlays = changes.map((change, index): Overlay => ({ recordId: change.recordId, kind: change.kind, value: values[index] }));
    const snapshot = site.snapshots.with(overlays);
    overlays.forEach((overlay, index) => faults.push(...faultsInSite(site, snapshot, overlay, `/changes/${index}/value`)));
  }
  if (faults.length > 0) refuseInvalid(faults);
  return values;
}

function refuseKinds(kinds: readonly RecordKind[], person: Person): void {
  const forbidden = kinds.find(kind => !mayWrite(kind, person.roles));
  if (forbidden)
    throw new Refusal(
      'not-permitted',
      `Changing a ${forbidden} needs the role ${someOf(mayWriteKind[forbidden])}. You hold ${someOf(person.roles) || 'none'}.`,
    );
}

/** A change must be made from what is live or from the head of a proposal; anything else was overtaken. */
function refuseStale(site: Site, change: Change, value: unknown): void {
  const record = site.ledger.records.get(change.recordId);
  if (!record) {
    if (change.retires) throw new Refusal('not-found', 'There is no such record to take off.');
    if (change.baseRevisionId !== null) refuseInvalid([{ pointer: '/changes', detail: 'A new record has no revision to be made from.' }]);
    return;
  }
  if (record.kind !== change.kind) refuseInvalid([{ pointer: '/changes', detail: `That record is a ${record.kind}.` }]);
  const live = liveRevisionId(site, change.recordId, site.clocks.content());
  const heads = site.ledger.openProposalsOf(change.recordId).map(proposal => proposal.headRevisionId);
  if (live === change.baseRevisionId || heads.includes(change.baseRevisionId ?? '')) return;
  const revisions = site.ledger.revisionsOf(change.recordId, site.settings.baseLocale);
  // Nothing is live (drafted, expired or taken off): going on from any of its revisions overwrites nothing.
  if (live === null && revisions.some(each => each.id === change.baseRevisionId)) return;
  throw staleRefusal(site, live ?? revisions[revisions.length - 1]!.id, value);
}

function staleRefusal(site: Site, theirRevisionId: string, yours: unknown): Refusal {
  const theirs = site.ledger.revision(theirRevisionId);
  const by = nameOfPerson(site, theirs.createdBy);
  const at = writeFullMoment(theirs.createdAt, momentStyle(site));
  return new Refusal(
    'stale',
    `${by} saved a newer version on ${at}. Yours is kept; compare the two and save again from the newer one.`,
    [],
    {
      yours,
      theirs: { revisionId: theirs.id, value: theirs.value, by, at: theirs.createdAt },
    },
  );
}

function addChange(site: Site, batch: Batch, edition: Edition, change: Change, value: unknown, person: Person, note: string): void {
  const at = edition.createdAt;
  if (!site.ledger.records.has(change.recordId))
    batch.records.push({ id: change.recordId, kind: change.kind, createdAt: at, createdBy: person.id });
  let headRevisionId = change.baseRevisionId ?? liveRevisionId(site, change.recordId, site.clocks.content());
  if (!change.retires) {
    const revision = newRevision(site, change.recordId, change.baseRevisionId, value, person, note);
    batch.revisions.push(revision);
    headRevisionId = revision.id;
  }
  batch.proposals.push({
    id: uuidv7(),
    recordId: change.recordId,
    locale: site.settings.baseLocale,
    editionId: edition.id,
    headRevisionId: headRevisionId!,
    baseRevisionId: liveRevisionId(site, change.recordId, site.clocks.content()),
    retires: change.retires,
    stage: 'draft',
    createdAt: at,
    createdBy: person.id,
    updatedAt: at,
  });
}

function newRevision(site: Site, recordId: string, parentId: string | null, value: unknown, person: Person, note: string): Revision {
  return {
    id: uuidv7(),
    recordId,
    locale: site.settings.baseLocale,
    parentId,
    mergedFromId: null,
    translatedFromId: null,
    value,
    createdAt: site.clocks.running(),
    createdBy: person.id,
    note,
  };
}

/** Judges a move and puts what it writes into the batch. */
function applyMove(site: Site, batch: Batch, edition: Edition, proposals: readonly Proposal[], person: Person, move: MoveRequest): void {
  const facts: MoveFacts = {
    stage: proposals[0]?.stage ?? 'withdrawn',
    kinds: proposals.map(
      proposal => site.ledger.records.get(proposal.recordId)?.kind ?? batch.records.find(each => each.id === proposal.recordId)!.kind,
    ),
    roles: person.roles,
    isOwn: edition.createdBy === person.id,
  };
  const outcome = judgeMove(move.name, facts);
  if (outcome.kind === 'refused') throw moveRefusal(site, edition, outcome.code, outcome.rolesThatMay, facts.stage);
  if (move.name === 'return' && move.remark.trim() === '') refuseInvalid([{ pointer: '/remark', detail: 'Say what should change.' }]);
  const at = site.clocks.running();
  const saved = { ...edition, submittedAt: move.name === 'send for review' ? at : edition.submittedAt };
  batch.editions.splice(0, batch.editions.length, saved);
  batch.proposals.push(...proposals.map(proposal => ({ ...proposal, stage: outcome.to, updatedAt: at })));
  batch.moves.push({ editionId: edition.id, move: move.name, remark: move.remark, madeAt: at, madeBy: person.id });
  if (outcome.publishes) batch.entries.push(...publicationsFor(site, batch, proposals, person, move));
}

function publicationsFor(
  site: Site,
  batch: Batch,
  proposals: readonly Proposal[],
  person: Person,
  move: MoveRequest,
): readonly repository.NewEntry[] {
  const now = site.clocks.content();
  const times = move.times ?? { from: null, until: null, afterwards: 'earlier' as const };
  const from = times.from ? instantOf(times.from) : now;
  const until = times.until ? instantOf(times.until) : null;
  const faults: Fault[] = [];
  if (from < now)
    faults.push({ pointer: '/times/from', detail: 'This moment has passed. Choose one ahead, or leave it empty for at once.' });
  if (until !== null && until <= from) faults.push({ pointer: '/times/until', detail: 'The end must lie after the beginning.' });
  if (faults.length > 0) refuseInvalid(faults);
  refuseUnfit(site, batch, proposals, from);
  const moved = proposals.filter(proposal => liveRevisionId(site, proposal.recordId, from) !== proposal.baseRevisionId);
  if (moved.length > 0 && !move.acceptsMovedBase) {
    throw new Refusal(
      'live-moved',
      `${countOf(moved.length, 'record')} changed since this was begun. Look at the comparison with what is live at that moment; approving puts this version over it.`,
      [],
      { recordIds: moved.map(each => each.recordId) },
    );
  }
  const recordedAt = Math.max(site.clocks.running(), site.ledger.lastRecordedAt);
  return proposals.map(proposal => ({
    publicationId: uuidv7(),
    recordId: proposal.recordId,
    locale: proposal.locale,
    act: 'set',
    revisionId: proposal.retires ? null : proposal.headRevisionId,
    from,
    until,
    fromTyped: times.from,
    untilTyped: times.until,
    afterwards: times.afterwards,
    recordedAt,
    recordedBy: person.id,
    reason: move.remark,
  }));
}

// What was right when it was written may point at something that has gone since.
function refuseUnfit(site: Site, batch: Batch, proposals: readonly Proposal[], from: number): void {
  const overlays = proposals.map((proposal): Overlay => {
    const revision = batch.revisions.find(each => each.id === proposal.headRevisionId) ?? site.ledger.revision(proposal.headRevisionId);
    const kind = site.ledger.records.get(proposal.recordId)?.kind ?? batch.records.find(each => each.id === proposal.recordId)!.kind;
    return { recordId: proposal.recordId, kind, value: proposal.retires ? null : revision.value };
  });
  const snapshot = site.snapshots.with(overlays, from);
  const faults = overlays.flatMap((overlay, index) => faultsInSite(site, snapshot, overlay, `/changes/${index}/value`));
  for (const overlay of overlays) {
    const blockId = overlay.kind === 'placement' && overlay.value ? (overlay.value as PlacementValue).blockId : null;
    if (blockId && !snapshot.blocks.has(blockId))
      faults.push({
        pointer: '/name',
        detail: `The block “${titleOf(site, snapshot, 'placement', overlay.value)}” is not live at that moment. Approve it first.`,
      });
  }
  if (faults.length > 0) refuseInvalid(faults);
}

const refusalTexts: Readonly<Record<MoveRefusal, string>> = {
  'unknown move': 'There is no such move.',
  'wrong stage': 'The stage has changed.',
  'role lacks the right': 'Your roles do not allow this move.',
  'only own': 'Only whoever made it can do this.',
  'only others': 'Somebody else must do this: what one proposes, another approves.',
};

function moveRefusal(site: Site, edition: Edition, code: MoveRefusal, rolesThatMay: readonly Role[], stage: Stage): Refusal {
  const who = someOf(peopleWithRoles(site, rolesThatMay, code === 'only others' ? edition.createdBy : ''));
  if (code === 'wrong stage') return new Refusal('move-refused', `It is ${stage} now, so this move cannot be made. Look at it again.`);
  return new Refusal('not-permitted', `${refusalTexts[code]}${who ? ` ${who} can.` : ''}`);
}

async function write(site: Site, batch: Batch): Promise<void> {
  const rows: LedgerRows = await site.knex.transaction(async transaction => {
    await repository.insertRecords(transaction, batch.records);
    await repository.insertRevisions(transaction, batch.revisions);
    await repository.saveEditions(transaction, batch.editions);
    await repository.saveProposals(transaction, batch.proposals);
    const entries = await repository.insertEntries(transaction, batch.entries);
    for (const move of batch.moves) await repository.insertMove(transaction, move);
    return { records: batch.records, revisions: batch.revisions, editions: batch.editions, proposals: batch.proposals, entries };
  });
  // Only what is safely stored counts for answers.
  site.ledger.absorb(rows);
}

function emptyBatch(): Batch {
  return { records: [], revisions: [], editions: [], proposals: [], entries: [], moves: [] };
}

function editionOf(site: Site, id: string): Edition {
  const edition = site.ledger.editions.get(id);
  if (!edition) throw new Refusal('not-found', 'There is no such edition.');
  return edition;
}

function overlayOf(site: Site, proposal: Proposal): Overlay {
  return {
    recordId: proposal.recordId,
    kind: kindOf(site, proposal.recordId),
    value: proposal.retires ? null : site.ledger.revision(proposal.headRevisionId).value,
  };
}

function factsOf(site: Site, person: Person, edition: Edition, proposals: readonly Proposal[]): MoveFacts {
  return {
    stage: proposals[0]?.stage ?? 'withdrawn',
    kinds: proposals.map(each => kindOf(site, each.recordId)),
    roles: person.roles,
    isOwn: edition.createdBy === person.id,
  };
}

function summaryOf(site: Site, proposals: readonly Proposal[]): string {
  const kinds = proposals.map(each => kindOf(site, each.recordId));
  const count = (kind: RecordKind) => kinds.filter(each => each === kind).length;
  return (['page', 'block', 'placement'] as const)
    .filter(kind => count(kind) > 0)
    .map(kind => countOf(count(kind), kind))
    .join(', ');
}

function pageToLookAt(overlays: readonly Overlay[], snapshot: ReturnType<Site['snapshots']['at']>): string | null {
  const candidates = overlays.flatMap(overlay =>
    overlay.kind === 'page'
      ? [snapshot.pageById.get(overlay.recordId)?.id ?? (overlay.value as PageValue | null)?.parentId ?? '']
      : overlay.kind === 'placement' && overlay.value
        ? pagesReached(snapshot, overlay.value as PlacementValue)
        : pagesShowingBlock(snapshot, overlay.recordId),
  );
  return candidates.find(id => snapshot.pageById.has(id)) ?? snapshot.front?.id ?? null;
}
