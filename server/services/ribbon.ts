import type { Ribbon, RibbonRequest } from '@contract/messages';
import { groupBy } from '@core/collection/group-by';
import { page as pageKind } from '@core/kinds/page/kind';
import { placement } from '@core/kinds/placement/kind';
import type { PageValue } from '@core/page/page';
import { stretchesWithin } from '@core/plan/stretch';
import { placementIn } from '@core/kinds/placement/target';
import type { PlacementValue } from '@core/placement/placement';
import { changesWithin, openTimeOfPlacement } from '@core/plan/changes';
import { effectiveRule, idsInRule } from '@core/rule/shared-rule';
import { openTimeWithin } from '@core/rule/when';
import type { PageFacts } from '@core/rule/where';
import { unionOf, type Interval } from '@core/schedule/interval';
import { compilePlacement } from '@core/site/compiled-placement';
import type { Overlay, SiteSnapshot } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Site } from '../site/site';
import { isOfOwnWords, overlayOf } from './edition-lookups';
import { bestValueOf, namesFor } from './names';
import { findPage, overlaysFor } from './views';

type Lane = Ribbon['lanes'][number];

/** The most proposals that are drawn in one lane; the newest. */
const mostProposed = 8;

/** When each placement of a page shows within a span of time, or each page is live, as it is and as what is on its way would have it. */
export function ribbonOf(site: Site, request: RibbonRequest): Ribbon {
  const { page, from, until } = request;
  if (until - from > 800 * 86_400_000 || until <= from)
    throw new Refusal('invalid', say`A ribbon spans up to 800 days.`, [
      { pointer: '/until', detail: say`Up to 800 days after the beginning.` },
    ]);
  return page === null ? ribbonOfPages(site, request) : ribbonOnPage(site, { ...request, page });
}

function ribbonOnPage(site: Site, { page, from, until, withEditions, changes: unsaved }: RibbonRequest & { page: string }): Ribbon {
  const span = { from, until };
  const snapshot = site.snapshots.at();
  const overlays = overlaysFor(site, withEditions, unsaved);
  const changed = site.snapshots.with(overlays);
  const { facts } = findPage(site, changed, { page, locale: null, query: {} });
  const isMeant = (id: string, value: PlacementValue, within: SiteSnapshot) =>
    compilePlacement(id, value, within.sharedRules).whereHolds(facts);
  const standing = [...snapshot.placements, ...snapshot.dormantPlacements].filter(each => isMeant(each.id, each.value, snapshot));
  const standingIds = new Set(standing.map(each => each.id));
  const laid = new Map(overlays.filter(each => isPlacing(site, each)).map(each => [each.recordId, each.value as PlacementValue | null]));
  const overlaid = new Set(overlays.map(each => each.recordId));
  const proposed = proposalsFor<PlacementValue>(
    site,
    new Set(withEditions),
    each => isPlacing(site, each),
    (id, value) => standingIds.has(id) || (value !== null && isMeant(id, value, snapshot)),
  );
  const values = new Map<string, PlacementValue>(standing.map(each => [each.id, each.value]));
  for (const [id, value] of laid) if (value && isMeant(id, value, changed)) values.set(id, value);
  for (const [id, [first]] of proposed) if (!values.has(id) && first?.value) values.set(id, first.value);
  const names = namesFor(site, changed);
  const order = site.theme.manifest.readingOrder;
  const now = Math.max(from, site.clocks.content());
  const lanes = [...values]
    .map(([placementId, value]): Lane => {
      const open = standingIds.has(placementId) ? openTimeOfPlacement(site.ledger, placementId, span) : [];
      // As if it stood from then on: what is planned after it is settled when it is published.
      const asOf = (other: PlacementValue | null, since: number, within: SiteSnapshot) =>
        stretchesOf([...before(open, since), ...openOf(placementId, other, { from: since, until }, within, facts)]);
      const isTouched = laid.has(placementId) || idsInRule(value.rule).some(id => overlaid.has(id));
      const then = isTouched ? asOf(laid.has(placementId) ? laid.get(placementId)! : value, now, changed) : null;
      return {
        recordId: placementId,
        title: names.block(value.blockId),
        target: value.target.name,
        open: stretchesOf(open),
        changed: then === null || JSON.stringify(then) === JSON.stringify(stretchesOf(open)) ? null : then,
        proposed: (proposed.get(placementId) ?? []).map(each => ({
          editionId: each.editionId,
          edition: each.edition,
          open: asOf(each.value, Math.max(now, each.from), snapshot),
        })),
      };
    })
    .filter(lane => [lane.open, lane.changed ?? [], ...lane.proposed.map(each => each.open)].some(each => each.length > 0))
    .sort((a, b) => order.indexOf(a.target) - order.indexOf(b.target));
  const changes = changesWithin(site.ledger, span).filter(each => placementIn(each) === null || standingIds.has(each.recordId));
  return { from, until, lanes, others: 0, changes: [...new Set(changes.map(each => each.at))] };
}

// Words in another locale say nothing of where and when something shows.
function isPlacing(site: Site, change: Overlay): boolean {
  return change.kind === placement.name && !isOfOwnWords(site, change);
}

/** A change that would put something else in the place of a placement or a page. */
interface Proposed<Value> {
  readonly recordId: string;
  readonly editionId: string;
  readonly edition: string;
  /** Null would take it off. */
  readonly value: Value | null;
  /** From when it is wished for. */
  readonly from: number;
}

// Proposals of those records that are asked for, by record; those that are looked at already count as changes.
function proposalsFor<Value>(
  site: Site,
  lookedAt: ReadonlySet<string>,
  isOfKind: (change: Overlay) => boolean,
  concerns: (id: string, value: Value | null) => boolean,
): ReadonlyMap<string, readonly Proposed<Value>[]> {
  const found = site.ledger.openProposals().flatMap((proposal): Proposed<Value>[] => {
    const { recordId, editionId } = proposal;
    const change = overlayOf(site, proposal);
    const value = change.value as Value | null;
    if (lookedAt.has(editionId) || !isOfKind(change) || !concerns(recordId, value)) return [];
    const { title, wishedFrom } = site.ledger.editions.get(editionId)!;
    return [{ recordId, editionId, edition: title, value, from: wishedFrom ?? 0 }];
  });
  return new Map([...groupBy(found, each => each.recordId)].map(([id, some]) => [id, some.slice(-mostProposed)]));
}

/** The most pages that have a lane; those that turn soonest. */
const mostPageLanes = 60;

// When pages are live: those about which anything turns, is unsaved or is proposed.
function ribbonOfPages(site: Site, { from, until, withEditions, changes: unsaved }: RibbonRequest): Ribbon {
  const { ledger } = site;
  const span = { from, until };
  const isPage = (change: Overlay) => change.kind === pageKind.name && !isOfOwnWords(site, change);
  const laid = new Map(
    overlaysFor(site, withEditions, unsaved)
      .filter(isPage)
      .map(each => [each.recordId, each.value as PageValue | null]),
  );
  const proposed = proposalsFor<PageValue>(site, new Set(withEditions), isPage, () => true);
  const now = Math.max(from, site.clocks.content());
  const asOf = (open: readonly Interval[], value: PageValue | null, since: number) =>
    stretchesOf([...before(open, since), ...(value === null || since >= until ? [] : [{ from: since, until }])]);
  const live = new Map(
    ledger.recordsOf('page').map(({ id, locale }) => [id, stretchesWithin<PageValue>(ledger, id, [locale], span)] as const),
  );
  const openOfPage = (id: string) => clippedTo(live.get(id) ?? [], span);
  const turning = [...live].filter(
    ([, stretches]) => stretches.length > 1 || stretches.some(each => each.from > from || each.until < until),
  );
  const turningIds = new Set(turning.map(([id]) => id));
  const ids = new Set([...turningIds, ...laid.keys(), ...proposed.keys()]);
  const lanes = [...ids]
    .map((id): Lane => {
      const open = openOfPage(id);
      const then = laid.has(id) ? asOf(open, laid.get(id)!, now) : null;
      const value = laid.get(id) ?? proposed.get(id)?.at(-1)?.value ?? (bestValueOf(site, id) as PageValue | null);
      return {
        recordId: id,
        title: value?.title ?? say`Without content`,
        target: '',
        open: stretchesOf(open),
        changed: then === null || JSON.stringify(then) === JSON.stringify(stretchesOf(open)) ? null : then,
        // Other words on a page that is there anyway are nothing to draw.
        proposed: (proposed.get(id) ?? [])
          .map(({ editionId, edition, value: then, from: since }) => ({ editionId, edition, open: asOf(open, then, Math.max(now, since)) }))
          .filter(each => JSON.stringify(each.open) !== JSON.stringify(stretchesOf(open))),
      };
    })
    .filter(lane => turningIds.has(lane.recordId) || lane.changed !== null || lane.proposed.length > 0)
    .sort((a, b) => nextTurn(a, now) - nextTurn(b, now));
  const shown = lanes.slice(0, mostPageLanes);
  const drawn = new Set(lanes.map(each => each.recordId));
  const others = [...live].filter(([id, stretches]) => stretches.length > 0 && !drawn.has(id)).length;
  const changes = turning
    .flatMap(([, stretches]) => stretches.flatMap(each => [each.from, each.until]))
    .filter(at => at > from && at < until);
  return { from, until, lanes: shown, others, changes: [...new Set(changes)].sort((a, b) => a - b) };
}

function nextTurn({ open }: Lane, now: number): number {
  return Math.min(...open.flatMap(each => [each.from, each.until]).filter(at => at > now), Infinity);
}

function clippedTo(stretches: readonly Interval[], { from, until }: Interval): readonly Interval[] {
  return unionOf(stretches.map(each => ({ from: Math.max(from, each.from), until: Math.min(until, each.until) })));
}

/** When a placement of that value shows on a page, were it in force all through a span. */
function openOf(
  id: string,
  value: PlacementValue | null,
  span: Interval,
  { sharedRules }: SiteSnapshot,
  facts: PageFacts,
): readonly Interval[] {
  if (value === null || value.off || span.from >= span.until || !compilePlacement(id, value, sharedRules).whereHolds(facts)) return [];
  return openTimeWithin(effectiveRule(value.rule, sharedRules).when, span);
}

function before(open: readonly Interval[], at: number): readonly Interval[] {
  return open.flatMap(each => (each.from < at ? [{ from: each.from, until: Math.min(each.until, at) }] : []));
}

function stretchesOf(open: readonly Interval[]): Lane['open'] {
  return unionOf(open).map(({ from, until }) => ({ from, until }));
}
