import type { Withdrawal, WithdrawalWish } from '@contract/rescheduling';
import { quoted, writeMoment } from '@core/format/moment';
import type { Proposal, PublicationEntry } from '@core/ledger/records';
import { say, told } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import type { NewEntry } from '../repositories/ledger-repository';
import { emptyBatch } from './batch';
import { editionOf, isOfOwnWords, kindOf, overlayOf } from './edition-lookups';
import { writeBatch } from './editions';
import { acceptedBreaches, breachesOf } from './expectations';
import { localeName, momentStyle, recordName } from './names';
import { numbered, type Publication } from './publication';
import { refuseUnfit } from './publication-faults';
import { plannedOf, refuseOthers } from './rescheduling';

/** What readers get where an approved edition does not come after all, and what that breaks. Nothing is stored. */
export async function checkWithdrawal(site: Site, person: Person, editionId: string): Promise<Withdrawal> {
  const { publication, proposals } = await publicationWithdrawn(site, person, editionId);
  const instead = proposals.map((proposal, at) => insteadWords(site, proposal, publication, publication.changes[at]!.revisionId));
  return { instead, ...(await breachesOf(site, publication)), covers: [], waits: [], beyond: null };
}

/**
 * Takes back an approved edition of which all is still ahead: none of it comes, and its words stay as revisions.
 * @throws Refusal when the person could not have approved it, part of it has come already, or what stays needs it
 */
export function withdrawPlanned(site: Site, person: Person, editionId: string, { remark, acceptsBroken }: WithdrawalWish): Promise<void> {
  return site.writes.run(async () => {
    const { publication, proposals } = await publicationWithdrawn(site, person, editionId);
    refuseUnfit(site, publication);
    const broke = await acceptedBreaches(site, person, publication, acceptsBroken);
    const madeAt = site.clocks.running();
    await writeBatch(site, {
      ...emptyBatch(),
      proposals: proposals.map(each => ({ ...each, stage: 'withdrawn', updatedAt: madeAt })),
      entries: [...publication.entries],
      moves: [{ editionId, move: 'withdraw', remark, broke, madeAt, madeBy: person.id }],
    });
  });
}

async function publicationWithdrawn(
  site: Site,
  person: Person,
  editionId: string,
): Promise<{ readonly publication: Publication; readonly proposals: readonly Proposal[] }> {
  editionOf(site, editionId);
  const proposals = site.ledger.proposalsOfEdition(editionId);
  const planned = proposals.map(({ recordId, locale }) => plannedOf(site, editionId, recordId, locale));
  if (proposals.length === 0 || planned.some(each => each.length === 0))
    throw new Refusal('move-refused', say`Nothing of it is ahead any more. What readers have by it can be undone instead.`);
  const recordedAt = Math.max(site.clocks.running(), site.ledger.lastRecordedAt);
  const entries = planned
    .flat()
    .map(({ number: _, ...entry }): NewEntry => ({ ...entry, act: 'withdraw', recordedAt, recordedBy: person.id, reason: '' }));
  const from = Math.min(...planned.flat().map(each => each.from));
  const after = site.ledger.with({ entries: numbered(site.ledger, entries) });
  const standing = proposals.map(({ recordId, locale }, at) => {
    const inForce = after.inForce(recordId, firstOf(planned[at]!), Infinity, locale);
    return inForce.state === 'live' ? inForce.revisionId : null;
  });
  await site.history.read(standing.flatMap(id => site.ledger.revisions.get(id ?? '') ?? []));
  // What readers have instead is what has to fit: the words as they stand then, or nothing.
  const changes = proposals.map((proposal, at) => {
    const revisionId = standing[at]!;
    return { ...overlayOf(site, proposal), value: revisionId === null ? null : site.ledger.revision(revisionId).value, revisionId };
  });
  const publication: Publication = { changes, from, entries, covers: [], carried: [], after };
  refuseOthers(site, person, publication);
  return { publication, proposals };
}

function firstOf(planned: readonly PublicationEntry[]): number {
  return Math.min(...planned.map(each => each.from));
}

function insteadWords(site: Site, proposal: Proposal, { from }: Publication, standing: string | null): string {
  const { recordId, locale, retires } = proposal;
  const title = `${quoted(recordName(site, site.snapshots.at(), recordId))} (${told(kindOf(site, recordId))})`;
  const on = writeMoment(from, momentStyle(site));
  const named = isOfOwnWords(site, proposal) ? say`${title} in ${localeName(site, locale)}` : title;
  if (retires) return say`${named} is not taken off on ${on}.`;
  return standing === null ? say`${named} does not come on ${on}.` : say`${named} stays on ${on} as it is by then.`;
}
