import type { MoveRequest, PublicationWish } from '@contract/messages';
import { countOf, writeFullMoment } from '@core/format/moment';
import type { Edition, Proposal, Stage } from '@core/ledger/records';
import { kindNamed } from '@core/kinds/index';
import type { KindRights } from '@core/kinds/kind';
import type { Overlay } from '@core/site/snapshot';
import { authorsSince } from '@core/workflow/authors';
import { defaultMoves, judgeMove, type MoveFacts, type MoveRefusal, type Role } from '@core/workflow/workflow';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import type { Batch } from './batch';
import { describeChanges } from './descriptions';
import { kindOf, liveRevisionId, writtenIn } from './edition-lookups';
import { acceptedBreaches } from './expectations';
import { momentStyle, nameOfPerson, peopleWithRoles, someOf, titleOf } from './names';
import { addForwardings } from './moved-addresses';
import { readAs } from './own-words';
import { publicationOf, refuseUnsettled, type PublishedChange } from './publication';
import { refuseUnfit } from './publication-faults';
import { beyondWords, pagesBeyond } from './reach-of-act';

/** Judges a move and puts what it writes into the batch. */
export async function applyMove(
  site: Site,
  batch: Batch,
  edition: Edition,
  proposals: readonly Proposal[],
  person: Person,
  move: MoveRequest,
): Promise<void> {
  const overlays = overlaysOf(site, batch, proposals);
  const stage = proposals[0]?.stage ?? 'withdrawn';
  const isDeciding = decidingMoves.has(move.name) && (stage === 'draft' || stage === 'in review');
  const wish: PublicationWish = { from: null, until: null, afterwards: 'earlier', ...move.times, scheduled: move.scheduled };
  const changes = overlays.map((overlay, index): PublishedChange => ({
    ...overlay,
    revisionId: overlay.value === null ? null : proposals[index]!.headRevisionId,
  }));
  const publish = (published: readonly PublishedChange[]) =>
    publicationOf(site, published, wish, {
      by: person.id,
      reason: move.remark,
      editionId: edition.id,
      rows: { records: batch.records, revisions: batch.revisions },
    });
  const publication = isDeciding ? publish(changes) : null;
  const beyond = (right: keyof KindRights) => (publication ? pagesBeyond(site, person, publication, right) : []);
  const facts: MoveFacts = {
    stage,
    written: overlays.filter(each => !isHarmless(site, each)).map(each => writtenIn(site, each)),
    grants: person.grants,
    isOwn: edition.createdBy === person.id,
    hasWritten: proposals.some(each => authorsSince(site.ledger, each, batch.revisions).has(person.id)),
    reachesBeyond: right => beyond(right).length > 0,
  };
  const outcome = judgeMove(move.name, facts);
  if (outcome.kind === 'refused') {
    if (outcome.code === 'beyond sections') {
      const { right } = defaultMoves.find(each => each.name === move.name)!;
      throw new Refusal('not-permitted', beyondWords(site, publication!, beyond(right), outcome.rolesThatMay, right));
    }
    throw moveRefusal(site, edition, outcome.code, outcome.rolesThatMay, facts.stage);
  }
  if (move.name === 'return' && move.remark.trim() === '') refuseInvalid([{ pointer: '/remark', detail: 'Say what should change.' }]);
  const at = site.clocks.running();
  const saved = { ...edition, submittedAt: move.name === 'send for review' ? at : edition.submittedAt };
  batch.editions.splice(0, batch.editions.length, saved);
  batch.proposals.push(...proposals.map(proposal => ({ ...proposal, stage: outcome.to, updatedAt: at })));
  let broke = '';
  if (outcome.publishes && publication) {
    refuseUnfit(site, publication);
    const forwarded = addForwardings(site, batch, edition, person, publication, move.forwarding ?? { moved: 'for good', takenOffTo: null });
    refuseMovedBase(site, proposals, publication.from, move.acceptsMovedBase);
    refuseUnsettled(publication, wish);
    batch.entries.push(...(forwarded.length === 0 ? publication : publish([...changes, ...forwarded])).entries);
    broke = await acceptedBreaches(site, person, publication, move.acceptsBroken);
  }
  batch.moves.push({ editionId: edition.id, move: move.name, remark: move.remark, broke, madeAt: at, madeBy: person.id });
}

// A new one of some kinds is seen nowhere until something names it.
function isHarmless(site: Site, { recordId, kind, value }: Overlay): boolean {
  return value !== null && Boolean(kindNamed(kind).isHarmlessWhenNew) && !site.ledger.records.has(recordId);
}

const decidingMoves: ReadonlySet<string> = new Set(defaultMoves.filter(each => each.decides).map(each => each.name));

/** Refuses a move that was decided on other words than those that stand now, and shows what changed since. */
export async function refuseUnseen(site: Site, proposals: readonly Proposal[], decidedOn: readonly string[]): Promise<void> {
  const unseen = proposals.filter(each => !decidedOn.includes(each.headRevisionId));
  if (unseen.length === 0) return;
  const snapshot = site.snapshots.at();
  await site.history.read(decidedOn.flatMap(id => site.ledger.revisions.get(id) ?? []));
  const changed = unseen.map(({ id, recordId, headRevisionId }) => {
    const head = site.ledger.revision(headRevisionId);
    const kind = kindOf(site, recordId);
    const seen = decidedOn.map(each => site.ledger.revisions.get(each)).find(each => each?.recordId === recordId);
    return {
      proposalId: id,
      recordId,
      title: titleOf(site, snapshot, kind, readAs(site, head, head.value)),
      headRevisionId,
      by: nameOfPerson(site, head.createdBy),
      at: head.createdAt,
      fields: describeChanges(site, snapshot, kind, readAs(site, head, seen?.value ?? null), readAs(site, head, head.value)),
    };
  });
  const first = changed[0]!;
  throw new Refusal(
    'stale',
    `${first.by} saved newer words of “${first.title}” on ${writeFullMoment(first.at, momentStyle(site))}. Look at what changed and decide again.`,
    [{ pointer: '/decidedOn', detail: 'Another revision stands now.' }],
    { changed },
  );
}

function refuseMovedBase(site: Site, proposals: readonly Proposal[], from: number, isAccepted: boolean): void {
  const moved = proposals.filter(proposal => liveRevisionId(site, proposal.recordId, from, proposal.locale) !== proposal.baseRevisionId);
  if (moved.length === 0 || isAccepted) return;
  throw new Refusal(
    'live-moved',
    `${countOf(moved.length, 'record')} changed since this was begun. Look at the comparison with what is live at that moment; approving puts this version over it.`,
    [],
    { recordIds: moved.map(each => each.recordId) },
  );
}

/** The changes as they will be, those not yet stored included. */
function overlaysOf(site: Site, batch: Batch, proposals: readonly Proposal[]): readonly Overlay[] {
  return proposals.map(proposal => {
    const revision = batch.revisions.find(each => each.id === proposal.headRevisionId) ?? site.ledger.revision(proposal.headRevisionId);
    const kind = site.ledger.records.get(proposal.recordId)?.kind ?? batch.records.find(each => each.id === proposal.recordId)!.kind;
    return { recordId: proposal.recordId, kind, locale: proposal.locale, value: proposal.retires ? null : revision.value };
  });
}

const refusalTexts: Readonly<Record<Exclude<MoveRefusal, 'beyond sections'>, string>> = {
  'unknown move': 'There is no such move.',
  'wrong stage': 'The stage has changed.',
  'role lacks the right': 'Your roles do not allow this move.',
  'other locale': 'Your roles allow this in other locales only.',
  'only own': 'Only whoever made it can do this.',
  'only others': 'Somebody else must do this: what one writes, another approves.',
};

function moveRefusal(
  site: Site,
  edition: Edition,
  code: Exclude<MoveRefusal, 'beyond sections'>,
  rolesThatMay: readonly Role[],
  stage: Stage,
): Refusal {
  const who = someOf(peopleWithRoles(site, rolesThatMay, code === 'only others' ? edition.createdBy : ''));
  if (code === 'wrong stage') return new Refusal('move-refused', `It is ${stage} now, so this move cannot be made. Look at it again.`);
  return new Refusal('not-permitted', `${refusalTexts[code]}${who ? ` ${who} can.` : ''}`);
}
