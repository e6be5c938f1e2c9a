import { mostEndings, type EndingRow, type Endings } from '@contract/endings';
import { pagesNaming } from '@core/file/holders';
import { kindNamed } from '@core/kinds/index';
import { describeOwn } from '@core/kinds/own-fields';
import type { PageValue } from '@core/page/page';
import { endingsAround, type Ending } from '@core/plan/endings';
import { mayWrite } from '@core/rights/grants';
import type { SiteSnapshot } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { liveRevisionId, writtenIn } from './edition-lookups';
import { kindContext, titleOf } from './names';
import { lastChange } from './record-facts';

const day = 86_400_000;
/** How many pages that hold something are named. */
const mostNamed = 5;

/** What ends soon, has ended lately, or is to be looked over, with what readers get then and what leads there. */
export function endingsOf(site: Site, person: Person, { ahead, back }: { ahead: number; back: number }): Endings {
  const now = site.clocks.content();
  const snapshot = site.snapshots.at();
  const all = endingsAround(site.ledger, now, back * day, ahead * day);
  return { rows: all.slice(0, mostEndings).map(each => rowOf(site, snapshot, person, each)), count: all.length };
}

function rowOf(site: Site, snapshot: SiteSnapshot, person: Person, ending: Ending): EndingRow {
  const { recordId, kind, state, at, value, isLive } = ending;
  const holders = holdersNow(snapshot, ending);
  return {
    recordId,
    kind,
    title: titleOf(site, snapshot, kind, value),
    state,
    at,
    then: thenWords(site, snapshot, ending),
    heldBy: holders.slice(0, mostNamed).map(id => ({ id, title: snapshot.pageById.get(id)!.value.title })),
    holderCount: holders.length,
    changedBy: lastChange(site, recordId).changedBy,
    revisionId: liveRevisionId(site, recordId, site.clocks.content()),
    value,
    // What is still to come would come at once.
    mayRenew: (isLive || state === 'ended') && mayWrite(person.grants, writtenIn(site, { kind, locale: site.ledger.localeOf(recordId) })),
  };
}

// What nothing names, and has no address of its own, stands on pages itself.
function holdersNow(snapshot: SiteSnapshot, { recordId, kind, value }: Ending): readonly string[] {
  const naming = pagesNaming(snapshot, recordId).filter(id => id !== recordId);
  const { isAddressed, pagesToSee } = kindNamed(kind);
  if (naming.length > 0 || isAddressed) return naming;
  return [...new Set(pagesToSee(recordId, value, snapshot))].filter(id => snapshot.pageById.has(id));
}

function thenWords(site: Site, snapshot: SiteSnapshot, { kind, state, then, value }: Ending): string {
  if (state === 'review') return '';
  if (then === 'earlier') return say`the earlier one comes back`;
  const own = kindNamed(kind).ownFields['onceOver'];
  if (!own) return say`nothing takes its place`;
  const { onceOver, lastWords } = value as PageValue;
  if (!onceOver) return say`readers find nothing at its address`;
  const words = describeOwn(own, onceOver, kindContext(site, snapshot));
  return onceOver.answer === 'gone' && lastWords ? say`${words}: ${lastWords}` : words;
}
