import type { Today } from '@contract/today';
import type { PageValue } from '@core/page/page';
import type { PlacementValue } from '@core/placement/placement';
import { changesWithin, type PlannedChange } from '@core/plan/changes';
import { pagesReached, pagesShowingBlock } from '@core/reach/reach';
import { localTimeAt, instantOf } from '@core/schedule/local-time';
import { labelOfTarget } from '@core/theme/manifest';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { healthOf } from './health';
import { listEditions } from './edition-views';
import { titleOf } from './names';
import { governedBy } from './shared-rules';

/** How many days ahead the list of changes looks. */
const daysAhead = 14;

/** What changes from the start of today, what waits for this person, and what is wrong. */
export function todayFor(site: Site, person: Person): Today {
  const now = site.clocks.content();
  const snapshot = site.snapshots.at();
  const { zone } = site.settings;
  const midnight = instantOf({ local: `${localTimeAt(now, zone).slice(0, 10)}T00:00`, zone });
  const health = healthOf(site);
  const open = listEditions(site, person, 'open');
  const changes = changesWithin(site.ledger, site.settings.baseLocale, { from: midnight, until: midnight + daysAhead * 86_400_000 });
  return {
    now,
    changes: changes.flatMap(change => plannedRow(site, change, changes) ?? []),
    waiting: open.filter(edition => edition.stage === 'in review' && edition.moves.some(move => move === 'approve' || move === 'publish')),
    lately: listEditions(site, person, 'ended')
      .filter(edition => edition.stage === 'approved')
      .slice(0, 5),
    mine: open.filter(edition => edition.author.id === person.id),
    counts: { pages: snapshot.pages.length, blocks: snapshot.blocks.size, placements: snapshot.placements.length },
    faults: [...health.findings],
    isPartial: health.isPartial,
  };
}

/** A change as Today lists it, counted on the site as it will be; null when no reader will notice it by itself. */
function plannedRow(site: Site, change: PlannedChange, all: readonly PlannedChange[]): Today['changes'][number] | null {
  const isEnding = change.what === 'ends' || change.what === 'closes';
  const snapshot = site.snapshots.at(isEnding ? change.at - 1 : change.at);
  const pages =
    change.kind === 'placement'
      ? pagesReached(snapshot, change.value as PlacementValue)
      : change.kind === 'block'
        ? pagesShowingBlock(snapshot, change.recordId)
        : change.kind === 'shared rule'
          ? governedBy(snapshot, change.recordId).flatMap(each => pagesReached(snapshot, each.value))
          : change.kind === 'page'
            ? [change.recordId]
            : [];
  // A block that comes or goes with its placement is told of once, by the placement.
  const isToldOfAlready =
    change.kind === 'block' &&
    all.some(each => each.at === change.at && each.kind === 'placement' && (each.value as PlacementValue).blockId === change.recordId);
  if (isToldOfAlready || pages.length === 0) return null;
  const first = pages.find(id => snapshot.pageById.has(id)) ?? null;
  return {
    at: change.at,
    recordId: change.recordId,
    kind: change.kind,
    title: titleOf(site, snapshot, change.kind, change.value),
    what: change.what,
    target:
      change.kind === 'placement'
        ? labelOfTarget(snapshot.manifest, (change.value as PlacementValue).target)
        : change.kind === 'page'
          ? (change.value as PageValue).type
          : change.kind,
    pageCount: pages.length,
    pageId: first,
    pageTitle: first ? snapshot.pageById.get(first)!.value.title : '',
  };
}
