import { isEmpty, type BitSet } from '../reach/bit-set';
import type { PageUniverse } from '../reach/page-universe';
import { alwaysHolds } from '../rule/rule';
import { firstEndingAfter, openTimeOver } from '../rule/open-time';
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
  /** When its rule lets it show, within its own time; of windows at least those that lie in the plan. */
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
  const byTarget = new Map<string, Standing[]>();
  const kept = keptStandings.get(plan.universe) ?? new WeakMap<PlacedSpan, KeptStandings>();
  keptStandings.set(plan.universe, kept);
  for (const placed of plan.placements) {
    for (const standing of standingsOf(plan, placed, kept)) {
      if (!sharesTime(standing, plan.span)) continue;
      const { name } = placed.value.target;
      const known = byTarget.get(name);
      if (known) known.push(standing);
      else byTarget.set(name, [standing]);
    }
  }
  return byTarget;
}

/** How much further than a plan its standings are worked out, so that they stay the same while the plan moves on, in milliseconds. */
const margin = 16 * 86_400_000;

interface KeptStandings {
  readonly manifest: ThemeManifest;
  readonly locale: string;
  readonly blocks: readonly BlockSpan[] | undefined;
  /** The time over which its windows were looked for. */
  readonly over: Interval;
  readonly standings: readonly Standing[];
}

const keptStandings = new WeakMap<PageUniverse, WeakMap<PlacedSpan, KeptStandings>>();

// The same placement beside the same pages gives the very same standings from plan to plan, so that what was found of them can be kept.
function standingsOf(plan: SitePlan, placed: PlacedSpan, kept: WeakMap<PlacedSpan, KeptStandings>): readonly Standing[] {
  const { span, manifest, locale } = plan;
  const blocks = plan.blocks.get(placed.value.blockId);
  const before = kept.get(placed);
  const known = before?.manifest === manifest && before.locale === locale && before.blocks === blocks ? before : undefined;
  if (known && known.over.from <= span.from && span.until <= known.over.until) return known.standings;
  // Where no times are asked for, nothing depends on from when to when the plan is.
  const over = alwaysHolds(placed.rule.when) ? always : { from: span.from, until: span.until + margin };
  const standings = standingsOver(plan, placed, blocks, over);
  // A look back is not kept instead of the year ahead.
  if (!known || known.over.from < span.from) kept.set(placed, { manifest, locale, blocks, over, standings });
  return standings;
}

const always: Interval = { from: -Infinity, until: Infinity };

function standingsOver(plan: SitePlan, placed: PlacedSpan, blocks: readonly BlockSpan[] | undefined, over: Interval): readonly Standing[] {
  const { value, rule } = placed;
  if (value.off || placed.missing !== null || !blocks) return [];
  const region = value.target.kind === 'insertion point' ? null : value.target.name;
  const pages = plan.universe.fitting(rule.where, plan.locale, plan.manifest, region);
  if (isEmpty(pages)) return [];
  return blocks.flatMap((block): Standing[] => {
    const time = { from: Math.max(placed.from, block.from, over.from), until: Math.min(placed.until, block.until, over.until) };
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

/** The first instant after the beginning of a plan at which any of some standings begins, opens, closes or ends. */
export function firstCutOf(plan: SitePlan, standings: readonly Standing[]): Instant {
  let first: Instant = Infinity;
  for (const { open } of standings) {
    const next = open[firstEndingAfter(open, plan.span.from)];
    if (next) first = Math.min(first, next.from > plan.span.from ? next.from : next.until);
  }
  return first;
}
