import type { BitSet } from '../reach/bit-set';
import { clipped, holdsAt } from '../rule/open-time';
import { unionOf, type Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import { classesOf, type PageClass } from './page-classes';
import type { SitePlan } from './site-plan';
import type { Standing } from './standing';

/** What was found on some pages at some times. */
export interface Found<Verdict> {
  /** Sorted, disjoint; the same list for all pages that share it. */
  readonly times: readonly Interval[];
  readonly verdict: Verdict;
  /** Positions of the pages. */
  readonly positions: readonly number[];
}

/** What a sweep looks at. */
export interface Sweep<Verdict> {
  readonly pages: BitSet;
  readonly standings: readonly Standing[];
  /** What of a page counts besides the standings on it and its time. */
  readonly likeness: (position: number) => string | number;
  /** Further instants at which a verdict may turn. */
  readonly cuts: readonly Instant[];
  /**
   * Judges a page with the standings that are open there; null when there is nothing to tell. The same answer is taken
   * for the same standings on pages of the same likeness between two of the cuts.
   */
  readonly judge: (open: readonly Standing[], position: number, at: Instant) => Verdict | null;
}

/** How much work one sweep may be, in standings looked at. */
const mostWork = 5_000_000;

/**
 * Sweeps over the time of every class of pages and tells of each stretch for which there is something to tell. Windows
 * that come again are looked at once for each combination of them that is ever open together.
 */
export function sweep<Verdict>(
  plan: SitePlan,
  { pages, standings, likeness, cuts, judge }: Sweep<Verdict>,
): { readonly found: readonly Found<Verdict>[]; readonly isPartial: boolean } {
  const found: Found<Verdict>[] = [];
  const numbers = new Map(standings.map((each, index) => [each, index]));
  const verdicts = new Map<string, Verdict | null>();
  const alternations = new Alternations();
  const plainTimes = new Map<string, readonly Interval[]>();
  const timesOf = (segment: Interval): readonly Interval[] => {
    const key = `${segment.from} ${segment.until}`;
    const known = plainTimes.get(key) ?? [segment];
    plainTimes.set(key, known);
    return known;
  };
  let work = 0;
  const spanKey = (position: number) => {
    const { from, until } = plan.pageSpans[position]!;
    if (from <= plan.span.from && until >= plan.span.until) return '';
    return `${Math.max(from, plan.span.from)} ${Math.min(until, plan.span.until)}`;
  };
  const verdictOf = (open: readonly Standing[], position: number, at: Instant, epoch: number): Verdict | null => {
    work += 1 + open.length;
    const key = `${likeness(position)} ${epoch} ${open.map(each => numbers.get(each)).join()}`;
    const known = verdicts.get(key);
    if (known !== undefined) return known;
    const made = judge(open, position, at);
    verdicts.set(key, made);
    return made;
  };
  for (const each of classesOf(pages, standings, position => `${likeness(position)} ${spanKey(position)}`)) {
    const position = each.positions[0]!;
    const time = spanOf(plan, position);
    const tell = (times: readonly Interval[], verdict: Verdict) => found.push({ times, verdict, positions: each.positions });
    for (const segment of segmentsOf(each, time, cuts)) {
      work += each.standings.length;
      if (work > mostWork) return { found, isPartial: true };
      const epoch = cuts.length === 0 ? 0 : cuts.filter(at => at <= segment.from).length;
      const active = each.standings.filter(one =>
        one.recurs ? one.from <= segment.from && segment.from < one.until : holdsAt(one.open, segment.from),
      );
      const recurring = active.filter(one => one.recurs);
      if (recurring.length === 0) {
        const verdict = verdictOf(active, position, segment.from, epoch);
        if (verdict !== null) tell(timesOf(segment), verdict);
        continue;
      }
      for (const { openOnes, times } of alternations.of(recurring, segment, turns => (work += turns))) {
        const verdict = verdictOf(
          active.filter(one => !one.recurs || openOnes.has(one)),
          position,
          segment.from,
          epoch,
        );
        if (verdict !== null) tell(times, verdict);
      }
    }
  }
  return { found, isPartial: false };
}

function spanOf(plan: SitePlan, position: number): Interval {
  const { from, until } = plan.pageSpans[position]!;
  return { from: Math.max(from, plan.span.from), until: Math.min(until, plan.span.until) };
}

/** Stretches in which nothing but windows that come again opens or closes. */
function segmentsOf({ standings }: PageClass, time: Interval, cuts: readonly Instant[]): readonly Interval[] {
  if (time.from >= time.until) return [];
  const points = new Set<Instant>([time.from]);
  const cut = (at: Instant) => {
    if (at > time.from && at < time.until) points.add(at);
  };
  cuts.forEach(cut);
  for (const each of standings) {
    if (each.recurs) [each.from, each.until].forEach(cut);
    else for (const { from, until } of each.open) [from, until].forEach(cut);
  }
  const sorted = [...points].sort((a, b) => a - b);
  return sorted.map((from, index) => ({ from, until: sorted[index + 1] ?? time.until }));
}

/** Some standings that are open together and no others, and when that is so. */
interface Together {
  readonly openOnes: ReadonlySet<Standing>;
  readonly times: readonly Interval[];
}

/** Which of some standings are ever open together; worked out once for all pages on which they stand. */
class Alternations {
  readonly #known = new Map<string, readonly Together[]>();
  readonly #numbers = new Map<Standing, number>();

  /** @param working - told how many turns had to be looked at */
  of(recurring: readonly Standing[], segment: Interval, working: (turns: number) => void): readonly Together[] {
    const key = `${recurring.map(each => this.#numberOf(each)).join()} ${segment.from} ${segment.until}`;
    const known = this.#known.get(key);
    if (known) return known;
    const turns = turnsOf(recurring, segment);
    working(turns.length);
    const made = togetherOf(recurring, segment, turns);
    this.#known.set(key, made);
    return made;
  }

  #numberOf(standing: Standing): number {
    const known = this.#numbers.get(standing);
    if (known !== undefined) return known;
    this.#numbers.set(standing, this.#numbers.size);
    return this.#numbers.size - 1;
  }
}

interface Turn {
  readonly at: Instant;
  readonly index: number;
  readonly opens: boolean;
}

function turnsOf(recurring: readonly Standing[], segment: Interval): readonly Turn[] {
  return recurring
    .flatMap(({ open }, index) =>
      clipped(open, segment).flatMap(({ from, until }): readonly Turn[] => [
        { at: from, index, opens: true },
        { at: until, index, opens: false },
      ]),
    )
    .sort((a, b) => a.at - b.at);
}

function togetherOf(recurring: readonly Standing[], segment: Interval, turns: readonly Turn[]): readonly Together[] {
  const open = new Set<number>();
  const groups = new Map<string, { readonly indexes: readonly number[]; readonly times: Interval[] }>();
  const note = (from: Instant, until: Instant) => {
    if (from >= until) return;
    const indexes = [...open].sort((a, b) => a - b);
    const key = indexes.join();
    const group = groups.get(key);
    if (group) group.times.push({ from, until });
    else groups.set(key, { indexes, times: [{ from, until }] });
  };
  let from = segment.from;
  for (const { at, index, opens } of turns) {
    note(from, at);
    from = Math.max(from, at);
    if (opens) open.add(index);
    else open.delete(index);
  }
  note(from, segment.until);
  return [...groups.values()].map(({ indexes, times }) => ({
    openOnes: new Set(indexes.map(index => recurring[index]!)),
    times: unionOf(times),
  }));
}

/** What was found at the same times, together. */
export interface FoundTogether<Verdict> {
  readonly times: readonly Interval[];
  readonly all: readonly Found<Verdict>[];
}

/** Groups what was found by when it is so. */
export function byTimes<Verdict>(found: readonly Found<Verdict>[]): readonly FoundTogether<Verdict>[] {
  const groups = new Map<readonly Interval[], Found<Verdict>[]>();
  for (const each of found) {
    const known = groups.get(each.times);
    if (known) known.push(each);
    else groups.set(each.times, [each]);
  }
  return [...groups].map(([times, all]) => ({ times, all }));
}
