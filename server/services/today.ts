import type { Today } from '@contract/today';
import { changesWithin } from '@core/plan/changes';
import { localTimeAt, instantOf } from '@core/schedule/local-time';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { firstStepsFor } from './first-steps';
import { healthOf } from './health';
import { listEditions } from './edition-views';
import { planSince } from './plan';
import { plannedRowsAmong } from './planned-rows';

/** How many days ahead the list of changes looks. */
const daysAhead = 14;

/** The most changes that are listed; of more the soonest. */
const mostChanges = 100;

/** The most faults that are listed; of more the gravest. */
const mostFaults = 200;

/** What changes from the start of today, what waits for this person, and what is wrong. */
export async function todayFor(site: Site, person: Person): Promise<Today> {
  const now = site.clocks.content();
  const snapshot = site.snapshots.at();
  const { zone } = site.settings;
  const midnight = instantOf({ local: `${localTimeAt(now, zone).slice(0, 10)}T00:00`, zone });
  const health = await healthOf(site);
  const open = listEditions(site, person, 'open');
  const changes = changesWithin(site.ledger, { from: midnight, until: midnight + daysAhead * 86_400_000 });
  const rows = plannedRowsAmong(site, changes, moment => planSince(site, moment));
  return {
    now,
    changes: rows.slice(0, mostChanges),
    changeCount: rows.length,
    waiting: open.filter(edition => edition.waitsForYou),
    lately: listEditions(site, person, 'ended')
      .filter(edition => edition.stage === 'approved')
      .slice(0, 5),
    mine: open.filter(edition => edition.author.id === person.id),
    firstSteps: [...firstStepsFor(site, person)],
    counts: { pages: snapshot.pages.length, blocks: snapshot.blocks.size, placements: snapshot.placements.length },
    faults: health.findings.slice(0, mostFaults),
    faultCount: health.findings.length,
    isPartial: health.isPartial,
  };
}
