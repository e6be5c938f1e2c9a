import { audiencesOf } from '../reach/audiences';
import { both, countOfSet, emptySet, has, isEmpty, setWhere, type BitSet } from '../reach/bit-set';
import { ReachGrid } from '../reach/grid';
import type { PlacedFacts, SiteSide } from '../reach/site-facts';
import type { SitePiece, SitePlan } from '../plan/pieces';
import { openTimeWithin } from '../rule/when';
import { readerFactsIn, type ReaderFacts } from '../rule/who';
import type { Instant } from '../schedule/local-time';
import { limitsOf, withSiteLimits, type ThemeManifest } from '../theme/manifest';
import type { Finding, RegionTime } from './finding';
import { firstPageOf } from './rule-health';

type RegionFinding = Extract<Finding, { kind: 'too many' | 'too few' }>;
type State = Omit<RegionTime, 'until' | 'from'> & { pageId: string | null; placements: readonly string[]; key: string };

/** The regions and insertion points for which a least or most is set. */
export function limitedTargets(manifest: ThemeManifest): readonly string[] {
  return [...manifest.regions, ...manifest.insertionPoints]
    .map(each => each.name)
    .filter(name => layoutNames(manifest).some(layout => hasCount(limitsOf(manifest, layout, name))));
}

/** Finds when a region holds more or fewer blocks than it should, for some class of readers, over a whole plan. */
export function regionFindings(plan: SitePlan, target: string): { readonly findings: readonly RegionFinding[]; readonly isPartial: boolean } {
  const findings: RegionFinding[] = [];
  const open = new Map<'too many' | 'too few', { from: Instant; state: State }>();
  let isPartial = false;
  const close = (kind: 'too many' | 'too few', until: Instant | null, manifest: ThemeManifest) => {
    const known = open.get(kind);
    open.delete(kind);
    if (known) findings.push(findingOf(kind, target, manifest, known.from, until, known.state));
  };
  for (const piece of plan.pieces) {
    // Counted as if nothing were cut off: what is cut off is what the finding is about.
    const uncut = { ...piece.side, manifest: withoutMost(piece.side.manifest, target) };
    const grid = new ReachGrid(uncut);
    const placed = uncut.placements.filter(each => each.value.target.name === target && each.dormancy === null && !each.value.off);
    const audiences = audiencesOf([...piece.snapshot.pageReaderFacts, ...placed.flatMap(each => readerKeys(grid, uncut, each))]);
    isPartial ||= audiences.isPartial;
    for (const from of cutsOf(piece, placed, grid)) {
      const states = statesAt(grid, piece.side.manifest, target, placed, audiences.readers, from);
      for (const kind of ['too many', 'too few'] as const) {
        const state = states[kind];
        const known = open.get(kind);
        if (known && (!state || state.key !== known.state.key)) close(kind, from, piece.side.manifest);
        if (state && !open.has(kind)) open.set(kind, { from, state });
      }
    }
  }
  const last = plan.pieces[plan.pieces.length - 1];
  if (last) for (const kind of ['too many', 'too few'] as const) close(kind, null, last.side.manifest);
  return { findings, isPartial };
}

function statesAt(
  grid: ReachGrid,
  manifest: ThemeManifest,
  target: string,
  placed: readonly PlacedFacts[],
  readers: readonly ReaderFacts[],
  moment: Instant,
): Partial<Record<'too many' | 'too few', State>> {
  const { universe } = grid;
  const found: { [Kind in 'too many' | 'too few']?: { reader: ReaderFacts; pages: BitSet; placements: Set<string> } } = {};
  const limits = new Map(layoutNames(manifest).map(layout => [layout, limitsOf(manifest, layout, target)]));
  const isRegion = manifest.regions.some(each => each.name === target);
  const holders = isRegion ? universe.withRegion(manifest, target) : universe.everyPage;
  const ids = new Set(placed.map(each => each.id));
  for (const reader of readers) {
    const pages = both(holders, universe.readableBy(reader));
    const columns = grid.columns({ reader, moment, query: {} }, ids);
    const counts = new Uint16Array(universe.size);
    for (const column of columns)
      for (let at = 0; at < universe.size; at += 1) if (has(column.shown, at)) counts[at]! += 1;
    const failing = {
      'too many': setWhere(universe.size, at => has(pages, at) && counts[at]! > (limits.get(universe.pages[at]!.layout)?.most ?? Infinity)),
      'too few': setWhere(universe.size, at => has(pages, at) && counts[at]! < (limits.get(universe.pages[at]!.layout)?.least ?? 0)),
    };
    for (const kind of ['too many', 'too few'] as const) {
      if (isEmpty(failing[kind])) continue;
      const known = (found[kind] ??= { reader, pages: emptySet(universe.size), placements: new Set() });
      known.pages = known.pages.map((word, index) => word | failing[kind][index]!);
      if (kind === 'too many')
        for (const column of columns) if (!isEmpty(both(column.shown, failing[kind]))) known.placements.add(column.placement.id);
    }
  }
  return Object.fromEntries(
    Object.entries(found).map(([kind, { reader, pages, placements }]) => [
      kind,
      {
        reader,
        placements: [...placements],
        pageCount: countOfSet(pages),
        pageId: firstPageOf(universe, pages),
        key: `${[...placements].join()} ${pages.join()}`,
      } satisfies State,
    ]),
  );
}

function findingOf(
  kind: 'too many' | 'too few',
  region: string,
  manifest: ThemeManifest,
  from: Instant,
  until: Instant | null,
  { key: _, placements, ...state }: State,
): RegionFinding {
  const limits = layoutNames(manifest).map(layout => limitsOf(manifest, layout, region));
  const common = { region, from, until, ...state };
  const recordKind = 'placement' as const;
  return kind === 'too many'
    ? { kind, recordId: placements[1] ?? placements[0] ?? '', recordKind, placements, most: Math.min(...limits.map(each => each.most ?? Infinity)), ...common }
    : { kind, recordId: '', recordKind, least: Math.max(...limits.map(each => each.least ?? 0)), ...common };
}

function cutsOf(piece: SitePiece, placed: readonly PlacedFacts[], grid: ReachGrid): readonly Instant[] {
  const cuts = new Set<Instant>([piece.from]);
  for (const tree of new Set(placed.map(each => grid.ruleOf(each).when)))
    for (const open of openTimeWithin(tree, piece)) for (const at of [open.from, open.until]) if (at > piece.from && at < piece.until) cuts.add(at);
  return [...cuts].sort((a, b) => a - b);
}

function readerKeys(grid: ReachGrid, side: SiteSide, placed: PlacedFacts): readonly string[] {
  return [...readerFactsIn(grid.ruleOf(placed).who), ...readerFactsIn(side.blockReaders[placed.value.blockId] ?? {})];
}

function withoutMost(manifest: ThemeManifest, target: string): ThemeManifest {
  const layouts = manifest.layouts.map(layout => ({ ...layout, limits: {} }));
  return withSiteLimits({ ...manifest, layouts }, { [target]: {} });
}

function hasCount(limits: { readonly least?: number; readonly most?: number }): boolean {
  return limits.most !== undefined || (limits.least ?? 0) > 0;
}

function layoutNames(manifest: ThemeManifest): readonly string[] {
  return manifest.layouts.map(layout => layout.name);
}
