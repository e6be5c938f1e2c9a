import { isOfOwnWords, localeLookedAt } from './edition-lookups';
import type { BlockValue } from '@core/block/block';
import { writeMoment } from '@core/format/moment';
import { insetIdsOf } from '@core/inset/inset';
import { loopFaults, type Held } from '@core/kinds/inset-faults';
import { kindNamed } from '@core/kinds/index';
import type { Ledger } from '@core/ledger/ledger';
import type { OwnWords } from '@core/locale/own-words';
import type { PageValue } from '@core/page/page';
import { insetHoldersIn, type SitePlan } from '@core/plan/site-plan';
import { holdsInstant, sharesTime, type Interval } from '@core/schedule/interval';
import type { SiteSnapshot } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import { refuseInvalid, type Fault } from '../errors/refusal';
import type { Site } from '../site/site';

import { momentStyle, namesFor } from './names';
import type { Publication, PublishedChange } from './publication';
import { wordsFaults } from './own-words';
import { planForGood } from './plan';
import { snapshotOf } from './reach-of-act';
import { faultsInSite } from './validation';

/**
 * Refuses a publication that the site cannot hold: what was right when it was written may point at something that has
 * gone since, and what is right on the day may meet something planned for later.
 */
export function refuseUnfit(site: Site, publication: Publication): void {
  const faults = faultsOfFit(site, publication);
  if (faults.length > 0) refuseInvalid(faults);
}

/** What is wrong with the changes of a publication on the site as it will be at its moment, by pointer into its edition. */
export function faultsOfFit(site: Site, publication: Publication): readonly Fault[] {
  const { changes, after, from } = publication;
  const startingIn = (change: PublishedChange) => snapshotOf(site, after, from, localeLookedAt(site, change));
  const faults = changes.flatMap((change, index) => {
    const prefix = `/changes/${index}/value`;
    return isOfOwnWords(site, change)
      ? [...wordsFaults(site, null, changes, { ...change, locale: change.locale! }, null, prefix), ...unseenDrafts(change.value, prefix)]
      : [...faultsInSite(site, startingIn(change), change, prefix)];
  });
  for (const change of changes.filter(each => !isOfOwnWords(site, each))) {
    const blockId = change.value === null ? undefined : kindNamed(change.kind).needsBlock?.(change.value);
    const starting = startingIn(change);
    if (blockId && !starting.blocks.has(blockId))
      faults.push({
        pointer: '/name',
        detail: say`The block “${namesFor(site, starting).block(blockId)}” is not live at that moment. Approve it first.`,
      });
  }
  return faults.length > 0 ? faults : faultsAhead(site, publication);
}

// A machine's words go live only when a person has looked at them.
function unseenDrafts(value: unknown, prefix: string): readonly Fault[] {
  return ((value as OwnWords | null)?.drafted ?? []).map(name => ({
    pointer: `${prefix}/words/${name}`,
    detail: say`A machine drafted these words, and nobody has looked at them yet.`,
  }));
}

// Addresses, the front page and loops are looked at wherever anything begins or ends.
function faultsAhead(site: Site, { changes: all, after, from }: Publication): readonly Fault[] {
  const changes = all.filter(each => !isOfOwnWords(site, each));
  const pages = changes.filter(each => kindNamed(each.kind).isAddressed);
  const carriers = changes.filter(
    each => kindNamed(each.kind).isInset && each.value !== null && insetIdsOf(each.value as BlockValue).length > 0,
  );
  if (pages.length + carriers.length === 0) return [];
  const plan = planForGood(site, after, from);
  const address = pages.flatMap(page => addressFaults(site, plan, page, changes.indexOf(page)));
  if (address.length > 0) return address;
  const front = pages.length > 0 ? frontFaults(site, after, from) : [];
  return front.length > 0 ? front : carriers.flatMap(block => loopFaultsAhead(site, snapshotOf(site, after, from), plan, block.recordId));
}

/** The first moment at which a page would have the same address as one beside it. */
function addressFaults(site: Site, plan: SitePlan, change: PublishedChange, index: number): readonly Fault[] {
  const { pages } = plan.universe;
  const spanOf = (position: number) => plan.pageSpans[position]!;
  const meetings = pages.flatMap((page, position) => {
    if (page.id !== change.recordId || page.lineage.length < 2) return [];
    return pages.flatMap((twin, other) => {
      const isTwin = twin.id !== page.id && twin.lineage[1] === page.lineage[1] && twin.written?.segment === page.written?.segment;
      if (!isTwin || !sharesTime(spanOf(position), spanOf(other))) return [];
      const at = Math.max(spanOf(position).from, spanOf(other).from, plan.span.from);
      return at < Math.min(spanOf(position).until, spanOf(other).until) ? [{ at, twin, path: page.path }] : [];
    });
  });
  if (meetings.length === 0) return [];
  const { at, twin, path } = meetings.reduce((first, each) => (each.at < first.at ? each : first));
  return [
    {
      pointer: `/changes/${index}/value/segment`,
      detail: say`“${namesFor(site, site.snapshots.at()).page(twin.id)}” has the address ${path} too${dayOf(site, at)}; one of the two could not be reached.`,
    },
  ];
}

function frontFaults(site: Site, after: Ledger, from: number): readonly Fault[] {
  const fronts = after.recordsOf('page').flatMap(({ id }) => frontTimes(site, after, id));
  const moments = new Set([from, ...fronts.flatMap(each => [each.from, each.until]).filter(at => at > from && at < Infinity)]);
  for (const moment of [...moments].sort((a, b) => a - b)) {
    const count = fronts.filter(each => holdsInstant(each, moment)).length;
    const when = writeMoment(moment, momentStyle(site));
    if (count > 1) return [{ pointer: '/name', detail: say`There would be two front pages on ${when}.` }];
    const hadFront = () =>
      site.ledger.recordsOf('page').some(({ id }) => frontTimes(site, site.ledger, id).some(each => holdsInstant(each, moment)));
    if (count === 0 && hadFront())
      return [{ pointer: '/name', detail: say`The front page cannot be taken off, moved or end: every address begins there (${when}).` }];
  }
  return [];
}

/** When a page is a front page. */
function frontTimes(site: Site, ledger: Ledger, id: string): readonly Interval[] {
  return ledger.outlookOf(id).stretches.filter(({ revisionId }) => (ledger.revision(revisionId).value as PageValue).parentId === null);
}

function loopFaultsAhead(site: Site, snapshot: SiteSnapshot, plan: SitePlan, blockId: string): readonly Fault[] {
  const holders = insetHoldersIn(plan);
  const moments = new Set([plan.span.from]);
  for (const [id] of holders)
    for (const { from, until } of plan.blocks.get(id)!)
      for (const at of [from, until]) if (at > plan.span.from && at < plan.span.until) moments.add(at);
  for (const moment of [...moments].sort((a, b) => a - b)) {
    const heldBy: Held = id => plan.blocks.get(id)?.find(each => holdsInstant(each, moment))?.insets ?? [];
    const holding = holders.map(([id]) => [id, heldBy(id)] as const);
    const faults = loopFaults(blockId, heldBy, holding, namesFor(site, snapshot).block, '/name');
    if (faults.length > 0) return faults;
  }
  return [];
}

function dayOf(site: Site, moment: number): string {
  return moment > site.clocks.content() ? say` on ${writeMoment(moment, momentStyle(site))}` : '';
}
