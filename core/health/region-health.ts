import { Alternations } from '../plan/alternations';
import { Contention, type Asking } from '../plan/contention';
import type { SitePlan } from '../plan/site-plan';
import { standingsIn, type Standing } from '../plan/standing';
import { byTimes, sweep, SweepMemory, type Found } from '../plan/sweep';
import { ReaderDiagrams, type Readers } from '../reach/reader-diagrams';
import type { PageFacts } from '../rule/page-facts';
import type { ReaderFacts } from '../rule/who';
import type { Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import { limitsOf, type RegionLimits, type ThemeManifest } from '../theme/manifest';
import type { Finding, RegionTime } from './finding';

type RegionFinding = Extract<Finding, { kind: 'too many' | 'too few' }>;
type Kind = RegionFinding['kind'];

/** How a page holds too many or too few. */
interface Holding {
  readonly reader: ReaderFacts;
  /** The placements that make it too many. */
  readonly placements: readonly string[];
}
type Verdict = Partial<Record<Kind, Holding>>;

/** The regions and insertion points for which a least or most is set. */
export function limitedTargets(manifest: ThemeManifest): readonly string[] {
  return [...manifest.regions, ...manifest.insertionPoints]
    .map(each => each.name)
    .filter(name => layoutNames(manifest).some(layout => hasCount(limitsOf(manifest, layout, name))));
}

/** What was counted in a region, from one change of the site to the next. */
export class RegionMemory {
  #counter: RegionCounter | null = null;

  /** Counts for a plan; begun anew where other limits hold, or too much has come together. */
  counterFor({ manifest }: SitePlan, target: string): RegionCounter {
    const known = this.#counter;
    this.#counter = known?.manifest === manifest && !known.isFull ? known : new RegionCounter(manifest, target);
    return this.#counter;
  }
}

/**
 * Finds when a region holds more or fewer blocks than it should, for any reader there can be, over a whole plan.
 * @param memory - of the same region
 */
export function regionFindings(
  plan: SitePlan,
  target: string,
  memory = new RegionMemory(),
): { readonly findings: readonly RegionFinding[]; readonly isPartial: boolean } {
  const { universe, manifest } = plan;
  const isRegion = manifest.regions.some(each => each.name === target);
  const counter = memory.counterFor(plan, target);
  const begun = counter.work;
  const { found, isPartial, until } = sweep<Verdict>(plan, {
    pages: isRegion ? universe.withRegion(manifest, target) : universe.everyPage,
    standings: standingsIn(plan, target),
    likeness: position => counter.likenessOf(universe.pages[position]!),
    cuts: [],
    judge: (open, position) => counter.judge(open, universe.pages[position]!),
    workOfJudging: () => counter.work - begun,
    memory: counter.memory,
  });
  const findings = (['too many', 'too few'] as const).flatMap(kind =>
    statesOf(ofKind(found, kind), plan, until).map(state => findingOf(kind, target, manifest, state)),
  );
  return { findings, isPartial };
}

/** The most counts and steps that are kept from one question to the next. */
const mostCounted = 10_000;
const mostSteps = 400_000;

/** Counts what a page's region shows, for all readers at once. */
class RegionCounter {
  readonly #diagrams = new ReaderDiagrams();
  readonly #contention = new Contention(this.#diagrams);
  readonly #counted = new Map<string, readonly Readers[]>();
  readonly #limits: ReadonlyMap<string, RegionLimits>;

  readonly memory = new SweepMemory<Verdict>();

  constructor(
    readonly manifest: ThemeManifest,
    target: string,
  ) {
    this.#limits = new Map(layoutNames(manifest).map(layout => [layout, limitsOf(manifest, layout, target)]));
  }

  /** Whether it has so much in mind that it had better forget. */
  get isFull(): boolean {
    return this.memory.isFull || this.#counted.size > mostCounted || this.#diagrams.steps > mostSteps;
  }

  /** How much was done so far, in steps. */
  get work(): number {
    return this.#diagrams.steps;
  }

  likenessOf(page: PageFacts): string {
    return `${page.layout} ${this.#diagrams.ofTree(page.readers)}`;
  }

  judge(open: readonly Standing[], page: PageFacts): Verdict | null {
    const diagrams = this.#diagrams;
    const readers = diagrams.ofTree(page.readers);
    const { most, least = 0 } = this.#limits.get(page.layout) ?? {};
    const asking = open.map(each => this.#contention.askingOf(each));
    const isStandIn = ({ standing }: Asking) => standing.placed.value.target.kind === 'stand in';
    const sets = asking.filter(each => !isStandIn(each)).map(each => each.readers);
    // Where something stands in for the region, it alone shows.
    const standIn = asking.filter(isStandIn).reduce((some, each) => diagrams.either(some, each.readers), diagrams.nobody);
    const unless = (set: Readers, holdsForOne: boolean) => (holdsForOne ? diagrams.either(set, standIn) : diagrams.without(set, standIn));
    const tooMany = most === undefined ? diagrams.nobody : unless(this.#countsOf(sets, most)[most + 1]!, 1 > most);
    const tooFew = least === 0 ? diagrams.nobody : unless(diagrams.not(this.#countsOf(sets, least - 1)[least]!), 1 < least);
    const many = this.#tell(diagrams.both(readers, tooMany), asking);
    const few = this.#tell(diagrams.both(readers, tooFew), []);
    return many || few ? { ...(many && { 'too many': many }), ...(few && { 'too few': few }) } : null;
  }

  #tell(failing: Readers, asking: readonly Asking[]): Holding | null {
    const reader = this.#diagrams.simplestReader(failing);
    if (reader === null) return null;
    const seen = asking.filter(each => this.#diagrams.simplestReader(this.#diagrams.both(failing, each.readers)) !== null);
    return { reader, placements: seen.map(each => each.standing.placed.id) };
  }

  // Pages differ in what stands there far more than in whom it asks for.
  #countsOf(sets: readonly Readers[], most: number): readonly Readers[] {
    const key = `${most} ${[...sets].sort((a, b) => a - b).join()}`;
    const known = this.#counted.get(key);
    if (known) return known;
    const made = this.#diagrams.countsOf(sets, most);
    this.#counted.set(key, made);
    return made;
  }
}

function ofKind(found: readonly Found<Verdict>[], kind: Kind): readonly Found<Holding>[] {
  return found.flatMap(({ times, positions, verdict }) => (verdict[kind] ? [{ times, positions, verdict: verdict[kind] }] : []));
}

interface State {
  readonly from: Instant;
  readonly until: Instant | null;
  readonly what: Omit<RegionTime, 'from' | 'until'> & Pick<Holding, 'placements'> & { readonly pageId: string | null };
}

/** One state for each stretch of time in which the same placements are too many, or too few, on the same pages. */
function statesOf(found: readonly Found<Holding>[], plan: SitePlan, until: Instant): readonly State[] {
  const groups = byTimes(found);
  if (groups.length === 0) return [];
  const together = new Alternations().of(
    groups.map(each => each.times),
    { from: plan.span.from, until },
    () => true,
  );
  const byKey = new Map<string, { readonly what: State['what']; readonly times: Interval[] }>();
  for (const { openOnes, times } of together ?? []) {
    if (openOnes.size === 0) continue;
    const { key, what } = whatOf(
      groups.filter(each => openOnes.has(each.times)).flatMap(each => each.all),
      plan,
    );
    const known = byKey.get(key);
    if (known) known.times.push(...times);
    else byKey.set(key, { what, times: [...times] });
  }
  return [...byKey.values()]
    .flatMap(({ what, times }) => joined(times).map(time => ({ from: time.from, until: time.until >= until ? null : time.until, what })))
    .sort((a, b) => a.from - b.from);
}

/** Disjoint times in order, those that touch made one. */
function joined(times: readonly Interval[]): readonly Interval[] {
  const made: { from: Instant; until: Instant }[] = [];
  for (const { from, until } of [...times].sort((a, b) => a.from - b.from)) {
    const last = made[made.length - 1];
    if (last?.until === from) last.until = until;
    else made.push({ from, until });
  }
  return made;
}

function whatOf(found: readonly Found<Holding>[], plan: SitePlan): { readonly key: string; readonly what: State['what'] } {
  const sorted = [...found].sort((a, b) => a.positions[0]! - b.positions[0]!);
  const { pages } = plan.universe;
  const ids = new Set(sorted.flatMap(each => each.positions.map(position => pages[position]!.id)));
  const written = sorted.flatMap(each => each.positions).filter(position => pages[position]!.service === null);
  return {
    key: sorted.map(each => `${each.positions[0]} ${each.verdict.placements.join()}`).join(';'),
    what: {
      reader: sorted[0]!.verdict.reader,
      placements: [...new Set(sorted.flatMap(each => each.verdict.placements))],
      pageCount: ids.size,
      pageId: written.length === 0 ? null : pages[written.reduce((a, b) => Math.min(a, b))]!.id,
    },
  };
}

function findingOf(
  kind: Kind,
  region: string,
  manifest: ThemeManifest,
  { from, until, what: { placements, ...what } }: State,
): RegionFinding {
  const limits = layoutNames(manifest).map(layout => limitsOf(manifest, layout, region));
  const common = { region, from, until, ...what };
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

function hasCount(limits: { readonly least?: number; readonly most?: number }): boolean {
  return limits.most !== undefined || (limits.least ?? 0) > 0;
}

function layoutNames(manifest: ThemeManifest): readonly string[] {
  return manifest.layouts.map(layout => layout.name);
}
