import type { Withdrawal, WithdrawalWish } from '@contract/rescheduling';
import { quoted, writeMoment } from '@core/format/moment';
import { say, told } from '@core/tongue/say';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import type { NewEntry } from '../repositories/ledger-repository';
import { emptyBatch } from './batch';
import { isOfOwnWords, kindOf, overlayOf } from './edition-lookups';
import { writeBatch } from './editions';
import { acceptedBreaches, breachesOf } from './expectations';
import { localeName, momentStyle, recordName } from './names';
import { momentOfWriting, numbered, type Publication } from './publication';
import { refuseUnfit } from './publication-faults';
import { type PartAhead, partsAhead, refuseOthers } from './rescheduling';

/** What readers get where an approved edition does not come after all, and what that breaks. Nothing is stored. */
export async function checkWithdrawal(site: Site, person: Person, editionId: string): Promise<Withdrawal> {
  const { publication, parts } = await publicationWithdrawn(site, person, editionId);
  const instead = parts.map(each => insteadWords(site, each));
  return { instead, ...(await breachesOf(site, publication)), covers: [], waits: [], beyond: null };
}

/**
 * Takes back an approved edition of which all is still ahead: none of it comes, and its words stay as revisions.
 * @throws Refusal when the person could not have approved it, part of it has come already, or what stays needs it
 */
export function withdrawPlanned(site: Site, person: Person, editionId: string, { remark, acceptsBroken }: WithdrawalWish): Promise<void> {
  return site.writes.run(async () => {
    const { publication, parts } = await publicationWithdrawn(site, person, editionId);
    refuseUnfit(site, publication);
    const broke = await acceptedBreaches(site, person, publication, acceptsBroken);
    const madeAt = site.clocks.running();
    await writeBatch(site, {
      ...emptyBatch(),
      proposals: parts.map(({ proposal }) => ({ ...proposal, stage: 'withdrawn', updatedAt: madeAt })),
      entries: [...publication.entries],
      moves: [{ editionId, move: 'withdraw', remark, broke, madeAt, madeBy: person.id }],
    });
  });
}

/** What is taken back, part by part, with the revision that readers have instead; null for none. */
interface Withdrawn {
  readonly parts: readonly (PartAhead & { readonly standing: string | null })[];
  readonly publication: Publication;
}

async function publicationWithdrawn(site: Site, person: Person, editionId: string): Promise<Withdrawn> {
  const ahead = partsAhead(site, editionId, say`Nothing of it is ahead any more. What readers have by it can be undone instead.`);
  const { recordedAt } = momentOfWriting(site);
  const entries = ahead.flatMap(({ planned }) =>
    planned.map(({ number: _, ...entry }): NewEntry => ({ ...entry, act: 'withdraw', recordedAt, recordedBy: person.id, reason: '' })),
  );
  const after = site.ledger.with({ entries: numbered(site.ledger, entries) });
  const parts = ahead.map(part => {
    const { recordId, locale } = part.proposal;
    const inForce = after.inForce(recordId, beginningOf(part), Infinity, locale);
    return { ...part, standing: inForce.state === 'live' ? inForce.revisionId : null };
  });
  await site.history.read(parts.flatMap(({ standing }) => site.ledger.revisions.get(standing ?? '') ?? []));
  // What readers have instead is what has to fit: the words as they stand then, or nothing.
  const changes = parts.map(({ proposal, standing }) => ({
    ...overlayOf(site, proposal),
    value: standing === null ? null : site.ledger.revision(standing).value,
    revisionId: standing,
  }));
  const publication: Publication = {
    changes,
    from: Math.min(...parts.map(beginningOf)),
    entries,
    covers: [],
    carried: [],
    after,
  };
  refuseOthers(site, person, publication);
  return { parts, publication };
}

function beginningOf({ planned }: PartAhead): number {
  return Math.min(...planned.map(each => each.from));
}

function insteadWords(site: Site, part: Withdrawn['parts'][number]): string {
  const { recordId, locale, retires } = part.proposal;
  const title = `${quoted(recordName(site, site.snapshots.at(), recordId))} (${told(kindOf(site, recordId))})`;
  const on = writeMoment(beginningOf(part), momentStyle(site));
  const named = isOfOwnWords(site, part.proposal) ? say`${title} in ${localeName(site, locale)}` : title;
  if (retires) return say`${named} is not taken off on ${on}.`;
  return part.standing === null ? say`${named} does not come on ${on}.` : say`${named} stays on ${on} as it is by then.`;
}
