import type { HeldRecord } from '@contract/live';
import { mayWrite } from '@core/rights/grants';
import { quoted, writeFullMoment } from '@core/format/moment';
import { say } from '@core/tongue/say';
import { isOfKinds } from '@core/workflow/governed';
import type { Readable } from 'node:stream';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import { isSession } from '../repositories/sessions-repository';
import type { Site } from '../site/site';
import type { Batch } from './batch';
import { kindOf, writtenIn } from './edition-lookups';
import { heldWords } from './held-words';
import { storedWithNotices } from './notices';
import { momentStyle, nameOfPerson, recordName } from './names';
import { typeOf } from './record-type';
import { refuseUnless } from './rights';

/** Takes or keeps a record that one writes on. @returns whoever holds it: somebody else when they were first; null where nobody is to */
export function holdRecord(site: Site, person: Person, recordId: string, locale: string, isActive: boolean): HeldRecord | null {
  refuseUnwritten(site, person, recordId, locale);
  if (!wantsLock(site, recordId, locale)) return null;
  const lock = site.locks.hold(recordId, locale, person.id, isActive);
  return lock && heldWords(site, lock);
}

/** Takes a record from whoever holds it; they are told, and keep what they wrote. */
export async function takeOverRecord(site: Site, person: Person, recordId: string, locale: string): Promise<HeldRecord> {
  refuseUnwritten(site, person, recordId, locale);
  if (!wantsLock(site, recordId, locale)) throw new Refusal('conflict', say`On this site nobody holds what is of this kind.`);
  refuseUnless(person, 'take over', { written: [writtenIn(site, { kind: kindOf(site, recordId), locale })] });
  const before = site.locks.of(recordId, locale);
  const held = heldWords(site, site.locks.takeOver(recordId, locale, person.id));
  if (before && before.personId !== person.id) await tellTaken(site, person, recordId, before.personId);
  return held;
}

// A site says of which kinds and types only one person at a time is to write.
function wantsLock(site: Site, recordId: string, locale: string): boolean {
  const kind = kindOf(site, recordId);
  const type = typeOf(site, { recordId, kind, locale, value: null });
  return isOfKinds(site.settings.lockedKinds, { kind, type });
}

async function tellTaken(site: Site, { id }: Person, recordId: string, personId: string): Promise<void> {
  const title = recordName(site, site.snapshots.at(), recordId);
  const tiding = { personId, kind: 'taken over', act: '', title, editionId: null, recordId } as const;
  const { announce } = await site.writes.run(() => storedWithNotices(site, id, [tiding], () => Promise.resolve()));
  await announce();
}

/**
 * What happens, as it happens, for as long as somebody is on the staff and signed in.
 * @param sessionId - of the session in which they follow
 * @throws Refusal when too many follow already
 */
export function followEvents(site: Site, person: Person, sessionId: string): Readable {
  if (!site.live.hasRoom(person.id))
    throw new Refusal('too-many-requests', say`Too many windows are open. Close some; this one goes on without being told at once.`);
  const isWelcome = async () => {
    const now = site.people.get(person.id);
    return now !== undefined && now.deactivatedAt === null && now.roles.length > 0 && (await isSession(site.knex, sessionId));
  };
  return site.live.follow(person.id, isWelcome, { kind: 'hello', held: site.locks.all().map(lock => heldWords(site, lock)) });
}

/** Refuses to put something live over what somebody else is writing, or to write on their proposal meanwhile. */
export function refuseHeld(site: Site, person: Person, records: readonly { readonly recordId: string; readonly locale: string }[]): void {
  for (const { recordId, locale } of records) {
    const lock = site.locks.of(recordId, locale);
    if (!lock || lock.personId === person.id) continue;
    const title = quoted(recordName(site, site.snapshots.at(), recordId));
    const since = writeFullMoment(lock.since, momentStyle(site));
    throw new Refusal(
      'held',
      say`${nameOfPerson(site, lock.personId)} has been writing on ${title} since ${since}. Wait until it is given back, or send yours as a proposal of your own.`,
      [],
      { held: heldWords(site, lock) },
    );
  }
}

/** Tells everybody what was written, and lets go of what its writers held. */
export function tellWritten(site: Site, { revisions, proposals }: Batch): void {
  for (const { recordId, locale, createdBy } of revisions) site.locks.giveBack(recordId, locale, createdBy);
  const writers = new Map(revisions.map(each => [each.id, each.createdBy]));
  for (const { id, recordId, locale, editionId, headRevisionId, stage, createdBy } of proposals) {
    const personId = writers.get(headRevisionId) ?? createdBy;
    site.live.tell({
      kind: 'proposal',
      recordId,
      locale,
      proposalId: id,
      editionId,
      headRevisionId,
      stage,
      personId,
      name: nameOfPerson(site, personId),
    });
  }
}

function refuseUnwritten(site: Site, person: Person, recordId: string, locale: string): void {
  const kind = kindOf(site, recordId);
  if (!mayWrite(person.grants, writtenIn(site, { kind, locale }))) throw new Refusal('not-permitted', say`Your roles do not write this.`);
}
