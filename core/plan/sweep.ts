import { groupBy } from '../collection/group-by';
import type { BitSet } from '../reach/bit-set';
import { TooManyClasses } from '../reach/reader-diagrams';
import type { Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import { Alternations } from './alternations';
import { classesOf, type PageClass } from './page-classes';
import type { PlacedSpan } from './placed-spans';
import type { BlockSpan, SitePlan } from './site-plan';
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
  /** What was judged before, by the same judge; left out, nothing was. */
  readonly memory?: SweepMemory<Verdict>;
}

/** The most verdicts that are remembered. */
const mostRemembered = 20_000;

/** Verdicts from one sweep to the next: they rest on who is asked for and what may be held, not on when. */
export class SweepMemory<Verdict> {
  readonly #verdicts = new Map<string, Verdict | null>();
  readonly #numbers = new Map<PlacedSpan, Map<BlockSpan, number>>();
  #count = 0;

  /** The same number for the same placement of the same block, whatever its times are. */
  numberOf({ placed, block }: Standing): number {
    const ofPlaced = this.#numbers.get(placed) ?? new Map<BlockSpan, number>();
    this.#numbers.set(placed, ofPlaced);
    const known = ofPlaced.get(block) ?? this.#count++;
    ofPlaced.set(block, known);
    return known;
  }

  /** Undefined where nothing was judged yet. */
  get(key: string): Verdict | null | undefined {
    return this.#verdicts.get(key);
  }

  set(key: string, verdict: Verdict | null): void {
    if (this.#verdicts.size >= mostRemembered) this.#verdicts.clear();
    this.#verdicts.set(key, verdict);
  }

  /** Whether it holds so much of what is gone that it is better begun anew. */
  get isFull(): boolean {
    return this.#count > mostRemembered;
  }
}

/** How much work one sweep may be, in standings looked at and steps of judging: well under a second. */
const mostWork = 450_000;

/**
 * Sweeps over the time of every class of pages and tells of each stretch for which there is something to tell. Windows
 * that come again are looked at once for each combination of them that is ever open together.
 */
export function sweep<Verdict>(
  plan: SitePlan,
  { pages, standings, likeness, cuts, judge, workOfJudging, memory = new SweepMemory() }: Sweep<Verdict>,
): { readonly found: readonly Found<Verdict>[]; readonly isPartial: boolean } {
  const found: Found<Verdict>[] = [];
  const numbers = new Map(standings.map(each => [each, memory.numberOf(each)]));
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
    const known = memory.get(key);
    if (known !== undefined) return known;
    // To judge anew takes many times as long as to look up.
    work += 4 * open.length;
    const made = orTooMany(() => judge(open, position, at));
    isPartial ||= made === tooMany;
    const verdict = made === tooMany ? null : made;
    if (made !== tooMany) memory.set(key, verdict);
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
      const recurring = active.filter(each => each.recurs);
      if (recurring.length === 0) {
        const verdict = verdictOf(active, position, segment.from, epoch);
        if (verdict !== null) tell(timesOf(segment), verdict);
        continue;
      }
      const together = alternations.of(
        recurring.map(each => each.open),
        segment,
        effort => (work += effort) <= mostWork,
      );
      if (!together) return { found, isPartial: true };
      for (const { openOnes, times } of together) {
        if (work + workOfJudging() > mostWork) return { found, isPartial: true };
        const open = active.filter(each => !each.recurs || openOnes.has(each.open));
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

interface Turn {
  readonly at: Instant;
  readonly index: number;
  readonly opens: boolean;
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
