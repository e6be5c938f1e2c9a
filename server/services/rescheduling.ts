import type { Rescheduling, TimesCheck } from '@contract/rescheduling';
import type { Proposal, PublicationEntry } from '@core/ledger/records';
import { grantsOver } from '@core/rights/grants';
import { say } from '@core/tongue/say';
import { publishes, rolesThatMake } from '@core/workflow/workflow';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { emptyBatch } from './batch';
import { editionOf, kindOf, overlayOf, writtenIn } from './edition-lookups';
import { writeBatch } from './editions';
import { acceptedBreaches } from './expectations';
import { publicationOf, refuseUnsettled, type Publication } from './publication';
import { refuseUnfit } from './publication-faults';
import { beyondWords, pagesBeyond } from './reach-of-act';
import { workflowOf } from './standing';
import { timesCheckOf } from './times-check';

/** What moving an approved edition to other times would break and cover. Nothing is stored. @throws Refusal as {@link rescheduleEdition} */
export async function checkRescheduling(site: Site, person: Person, editionId: string, wish: Rescheduling): Promise<TimesCheck> {
  return timesCheckOf(site, await publicationMoved(site, person, editionId, wish));
}

/**
 * Moves an edition that is approved and still ahead to other times: its publications are the same, set anew, and nothing
 * of what was set before is rewritten.
 * @throws Refusal when the person may not make it live, nothing of it is ahead, it does not fit then, or covers something
 * of which nobody has said what becomes
 */
export function rescheduleEdition(site: Site, person: Person, editionId: string, wish: Rescheduling): Promise<void> {
  return site.writes.run(async () => {
    const publication = await publicationMoved(site, person, editionId, wish);
    refuseUnfit(site, publication);
    refuseUnsettled(publication, { ...wish.times, scheduled: wish.scheduled });
    const broke = await acceptedBreaches(site, person, publication, wish.acceptsBroken);
    const madeAt = site.clocks.running();
    await writeBatch(site, {
      ...emptyBatch(),
      entries: [...publication.entries],
      moves: [{ editionId, move: 'move in time', remark: '', broke, madeAt, madeBy: person.id }],
    });
  });
}

async function publicationMoved(site: Site, person: Person, editionId: string, wish: Rescheduling): Promise<Publication> {
  const parts = partsAhead(site, editionId, say`Nothing of it is ahead any more, so it has no date to be moved.`);
  const proposals = parts.map(each => each.proposal);
  const planned = parts.map(each => each.planned);
  await site.history.read(planned.flat().flatMap(each => site.ledger.revisions.get(each.revisionId ?? '') ?? []));
  const overlays = proposals.map(each => overlayOf(site, each));
  const publication = publicationOf(
    site,
    overlays.map((overlay, at) => ({ ...overlay, kind: kindOf(site, overlay.recordId), revisionId: planned[at]![0]!.revisionId })),
    { ...wish.times, scheduled: wish.scheduled },
    {
      by: person.id,
      reason: '',
      editionId,
      rows: {},
      beginnings: new Map(),
      replaced: new Set(planned.flat().map(each => each.publicationId)),
    },
  );
  refuseOthers(site, person, publication);
  return publication;
}

/** A part of an edition, and what the edition has set for it that still lies ahead. */
export interface PartAhead {
  readonly proposal: Proposal;
  readonly planned: readonly PublicationEntry[];
}

/** The parts of an edition of which all is still ahead. @throws Refusal with the words given when any of it is not */
export function partsAhead(site: Site, editionId: string, overWords: string): readonly PartAhead[] {
  editionOf(site, editionId);
  const parts = site.ledger
    .proposalsOfEdition(editionId)
    .map(proposal => ({ proposal, planned: plannedOf(site, editionId, proposal.recordId, proposal.locale) }));
  if (parts.length === 0 || parts.some(each => each.planned.length === 0)) throw new Refusal('move-refused', overWords);
  return parts;
}

function plannedOf(site: Site, editionId: string, recordId: string, locale: string): readonly PublicationEntry[] {
  const now = site.clocks.content();
  return site.ledger
    .outlookOf(recordId, locale)
    .known.filter(each => each.editionId === editionId && each.act === 'set' && each.from > now);
}

/** Whoever could have made something live may say when it comes, and that it does not. @throws Refusal for anybody else */
export function refuseOthers(site: Site, person: Person, publication: Publication): void {
  const written = publication.changes.map(each => writtenIn(site, each));
  const moves = workflowOf(site, publication.changes).moves.filter(publishes);
  const held = moves.filter(({ who }) => written.every(each => grantsOver(person.grants, who, each).length > 0));
  const [move] = held;
  if (!move) throw new Refusal('not-permitted', say`Somebody who could approve it moves its date.`);
  if (held.some(({ who }) => pagesBeyond(site, person, publication, who).length === 0)) return;
  const beyond = pagesBeyond(site, person, publication, move.who);
  throw new Refusal('not-permitted', beyondWords(site, publication, beyond, rolesThatMake(move, written), move.who));
}
