import type { HeldRecord, LiveEvent } from '@contract/live';
import type { Lock } from '../live/locks';
import type { Site } from '../site/site';
import { nameOfPerson } from './names';

/** What everybody is told of a lock. */
export function lockEvent(site: Site, recordId: string, locale: string, lock: Lock | null, before: Lock | null): LiveEvent {
  return {
    kind: 'held',
    recordId,
    locale,
    held: lock && heldWords(site, lock),
    takenFrom: lock && before ? before.personId : null,
  };
}

/** A lock as people are told of it. */
export function heldWords(site: Site, { recordId, locale, personId, since }: Lock): HeldRecord {
  return { recordId, locale, personId, name: nameOfPerson(site, personId), since };
}
