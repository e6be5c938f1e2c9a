import { groupBy } from '../collection/group-by';
import type { BitSet } from '../reach/bit-set';
import { TooManyClasses } from '../reach/reader-diagrams';
import { clipped } from '../rule/open-time';
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
  /** How much work judging was so far, in steps. */
  readonly workOfJudging: () => number;
}

/** How much work one sweep may be, in standings looked at and steps of judging: well under a second. */
const mostWork = 450_000;

/**
 * Sweeps over the time of every class of pages and tells of each stretch for which there is something to tell. Windows
 * that come again are looked at once for each combination of them that is ever open together.
 */
export function sweep<Verdict>(
  plan: SitePlan,
  { pages, standings, likeness, cuts, judge, workOfJudging }: Sweep<Verdict>,
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
  let isPartial = false;
  const spanKey = (position: number) => {
    const { from, until } = plan.pageSpans[position]!;
    if (from <= plan.span.from && until >= plan.span.until) return '';
    return `${Math.max(from, plan.span.from)} ${Math.min(until, plan.span.until)}`;
  };
  const verdictOf = (open: readonly Standing[], position: number, at: Instant, epoch: number): Verdict | null => {
    work += 1 + open.length / 4;
    const key = `${likeness(position)} ${epoch} ${open.map(each => numbers.get(each)).join()}`;
    const known = verdicts.get(key);
    if (known !== undefined) return known;
    // To judge anew takes many times as long as to look up.
    work += 4 * open.length;
    const made = orTooMany(() => judge(open, position, at));
    isPartial ||= made === tooMany;
    const verdict = made === tooMany ? null : made;
    verdicts.set(key, verdict);
    return verdict;
  };
  const classes = orTooMany(() => classesOf(pages, standings, position => `${likeness(position)} ${spanKey(position)}`));
  if (classes === tooMany) return { found, isPartial: true };
  for (const each of classes) {
    const position = each.positions[0]!;
    const time = spanOf(plan, position);
    const tell = (times: readonly Interval[], verdict: Verdict) => found.push({ times, verdict, positions: each.positions });
    const epochs = new Epochs(cuts);
    for (const { segment, active } of segmentsOf(each, time, cuts)) {
      work += 1 + active.length / 8;
      if (work + workOfJudging() > mostWork) return { found, isPartial: true };
      const epoch = epochs.at(segment.from);
      const recurring = active.filter(one => one.recurs);
      if (recurring.length === 0) {
        const verdict = verdictOf(active, position, segment.from, epoch);
        if (verdict !== null) tell(timesOf(segment), verdict);
        continue;
      }
      const together = alternations.of(recurring, segment, effort => (work += effort) <= mostWork);
      if (!together) return { found, isPartial: true };
      for (const { openOnes, times } of together) {
        if (work + workOfJudging() > mostWork) return { found, isPartial: true };
        const open = active.filter(one => !one.recurs || openOnes.has(one));
        const verdict = verdictOf(open, position, segment.from, epoch);
        if (verdict !== null) tell(times, verdict);
      }
    }
  }
  return { found, isPartial };
}

const tooMany = Symbol('too many classes of readers');

/** Whatever work comes to, or that it would have to tell too many classes of readers apart. */
function orTooMany<Result>(work: () => Result): Result | typeof tooMany {
  try {
    return work();
  } catch (error) {
    if (error instanceof TooManyClasses) return tooMany;
    throw error;
  }
}

function spanOf(plan: SitePlan, position: number): Interval {
  const { from, until } = plan.pageSpans[position]!;
  return { from: Math.max(from, plan.span.from), until: Math.min(until, plan.span.until) };
}

/** Counts how many of some ascending instants have passed; asked in order of time. */
class Epochs {
  #passed = 0;

  constructor(private readonly cuts: readonly Instant[]) {}

  at(moment: Instant): number {
    while (this.#passed < this.cuts.length && this.cuts[this.#passed]! <= moment) this.#passed += 1;
    return this.#passed;
  }
}

/** A stretch in which nothing but windows that come again opens or closes, and what may be open in it, in order. */
interface Segment {
  readonly segment: Interval;
  readonly active: readonly Standing[];
}

function* segmentsOf({ standings }: PageClass, time: Interval, cuts: readonly Instant[]): Generator<Segment> {
  if (time.from >= time.until) return;
  const turns: Turn[] = [];
  const active: number[] = [];
  standings.forEach((each, index) => {
    for (const { from, until } of each.recurs ? [each] : each.open) {
      if (until <= time.from || from >= time.until) continue;
      if (from <= time.from) active.push(index);
      else turns.push({ at: from, index, opens: true });
      if (until < time.until) turns.push({ at: until, index, opens: false });
    }
  });
  for (const at of cuts) if (at > time.from && at < time.until) turns.push({ at, index: -1, opens: false });
  turns.sort((a, b) => a.at - b.at);
  let from = time.from;
  for (let next = 0; ;) {
    const until = turns[next]?.at ?? time.until;
    yield { segment: { from, until }, active: active.map(index => standings[index]!) };
    if (next >= turns.length) return;
    for (; next < turns.length && turns[next]!.at === until; next += 1) turn(active, turns[next]!);
    from = until;
  }
}

// Kept in order, so that what stands first is looked at first.
function turn(active: number[], { index, opens }: Turn): void {
  if (index < 0) return;
  let [low, high] = [0, active.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (active[middle]! < index) low = middle + 1;
    else high = middle;
  }
  if (opens) active.splice(low, 0, index);
  else if (active[low] === index) active.splice(low, 1);
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

  /**
   * @param mayWork - told how much effort it would be, and answers whether it may be made
   * @returns null when it may not
   */
  of(recurring: readonly Standing[], segment: Interval, mayWork: (effort: number) => boolean): readonly Together[] | null {
    const key = `${recurring.map(each => this.#numberOf(each)).join()} ${segment.from} ${segment.until}`;
    const known = this.#known.get(key);
    if (known) return known;
    const turns = recurring.reduce((count, { open }) => count + 2 * open.length, 0);
    // With each turn those that are open are listed anew.
    if (!mayWork(Math.ceil((turns * (2 + recurring.length)) / 8))) return null;
    const made = togetherOf(recurring, segment, turnsOf(recurring, segment));
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
  return [...groupBy(found, each => each.times)].map(([times, all]) => ({ times, all }));
}
