import type { PublicationSet, Rescheduling, TimesCheck } from '@contract/rescheduling';
import type { PublicationEntry } from '@core/ledger/records';
import { say } from '@core/tongue/say';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { emptyBatch } from './batch';
import { kindOf } from './edition-lookups';
import { writeBatch } from './editions';
import { acceptedBreaches } from './expectations';
import { bestValueOf, titleOf } from './names';
import { readAs } from './own-words';
import { publicationOf, refuseUnsettled, type Publication } from './publication';
import { refuseUnfit } from './publication-faults';
import { refuseOthers } from './rescheduling';
import { timesCheckOf } from './times-check';

/** What other times for one publication would break and cover. Nothing is stored. @throws Refusal as {@link setPublicationTimes} */
export async function checkPublicationTimes(site: Site, person: Person, publicationId: string, wish: Rescheduling): Promise<TimesCheck> {
  const { publication } = await publicationAtTimes(site, person, publicationId, wish);
  return timesCheckOf(site, publication);
}

/**
 * Sets one publication anew to other times, as if by whoever set it first; what readers had until now stays as it was. Of one
 * that has begun only the end is set.
 * @throws Refusal when there is none, it is over, the person may not make its record live, or it covers something of which
 * nobody has said what becomes
 */
export function setPublicationTimes(site: Site, person: Person, publicationId: string, wish: Rescheduling): Promise<PublicationSet> {
  return site.writes.run(async () => {
    const { publication, title, editionId } = await publicationAtTimes(site, person, publicationId, wish);
    refuseUnfit(site, publication);
    refuseUnsettled(publication, { ...wish.times, scheduled: wish.scheduled });
    const broke = await acceptedBreaches(site, person, publication, wish.acceptsBroken);
    const move = { move: 'move in time', remark: `“${title}”`, broke, madeAt: site.clocks.running(), madeBy: person.id };
    await writeBatch(site, {
      ...emptyBatch(),
      entries: [...publication.entries],
      moves: editionId === null ? [] : [{ editionId, ...move }],
    });
    const { from, until } = publication.entries.find(each => each.publicationId === publicationId)!;
    return { title, from, until };
  });
}

interface AtTimes {
  readonly publication: Publication;
  readonly title: string;
  readonly editionId: string | null;
}

async function publicationAtTimes(site: Site, person: Person, publicationId: string, wish: Rescheduling): Promise<AtTimes> {
  const entry = standingEntry(site, publicationId);
  const { recordId, locale, revisionId, editionId, from } = entry;
  const hasBegun = from <= site.clocks.content();
  if (hasBegun && wish.times.from !== null)
    refuseInvalid([{ pointer: '/times/from', detail: say`It has begun already. Leave this empty; its end can be moved.` }]);
  const revision = revisionId === null ? null : site.ledger.revision(revisionId);
  if (revision) await site.history.read([revision]);
  const value = revision?.value ?? null;
  const kind = kindOf(site, recordId);
  const publication = publicationOf(
    site,
    [{ recordId, kind, locale, value, revisionId }],
    { ...wish.times, scheduled: wish.scheduled },
    { by: person.id, reason: wish.acceptsBroken, editionId, rows: {}, beginnings: new Map(), replaced: new Set([publicationId]) },
  );
  refuseOthers(site, person, publication);
  const told = value === null ? bestValueOf(site, recordId) : readAs(site, entry, value);
  return { publication, title: titleOf(site, site.snapshots.at(), kind, told), editionId };
}

function standingEntry(site: Site, publicationId: string): PublicationEntry {
  const { ledger } = site;
  for (const { id } of ledger.records.values())
    for (const locale of ledger.localesPublished(id)) {
      const entry = ledger.outlookOf(id, locale).known.find(each => each.publicationId === publicationId);
      if (!entry) continue;
      if (entry.until === null || entry.until > site.clocks.content()) return entry;
      throw new Refusal('move-refused', say`It is over. Publish it again, from now on or from a date.`);
    }
  throw new Refusal('not-found', say`There is no such publication.`);
}
