import { carriersOf, insetIdsOf } from '../inset/inset';
import type { PlacementValue } from '../placement/placement';
import { effectiveRule } from '../rule/shared-rule';
import { compileWhere, type PageFacts } from '../rule/where';
import { openTimeWithin, nextOpening, compileWhen } from '../rule/when';
import type { Instant } from '../schedule/local-time';
import type { Interval } from '../schedule/interval';
import type { BlockNode, PageNode, SiteSnapshot } from '../site/snapshot';
import { groupBy } from '../collection/group-by';
import type { CompiledPlacement } from '../site/compiled-placement';
import { layoutHasRegion } from '../theme/manifest';

/** The pages a placement reaches, and the time in which it does. */
export interface Reach {
  /** Ids of the pages, in reading order of the tree. */
  readonly pages: readonly string[];
  /** Within the horizon: sorted, disjoint. */
  readonly openTime: readonly Interval[];
}

/** What a change of a placement does. */
export interface PlacementEffect {
  readonly before: Reach | null;
  readonly after: Reach | null;
  readonly gained: readonly string[];
  readonly lost: readonly string[];
  /** When the changed placement first shows: the moment itself, a later one, or null for never. */
  readonly opens: Instant | null;
  /** When it then first stops showing; null when it does not within the horizon. */
  readonly closes: Instant | null;
  /** Whether the time in which it shows is another than before, within the horizon. */
  readonly timesDiffer: boolean;
  /** Whether the readers it asks for are others than before. */
  readonly readersDiffer: boolean;
}

/**
 * The live pages on which the where part holds and whose layout has the region. Readers and times are left out:
 * this is the largest set of pages that the placement can show on.
 */
export function pagesReached(snapshot: SiteSnapshot, value: PlacementValue): readonly string[] {
  const holds = compileWhere(effectiveRule(value.rule, snapshot.sharedRules).where);
  const reaches = (facts: PageFacts) =>
    holds(facts) && (value.target.kind === 'insertion point' || layoutHasRegion(snapshot.manifest, facts.layout, value.target.name));
  return snapshot.pages.filter(page => reaches(page.facts)).map(page => page.id);
}

/** The reach of a placement from the snapshot's moment over the horizon. A placement switched off reaches nothing. */
export function reachOf(snapshot: SiteSnapshot, value: PlacementValue, horizonMilliseconds: number): Reach {
  if (value.off) return { pages: [], openTime: [] };
  const span = { from: snapshot.moment, until: snapshot.moment + horizonMilliseconds };
  const openTime = openTimeWithin(effectiveRule(value.rule, snapshot.sharedRules).when, span);
  return { pages: openTime.length === 0 ? [] : pagesReached(snapshot, value), openTime };
}

/** A placement as it stands in a snapshot. */
export interface PlacementInSite {
  readonly snapshot: SiteSnapshot;
  readonly value: PlacementValue;
}

/** How far ahead the effect of a change is looked for, in milliseconds: a year and a day. */
export const effectHorizon = 366 * 86_400_000;

/** Compares the reach of a placement before and after a change; null stands for "not there". */
export function effectOfPlacement(before: PlacementInSite | null, after: PlacementInSite | null): PlacementEffect {
  const reachBefore = before && reachOf(before.snapshot, before.value, effectHorizon);
  const reachAfter = after && reachOf(after.snapshot, after.value, effectHorizon);
  const pagesBefore = new Set(reachBefore?.pages);
  const pagesAfter = new Set(reachAfter?.pages);
  return {
    before: reachBefore,
    after: reachAfter,
    gained: [...pagesAfter].filter(page => !pagesBefore.has(page)),
    lost: [...pagesBefore].filter(page => !pagesAfter.has(page)),
    opens: after === null || after.value.off ? null : firstOpening(after),
    closes: after && reachAfter ? firstClosing(reachAfter, after.snapshot.moment + effectHorizon) : null,
    timesDiffer: before !== null && after !== null && JSON.stringify(reachBefore?.openTime) !== JSON.stringify(reachAfter?.openTime),
    readersDiffer: before !== null && after !== null && readersAskedFor(before) !== readersAskedFor(after),
  };
}

/**
 * The pages on which a live block shows, placed there itself or inside a text that shows there; an edit of the block
 * changes them all.
 */
export function pagesShowingBlock(snapshot: SiteSnapshot, blockId: string): readonly string[] {
  const holders = insetHolders(snapshot);
  const carriers = carriersOf([blockId], holders.blocks);
  const pages = new Set(holders.pages.filter(([, held]) => held.some(id => carriers.has(id))).map(([page]) => page));
  const placed = placementsByBlock(snapshot);
  for (const { value } of [...carriers].flatMap(id => placed.get(id) ?? []))
    if (!value.off) for (const page of pagesReached(snapshot, value)) pages.add(page);
  if (pages.size === 0) return [];
  return snapshot.pages.filter(page => pages.has(page.id)).map(page => page.id);
}

const byBlock = new WeakMap<SiteSnapshot['placements'], ReadonlyMap<string, readonly CompiledPlacement[]>>();

function placementsByBlock({ placements }: SiteSnapshot): ReadonlyMap<string, readonly CompiledPlacement[]> {
  const known = byBlock.get(placements);
  if (known) return known;
  const made = groupBy(placements, each => each.value.blockId);
  byBlock.set(placements, made);
  return made;
}

type Holders = readonly (readonly [holder: string, held: readonly string[]])[];
const holdersOf = new WeakMap<SiteSnapshot['blocks'], { readonly blocks: Holders; readonly pages: Holders }>();

/** The blocks and pages whose texts hold insets, found once per snapshot: few do, and every block asks for them. */
export function insetHolders(snapshot: SiteSnapshot): { readonly blocks: Holders; readonly pages: Holders } {
  const known = holdersOf.get(snapshot.blocks);
  if (known) return known;
  const holding = (list: Iterable<BlockNode | PageNode>): Holders =>
    [...list].map(({ id, value }) => [id, insetIdsOf(value)] as const).filter(([, held]) => held.length > 0);
  const made = { blocks: holding(snapshot.blocks.values()), pages: holding(snapshot.pages) };
  holdersOf.set(snapshot.blocks, made);
  return made;
}

function readersAskedFor({ value, snapshot }: PlacementInSite): string {
  return JSON.stringify(effectiveRule(value.rule, snapshot.sharedRules).who);
}

function firstClosing(reach: Reach, horizon: Instant): Instant | null {
  const first = reach.openTime[0];
  return first && first.until < horizon ? first.until : null;
}

function firstOpening({ value, snapshot }: PlacementInSite): Instant | null {
  const { when } = effectiveRule(value.rule, snapshot.sharedRules);
  return compileWhen(when)(snapshot.moment) ? snapshot.moment : nextOpening(when, snapshot.moment);
}
