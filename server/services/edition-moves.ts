import type { MoveRequest, PublicationWish } from '@contract/messages';
import { countOf } from '@core/format/moment';
import type { Edition, Proposal } from '@core/ledger/records';
import { draft, isEnding, isWaiting, type Stage } from '@core/ledger/stage';
import { kindNamed } from '@core/kinds/index';
import type { Who } from '@core/kinds/kind';
import type { Overlay } from '@core/site/snapshot';
import { say, told, word } from '@core/tongue/say';
import { authorsSince } from '@core/workflow/authors';
import { decides, judgeMove, publishes, returns, standingIn, type MoveFacts, type MoveRefusal, type Role } from '@core/workflow/workflow';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { overlaysOf, type Batch } from './batch';
import { beginningsOf } from './carrying';
import { liveRevisionId, writtenTogether } from './edition-lookups';
import { heldBack } from './guards';
import { acceptedBreaches } from './expectations';
import { refuseHeld } from './locks';
import { peopleWithRoles, someOf } from './names';
import { addForwardings } from './moved-addresses';
import { publicationOf, refuseUnsettled, type PublishedChange } from './publication';
import { refuseUnfit } from './publication-faults';
import { beyondWords, pagesBeyond } from './reach-of-act';
import { workflowOf } from './standing';

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
  const workflow = workflowOf(site, overlays);
  const stage = standingIn(workflow, proposals[0]?.stage ?? 'withdrawn');
  const wanted = workflow.moves.find(each => each.name === move.name);
  if (!wanted)
    refuseInvalid([
      {
        pointer: site.ledger.editions.has(edition.id) ? '/name' : '/move/name',
        detail: say`There is no such move in “${told(workflow.name)}”.`,
      },
    ]);
  const isWeighed = (decides(wanted) || wanted.guards.length > 0) && !isEnding(stage);
  const wish: PublicationWish = {
    from: null,
    until: null,
    afterwards: 'earlier',
    ...move.times,
    scheduled: move.scheduled,
    carried: move.carried,
  };
  const changes = overlays.map((overlay, index): PublishedChange => ({
    ...overlay,
    revisionId: overlay.value === null ? null : proposals[index]!.headRevisionId,
  }));
  const beginnings = isWeighed ? await beginningsOf(site, changes, batch.revisions) : new Map<string, never>();
  const publish = (published: readonly PublishedChange[]) =>
    publicationOf(site, published, wish, {
      by: person.id,
      reason: move.remark,
      editionId: edition.id,
      rows: { records: batch.records, revisions: batch.revisions },
      beginnings,
    });
  const publication = isWeighed ? publish(changes) : null;
  const beyond = (who: Who) => (publication ? pagesBeyond(site, person, publication, who) : []);
  const facts: MoveFacts = {
    stage,
    written: writtenTogether(
      site,
      overlays.filter(each => !isHarmless(site, each)),
    ),
    grants: person.grants,
    isOwn: edition.createdBy === person.id,
    hasWritten: proposals.some(each => authorsSince(site.ledger, each, batch.revisions).has(person.id)),
    reachesBeyond: who => beyond(who).length > 0,
  };
  const outcome = judgeMove(move.name, facts, workflow);
  if (outcome.kind === 'refused') {
    if (outcome.code === 'beyond sections') {
      const { who } = wanted;
      throw new Refusal('not-permitted', beyondWords(site, publication!, beyond(who), outcome.rolesThatMay, who));
    }
    throw moveRefusal(site, edition, outcome.code, outcome.rolesThatMay, facts.stage);
  }
  const { to } = outcome.move;
  if (returns(outcome.move) && move.remark.trim() === '') refuseInvalid([{ pointer: '/remark', detail: say`Say what should change.` }]);
  const waits = await heldBack(site, outcome.move, {
    editionId: site.ledger.editions.has(edition.id) ? edition.id : null,
    overlays,
    heads: proposals.map(each => each.headRevisionId),
    publication: () => publication!,
  });
  if (waits.length > 0) throw new Refusal('held-back', waits.join(' '), [], { waitsFor: waits });
  const at = site.clocks.running();
  const saved = {
    ...edition,
    submittedAt: isWaiting(to) && !isWaiting(stage) ? at : outcome.move.whose === 'own' && to === draft ? null : edition.submittedAt,
  };
  batch.editions.splice(0, batch.editions.length, saved);
  batch.proposals.push(...proposals.map(proposal => ({ ...proposal, stage: to, updatedAt: at })));
  let broke = '';
  if (publishes(outcome.move) && publication) {
    refuseHeld(site, person, proposals);
    refuseUnfit(site, publication);
    const forwarded = addForwardings(site, batch, edition, person, publication, move.forwarding ?? { moved: 'for good', takenOffTo: null });
    refuseMovedBase(site, proposals, publication.from, move.acceptsMovedBase);
    refuseUnsettled(publication, wish);
    const written = forwarded.length === 0 ? publication : publish([...changes, ...forwarded]);
    batch.entries.push(...written.entries);
    batch.revisions.push(...written.carried);
    broke = await acceptedBreaches(site, person, publication, move.acceptsBroken);
  }
  batch.moves.push({ editionId: edition.id, move: move.name, remark: move.remark, broke, madeAt: at, madeBy: person.id });
}

// A new one of some kinds is seen nowhere until something names it.
function isHarmless(site: Site, { recordId, kind, value }: Overlay): boolean {
  return value !== null && Boolean(kindNamed(kind).isHarmlessWhenNew) && !site.ledger.records.has(recordId);
}

function refuseMovedBase(site: Site, proposals: readonly Proposal[], from: number, isAccepted: boolean): void {
  const moved = proposals.filter(proposal => liveRevisionId(site, proposal.recordId, from, proposal.locale) !== proposal.baseRevisionId);
  if (moved.length === 0 || isAccepted) return;
  throw new Refusal(
    'live-moved',
    say`${countOf(moved.length, 'record')} changed since this was begun. Look at the comparison with what is live at that moment; approving puts this version over it.`,
    [],
    { recordIds: moved.map(each => each.recordId) },
  );
}

const refusalTexts: Readonly<Record<Exclude<MoveRefusal, 'beyond sections'>, string>> = {
  'unknown move': word`There is no such move.`,
  'wrong stage': word`The stage has changed.`,
  'role lacks the right': word`Your roles do not allow this move.`,
  'other locale': word`Your roles allow this in other locales only.`,
  'only own': word`Only whoever made it can do this.`,
  'only others': word`Somebody else must do this: what one writes, another approves.`,
};

function moveRefusal(
  site: Site,
  edition: Edition,
  code: Exclude<MoveRefusal, 'beyond sections'>,
  rolesThatMay: readonly Role[],
  stage: Stage,
): Refusal {
  const who = someOf(peopleWithRoles(site, rolesThatMay, code === 'only others' ? edition.createdBy : ''));
  if (code === 'wrong stage')
    return new Refusal('move-refused', say`It is ${told(stage)} now, so this move cannot be made. Look at it again.`);
  return new Refusal('not-permitted', `${told(refusalTexts[code])}${who ? say` ${who} can.` : ''}`);
}
