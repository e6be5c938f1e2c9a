import type { Today } from '@contract/messages';
import type { PageValue } from '@core/page/page';
import type { PlacementValue } from '@core/placement/placement';
import { changesWithin, type PlannedChange } from '@core/plan/changes';
import { pagesReached, pagesShowingBlock, reachOf, effectHorizon } from '@core/reach/reach';
import { testsOf } from '@core/rule/rule';
import type { SiteSnapshot } from '@core/site/snapshot';
import { localTimeAt, instantOf } from '@core/schedule/local-time';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { describeTarget } from './descriptions';
import { listEditions } from './edition-views';
import { titleOf } from './names';
import { pageExists } from './validation';

/** How many days ahead the list of changes looks. */
const daysAhead = 14;

/** What changes from the start of today, what waits for this person, and what is wrong. */
export function todayFor(site: Site, person: Person): Today {
  const now = site.clocks.content();
  const snapshot = site.snapshots.at();
  const { zone } = site.settings;
  const midnight = instantOf({ local: `${localTimeAt(now, zone).slice(0, 10)}T00:00`, zone });
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
    faults: faultsOf(site, snapshot),
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
        : [change.recordId];
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
        ? describeTarget(snapshot, (change.value as PlacementValue).target)
        : change.kind === 'page'
          ? (change.value as PageValue).type
          : 'block',
    pageCount: pages.length,
    pageId: first,
    pageTitle: first ? snapshot.pageById.get(first)!.value.title : '',
  };
}

/** What is wrong with the live site: placements that can show nowhere or never, and blocks that are gone. */
function faultsOf(site: Site, snapshot: SiteSnapshot): Today['faults'] {
  const faults: Today['faults'] = [];
  for (const { id, value } of snapshot.placements) {
    if (value.off) continue;
    const title = titleOf(site, snapshot, 'placement', value);
    const add = (sentence: string, remedy: string, pageId: string | null) =>
      faults.push({ sentence, remedy, recordId: id, kind: 'placement', pageId });
    const reach = reachOf(snapshot, value, effectHorizon);
    const pages = pagesReached(snapshot, value);
    const front = pages[0] ?? snapshot.front?.id ?? null;
    const gone = testsOf(value.rule.where).filter(
      test => (test.test === 'page' || test.test === 'within') && !pageExists(site, snapshot, test.page),
    );
    if (gone.length > 0) add(`The rule of “${title}” names a page that is gone.`, 'Take the page out of the rule.', front);
    else if (reach.openTime.length === 0) add(`“${title}” is placed, but its time is over.`, 'Move its end, or take it off.', front);
    else if (pages.length === 0 && testsOf(value.rule.where).every(test => test.test !== 'service page'))
      add(`“${title}” is placed, but no page shows it.`, 'Widen its rule, or take it off.', front);
    if (!snapshot.blocks.has(value.blockId))
      add(
        `A placement in ${describeTarget(snapshot, value.target).toLowerCase()} holds “${title}”, which is not live.`,
        'Publish the block, or take the placement off.',
        front,
      );
  }
  return faults;
}
