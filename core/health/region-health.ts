import { audiencesOf } from '../reach/audiences';
import { both, countOfSet, either, emptySet, has, isEmpty, positionsOf, setWhere, type BitSet } from '../reach/bit-set';
import { ReachGrid } from '../reach/grid';
import type { PlacedFacts } from '../reach/site-facts';
import { cutsWithin, type SitePlan } from '../plan/pieces';
import { alwaysHolds, type Rule, type RuleTree, type WhoTest } from '../rule/rule';
import { byWhatIsOpen, compileWhen } from '../rule/when';
import { compileWho, readerFactsIn, type ReaderFacts } from '../rule/who';
import type { Instant } from '../schedule/local-time';
import { limitsOf, type RegionLimits, type ThemeManifest } from '../theme/manifest';
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
export function regionFindings(
  plan: SitePlan,
  target: string,
): { readonly findings: readonly RegionFinding[]; readonly isPartial: boolean } {
  const findings: RegionFinding[] = [];
  const open = new Map<'too many' | 'too few', { from: Instant; state: State }>();
  let isPartial = false;
  const close = (kind: 'too many' | 'too few', until: Instant | null, manifest: ThemeManifest) => {
    const known = open.get(kind);
    open.delete(kind);
    if (known) findings.push(findingOf(kind, target, manifest, known.from, until, known.state));
  };
  for (const piece of plan.pieces) {
    const grid = new ReachGrid(piece.side);
    const placed = standing(grid, target);
    const audiences = audiencesOf([...piece.snapshot.pageReaderFacts, ...placed.flatMap(each => readerKeys(each))]);
    isPartial ||= audiences.isPartial;
    const counter = new RegionCounter(grid, target, placed, audiences.readers);
    const statesFor = byWhatIsOpen(
      placed.map(each => each.rule.when),
      moment => counter.statesAt(moment),
    );
    for (const from of cutsWithin(
      piece,
      placed.map(each => each.rule.when),
    )) {
      const states = statesFor(from);
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

/** A placement of a region as it is counted: where it fits, whom it asks for, and when. */
interface Standing {
  readonly placed: PlacedFacts;
  readonly rule: Rule;
  readonly whenHolds: (moment: Instant) => boolean;
  /** Positions of the pages that it is meant for and fits on. */
  readonly positions: readonly number[];
  readonly pages: BitSet;
  readonly blockReaders: RuleTree<WhoTest> | null;
  readonly isStandIn: boolean;
}

/** The placements of a region that count, each with where it fits; what is the same for all readers and times is found once. */
function standing(grid: ReachGrid, target: string): readonly Standing[] {
  const { universe, side } = grid;
  return side.placements.flatMap((placed): Standing[] => {
    const { value } = placed;
    const blockReaders = side.blockReaders[value.blockId];
    if (value.target.name !== target || placed.dormancy !== null || value.off || blockReaders === undefined) return [];
    const rule = grid.ruleOf(placed);
    const meant = universe.where(rule.where, { locale: side.locale, query: {} });
    const pages = value.target.kind === 'insertion point' ? meant : both(meant, universe.withRegion(side.manifest, target));
    return [
      {
        placed,
        rule,
        whenHolds: compileWhen(rule.when),
        pages,
        positions: positionsOf(pages),
        blockReaders,
        isStandIn: value.target.kind === 'stand in',
      },
    ];
  });
}

/** Counts what a region shows, page by page, for every class of readers, from one cut of time to the next. */
class RegionCounter {
  readonly #limits: ReadonlyMap<string, RegionLimits>;
  readonly #holders: BitSet;
  /** What shows to everybody at the moment last looked at; only what opens or closes is counted anew. */
  readonly #base: Int32Array;
  readonly #open = new Set<Standing>();

  constructor(
    private readonly grid: ReachGrid,
    target: string,
    private readonly standings: readonly Standing[],
    private readonly readers: readonly ReaderFacts[],
  ) {
    const { universe, side } = grid;
    this.#limits = new Map(layoutNames(side.manifest).map(layout => [layout, limitsOf(side.manifest, layout, target)]));
    const isRegion = side.manifest.regions.some(each => each.name === target);
    this.#holders = isRegion ? universe.withRegion(side.manifest, target) : universe.everyPage;
    this.#base = new Int32Array(universe.size);
  }

  /** Where the region holds too many or too few at a moment. */
  statesAt(moment: Instant): Partial<Record<'too many' | 'too few', State>> {
    this.#moveTo(moment);
    const { universe } = this.grid;
    const asking = [...this.#open].filter(each => !isForEverybody(each) && !each.isStandIn);
    const standIns = [...this.#open].filter(each => each.isStandIn);
    const found: { [Kind in 'too many' | 'too few']?: { reader: ReaderFacts; pages: BitSet; placements: Set<string> } } = {};
    for (const reader of this.readers) {
      const sees = (each: Standing) =>
        compileWho(each.rule.who)(reader) && (each.blockReaders === null || compileWho(each.blockReaders)(reader));
      const counts = this.#base.slice();
      for (const each of asking) if (sees(each)) for (const at of each.positions) counts[at]! += 1;
      // On pages where something stands in for the region, it alone shows.
      for (const each of standIns) if (sees(each)) for (const at of each.positions) counts[at] = 1;
      const pages = both(this.#holders, universe.readableBy(reader));
      for (const [kind, fails] of [
        ['too many', (count: number, { most }: RegionLimits) => most !== undefined && count > most],
        ['too few', (count: number, { least }: RegionLimits) => count < (least ?? 0)],
      ] as const) {
        const failing = setWhere(
          universe.size,
          at => has(pages, at) && fails(counts[at]!, this.#limits.get(universe.pages[at]!.layout) ?? {}),
        );
        if (isEmpty(failing)) continue;
        const known = (found[kind] ??= { reader, pages: emptySet(universe.size), placements: new Set() });
        known.pages = either(known.pages, failing);
        if (kind === 'too many')
          for (const each of this.#open) if (sees(each) && !isEmpty(both(each.pages, failing))) known.placements.add(each.placed.id);
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

  #moveTo(moment: Instant): void {
    for (const each of this.standings) {
      const isOpen = each.whenHolds(moment);
      if (isOpen === this.#open.has(each)) continue;
      if (isOpen) this.#open.add(each);
      else this.#open.delete(each);
      if (isForEverybody(each) && !each.isStandIn) for (const at of each.positions) this.#base[at]! += isOpen ? 1 : -1;
    }
  }
}

function isForEverybody({ rule, blockReaders }: Standing): boolean {
  return alwaysHolds(rule.who) && (blockReaders === null || alwaysHolds(blockReaders));
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
    ? {
        kind,
        recordId: placements[1] ?? placements[0] ?? '',
        recordKind,
        placements,
        most: Math.min(...limits.map(each => each.most ?? Infinity)),
        ...common,
      }
    : { kind, recordId: '', recordKind, least: Math.max(...limits.map(each => each.least ?? 0)), ...common };
}

function readerKeys({ rule, blockReaders }: Standing): readonly string[] {
  return [...readerFactsIn(rule.who), ...readerFactsIn(blockReaders ?? {})];
}

function hasCount(limits: { readonly least?: number; readonly most?: number }): boolean {
  return limits.most !== undefined || (limits.least ?? 0) > 0;
}

function layoutNames(manifest: ThemeManifest): readonly string[] {
  return manifest.layouts.map(layout => layout.name);
}
