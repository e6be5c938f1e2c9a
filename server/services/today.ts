import type { Today } from '@contract/today';
import { kindNamed } from '@core/kinds/index';
import { changesWithin, type PlannedChange } from '@core/plan/changes';
import { positionsOf } from '@core/reach/bit-set';
import type { PageFacts } from '@core/rule/where';
import { localTimeAt, instantOf } from '@core/schedule/local-time';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { firstStepsFor } from './first-steps';
import { healthOf } from './health';
import { listEditions } from './edition-views';
import { kindContext, namesFor, titleOf } from './names';
import { planSince } from './plan';

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
  const rows = changes.filter(change => !wasDoneThen(site, change)).flatMap(change => plannedRow(site, change, changes) ?? []);
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

/** Whether somebody made a change at the very instant at which it showed: it did not come by itself. */
function wasDoneThen({ ledger }: Site, { recordId, at }: PlannedChange): boolean {
  const entries = ledger.outlookOf(recordId, ledger.baseLocale).known.filter(each => each.from === at || each.until === at);
  return entries.length > 0 && entries.every(each => each.recordedAt >= at);
}

/** A change as Today lists it, counted on the site as it will be; null when no reader will notice it by itself. */
function plannedRow(site: Site, change: PlannedChange, all: readonly PlannedChange[]): Today['changes'][number] | null {
  const isEnding = change.what === 'ends' || change.what === 'closes';
  const pages = pagesOf(site, change, isEnding ? change.at - 1 : change.at);
  // A block that comes or goes with its placement is told of once, by the placement.
  const isToldOfAlready = all.some(each => each.at === change.at && kindNamed(each.kind).needsBlock?.(each.value) === change.recordId);
  if (isToldOfAlready || pages.length === 0) return null;
  const snapshot = site.snapshots.at();
  const first = pages.find(page => snapshot.pageById.has(page.id)) ?? pages.find(page => page.service === null) ?? null;
  return {
    at: change.at,
    recordId: change.recordId,
    kind: change.kind,
    title: titleOf(site, snapshot, change.kind, change.value),
    what: change.what,
    target: kindNamed(change.kind).whereabouts(change.value, kindContext(site, snapshot)),
    pageCount: pages.length,
    pageId: first?.id ?? null,
    pageTitle: first ? namesFor(site, snapshot).page(first.id) : '',
  };
}

/** The written pages that a change concerns at a moment. */
function pagesOf(site: Site, change: PlannedChange, moment: number): readonly PageFacts[] {
  const plan = planSince(site, moment);
  return positionsOf(kindNamed(change.kind).pagesAt(change.recordId, plan, moment)).flatMap(position => {
    const page = plan.universe.pages[position]!;
    return page.service === null ? [page] : [];
  });
}
