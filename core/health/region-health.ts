import { Contention, type Asking } from '../plan/contention';
import type { SitePlan } from '../plan/site-plan';
import { standingsIn, type Standing } from '../plan/standing';
import { byTimes, sweep, SweepMemory, type Found } from '../plan/sweep';
import { ReaderDiagrams, type Readers } from '../reach/reader-diagrams';
import type { PageFacts } from '../rule/page-facts';
import type { ReaderFacts } from '../rule/who';
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
  const { found, isPartial } = sweep<Verdict>(plan, {
    pages: isRegion ? universe.withRegion(manifest, target) : universe.everyPage,
    standings: standingsIn(plan, target),
    likeness: position => counter.likenessOf(universe.pages[position]!),
    cuts: [],
    judge: (open, position) => counter.judge(open, universe.pages[position]!),
    workOfJudging: () => counter.work - begun,
    memory: counter.memory,
  });
  const findings = (['too many', 'too few'] as const).flatMap(kind =>
    statesOf(ofKind(found, kind), plan).map(state => findingOf(kind, target, manifest, state)),
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
function statesOf(found: readonly Found<Holding>[], plan: SitePlan): readonly State[] {
  const groups = byTimes(found);
  const turns = groups
    .flatMap(({ times }, index) =>
      times.flatMap(({ from, until }) => [
        { at: from, index, begins: true },
        { at: until, index, begins: false },
      ]),
    )
    .sort((a, b) => a.at - b.at);
  const whats = new Map<string, { readonly key: string; readonly what: State['what'] }>();
  const states: State[] = [];
  const active = new Set<number>();
  let last: { key: string; from: Instant; what: State['what'] } | null = null;
  for (let index = 0; index < turns.length;) {
    const { at } = turns[index]!;
    for (; index < turns.length && turns[index]!.at === at; index += 1) {
      const turn = turns[index]!;
      if (turn.begins) active.add(turn.index);
      else active.delete(turn.index);
    }
    const members = [...active].sort((a, b) => a - b);
    const now =
      members.length === 0
        ? null
        : keep(whats, members.join(), () =>
            whatOf(
              members.flatMap(each => groups[each]!.all),
              plan,
            ),
          );
    if (last && last.key === now?.key) continue;
    if (last) states.push({ from: last.from, until: at >= plan.span.until ? null : at, what: last.what });
    last = now && { ...now, from: at };
  }
  return states;
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

function keep<Value>(kept: Map<string, Value>, key: string, make: () => Value): Value {
  const known = kept.get(key);
  if (known !== undefined) return known;
  const made = make();
  kept.set(key, made);
  return made;
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
