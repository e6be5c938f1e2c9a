import type { MoveRequest } from '@contract/messages';
import { countOf, listOf } from '@core/format/moment';
import type { Edition, LedgerRecord, Proposal, Revision, Stage } from '@core/ledger/records';
import type { PlacementValue } from '@core/placement/placement';
import { instantOf } from '@core/schedule/local-time';
import type { Overlay } from '@core/site/snapshot';
import { judgeMove, type MoveFacts, type MoveRefusal, type Role } from '@core/workflow/workflow';
import { v7 as uuidv7 } from 'uuid';
import { Refusal, refuseInvalid, type Fault } from '../http/problems';
import type * as repository from '../repositories/ledger-repository';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { liveRevisionId } from './edition-lookups';
import { peopleWithRoles, someOf, titleOf } from './names';
import { acceptedBreaches } from './expectations';
import { laterLoopFaults } from './insets';
import { pagesBeyond } from './sections';
import { faultsInSite } from './validation';

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

/** Judges a move and puts what it writes into the batch. */
export function applyMove(
  site: Site,
  batch: Batch,
  edition: Edition,
  proposals: readonly Proposal[],
  person: Person,
  move: MoveRequest,
): void {
  const overlays = overlaysOf(site, batch, proposals);
  const beyond = pagesBeyond(site, person, overlays);
  const facts: MoveFacts = {
    stage: proposals[0]?.stage ?? 'withdrawn',
    kinds: overlays.map(each => each.kind),
    roles: person.roles,
    isOwn: edition.createdBy === person.id,
    reachesBeyond: beyond.length > 0,
  };
  const outcome = judgeMove(move.name, facts);
  if (outcome.kind === 'refused') throw moveRefusal(site, edition, outcome.code, outcome.rolesThatMay, facts.stage, beyond);
  if (move.name === 'return' && move.remark.trim() === '') refuseInvalid([{ pointer: '/remark', detail: 'Say what should change.' }]);
  const at = site.clocks.running();
  const saved = { ...edition, submittedAt: move.name === 'send for review' ? at : edition.submittedAt };
  batch.editions.splice(0, batch.editions.length, saved);
  batch.proposals.push(...proposals.map(proposal => ({ ...proposal, stage: outcome.to, updatedAt: at })));
  let broke = '';
  if (outcome.publishes) {
    batch.entries.push(...publicationsFor(site, proposals, overlays, person, move));
    broke = acceptedBreaches(site, person, overlays, batch.entries[0]!.from, move.acceptsBroken);
  }
  batch.moves.push({ editionId: edition.id, move: move.name, remark: move.remark, broke, madeAt: at, madeBy: person.id });
}

function publicationsFor(
  site: Site,
  proposals: readonly Proposal[],
  overlays: readonly Overlay[],
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
  refuseUnfit(site, overlays, from);
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

/** The changes as they will be, those not yet stored included. */
function overlaysOf(site: Site, batch: Batch, proposals: readonly Proposal[]): readonly Overlay[] {
  return proposals.map(proposal => {
    const revision = batch.revisions.find(each => each.id === proposal.headRevisionId) ?? site.ledger.revision(proposal.headRevisionId);
    const kind = site.ledger.records.get(proposal.recordId)?.kind ?? batch.records.find(each => each.id === proposal.recordId)!.kind;
    return { recordId: proposal.recordId, kind, value: proposal.retires ? null : revision.value };
  });
}

// What was right when it was written may point at something that has gone since.
function refuseUnfit(site: Site, overlays: readonly Overlay[], from: number): void {
  const snapshot = site.snapshots.with(overlays, from);
  const faults = overlays.flatMap((overlay, index) => faultsInSite(site, snapshot, overlay, `/changes/${index}/value`));
  faults.push(...laterLoopFaults(site, overlays, from));
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
  'beyond sections': 'It reaches pages outside your sections.',
  'only others': 'Somebody else must do this: what one proposes, another approves.',
};

function moveRefusal(
  site: Site,
  edition: Edition,
  code: MoveRefusal,
  rolesThatMay: readonly Role[],
  stage: Stage,
  beyond: readonly string[],
): Refusal {
  if (code === 'beyond sections') {
    const may = [...site.people.values()].filter(
      each => each.sections.length === 0 && each.roles.some(role => rolesThatMay.includes(role)),
    );
    return new Refusal(
      'not-permitted',
      `${refusalTexts[code]} They are ${listOf(beyond.slice(0, 3))}${beyond.length > 3 ? ` and ${beyond.length - 3} more` : ''}. ${someOf(may.map(each => each.name))} can.`,
    );
  }
  const who = someOf(peopleWithRoles(site, rolesThatMay, code === 'only others' ? edition.createdBy : ''));
  if (code === 'wrong stage') return new Refusal('move-refused', `It is ${stage} now, so this move cannot be made. Look at it again.`);
  return new Refusal('not-permitted', `${refusalTexts[code]}${who ? ` ${who} can.` : ''}`);
}
