import { groupBy } from '../collection/group-by';
import { isEmpty, type BitSet } from '../reach/bit-set';
import type { PageUniverse } from '../reach/page-universe';
import { alwaysHolds } from '../rule/rule';
import { openTimeOver } from '../rule/open-time';
import { sharesTime, type Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import { hasMost, type ThemeManifest } from '../theme/manifest';
import type { PlacedSpan } from './placed-spans';
import type { BlockSpan, SitePlan } from './site-plan';

/** A placement while nothing about it changes but the windows of its rule: it and its block live, and where it fits. */
export interface Standing extends Interval {
  readonly placed: PlacedSpan;
  /** Its block, with the readers of its own. */
  readonly block: BlockSpan;
  /** The pages that it is meant for and fits on, in every way they will be. */
  readonly pages: BitSet;
  /** When its rule lets it show, within its own time; of windows only those that lie in the plan. */
  readonly open: readonly Interval[];
  /** Whether it opens again and again. */
  readonly recurs: boolean;
}

const kept = new WeakMap<SitePlan, Map<string, readonly Standing[]>>();

/** The standings in a region or at an insertion point, in order; those that stand in for the region included. */
export function standingsIn(plan: SitePlan, target: string): readonly Standing[] {
  const byTarget = kept.get(plan) ?? groupByTarget(plan);
  kept.set(plan, byTarget);
  return byTarget.get(target) ?? [];
}

function groupByTarget(plan: SitePlan): Map<string, readonly Standing[]> {
  return groupBy(
    plan.placements.flatMap(placed => standingsOf(plan, placed)),
    each => each.placed.value.target.name,
  );
}

interface KeptStandings {
  readonly universe: PageUniverse;
  readonly manifest: ThemeManifest;
  readonly blocks: readonly BlockSpan[] | undefined;
  readonly standings: readonly Standing[];
}

const keptStandings = new WeakMap<PlacedSpan, KeptStandings>();

function standingsOf(plan: SitePlan, placed: PlacedSpan): readonly Standing[] {
  const { span, universe, manifest } = plan;
  const blocks = plan.blocks.get(placed.value.blockId);
  // Where no times are asked for, nothing depends on from when to when the plan is.
  if (!alwaysHolds(placed.rule.when)) return standingsOver(plan, placed, blocks, span);
  const known = keptStandings.get(placed);
  const isSame = known?.universe === universe && known.manifest === manifest && known.blocks === blocks;
  const standings = isSame ? known.standings : standingsOver(plan, placed, blocks, always);
  if (!isSame) keptStandings.set(placed, { universe, manifest, blocks, standings });
  return standings.every(each => sharesTime(each, span)) ? standings : standings.filter(each => sharesTime(each, span));
}

const always: Interval = { from: -Infinity, until: Infinity };

function standingsOver(plan: SitePlan, placed: PlacedSpan, blocks: readonly BlockSpan[] | undefined, span: Interval): readonly Standing[] {
  const { value, rule } = placed;
  if (value.off || placed.missing !== null || !blocks) return [];
  const region = value.target.kind === 'insertion point' ? null : value.target.name;
  const pages = plan.universe.fitting(rule.where, plan.locale, plan.manifest, region);
  if (isEmpty(pages)) return [];
  return blocks.flatMap((block): Standing[] => {
    const time = { from: Math.max(placed.from, block.from, span.from), until: Math.min(placed.until, block.until, span.until) };
    if (time.from >= time.until) return [];
    const open = alwaysHolds(rule.when) ? [time] : openTimeOver(rule.when, time);
    if (open.length === 0) return [];
    return [{ ...time, placed, block, pages, open, recurs: open.length > mostPlainOpenings }];
  });
}

/** One that opens more often is swept over by what is open together, not opening by opening. */
const mostPlainOpenings = 4;

/** Whether in a region something may keep another placement away: by standing in for it, or by taking its room. */
export function isContended(plan: SitePlan, target: string): boolean {
  return standingsIn(plan, target).some(each => each.placed.value.target.kind === 'stand in') || hasMost(plan.manifest, target);
}

/** What standings are made of, to be compared by identity: the same standings, however far the plan has moved on. */
export function basisOfStandings(standings: readonly Standing[]): readonly unknown[] {
  const basis: unknown[] = [];
  for (const standing of standings) {
    const { placed, block, pages } = standing;
    // One with windows of its own is made anew for every plan.
    if (alwaysHolds(placed.rule.when)) basis.push(standing);
    else basis.push(placed.value, placed.rule, block, pages, placed.from, placed.until);
  }
  return basis;
}

/** The first instant after the beginning of a plan at which any of some standings begins, opens, closes or ends. */
export function firstCutOf(plan: SitePlan, standings: readonly Standing[]): Instant {
  let first: Instant = Infinity;
  for (const { open } of standings) {
    const next = open[0]!;
    first = Math.min(first, next.from > plan.span.from ? next.from : next.until);
  }
  return first;
}
