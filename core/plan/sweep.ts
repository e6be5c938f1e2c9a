import { groupBy } from '../collection/group-by';
import type { BitSet } from '../reach/bit-set';
import { TooManyClasses } from '../reach/reader-diagrams';
import type { Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import { Alternations } from './alternations';
import { classesOf, standingsOfClass } from './page-classes';
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

/** The most verdicts, and classes of pages, that are remembered. */
const mostRemembered = 20_000;

/** How long what was swept over is kept while the plan moves on, in milliseconds: what comes into sight at its far end is seen so much later. */
const longestSwept = 10 * 60_000;

/** What was found of a class of pages, whichever pages these are. */
type FoundOfClass<Verdict> = readonly Omit<Found<Verdict>, 'positions'>[];

/** What was swept over within one span of time. */
class Swept<Verdict> {
  readonly alternations = new Alternations();
  readonly classes = new Map<string, FoundOfClass<Verdict>>();
  readonly #plainTimes = new Map<string, readonly Interval[]>();
  readonly #numbers = new Map<Standing, number>();
  readonly #likes = new Map<string, number>();

  constructor(readonly span: Interval) {}

  /** A stretch as a list of times; the same list each time. */
  timesOf(stretch: Interval): readonly Interval[] {
    const key = `${stretch.from} ${stretch.until}`;
    const known = this.#plainTimes.get(key) ?? [stretch];
    this.#plainTimes.set(key, known);
    return known;
  }

  /** The same number for the very same standing. */
  numberOf(standing: Standing): number {
    return numberIn(this.#numbers, standing);
  }

  /** The same number for the same words. */
  numberOfLike(like: string): number {
    return numberIn(this.#likes, like);
  }
}

function numberIn<Key>(numbers: Map<Key, number>, key: Key): number {
  const known = numbers.get(key);
  if (known !== undefined) return known;
  numbers.set(key, numbers.size);
  return numbers.size - 1;
}

/** What is known from one sweep to the next: verdicts rest on who is asked for and what may be held, not on when. */
export class SweepMemory<Verdict> {
  readonly #verdicts = new Map<string, Verdict | null>();
  readonly #numbers = new Map<PlacedSpan, Map<BlockSpan, number>>();
  #swept: Swept<Verdict> | null = null;
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

  /** What was swept over within about the same span; begun anew when that is some minutes ago. */
  sweptWithin(span: Interval): Swept<Verdict> {
    const known = this.#swept;
    const isNear =
      known !== null &&
      known.span.from <= span.from &&
      span.from < known.span.from + longestSwept &&
      Math.abs(span.until - known.span.until) <= longestSwept &&
      known.classes.size < mostRemembered;
    return (this.#swept = isNear ? known : new Swept(span));
  }

  /** Whether it holds so much of what is gone that it is better begun anew. */
  get isFull(): boolean {
    return this.#count > mostRemembered;
  }
}

/** How much work one sweep may be, in standings looked at and steps of judging: well under a second. */
const mostWork = 450_000;

/** What a sweep found. */
export interface SweepOutcome<Verdict> {
  /** May tell of times shortly before the plan, too. */
  readonly found: readonly Found<Verdict>[];
  readonly isPartial: boolean;
  /** The end of what was looked at: that of the plan, or a few minutes before it. */
  readonly until: Instant;
}

/**
 * Sweeps over the time of every class of pages and tells of each stretch for which there is something to tell. Windows
 * that come again are looked at once for each combination of them that is ever open together. A class of which nothing
 * has changed since it was last swept over is taken as it was.
 */
export function sweep<Verdict>(
  plan: SitePlan,
  { pages, standings, likeness, cuts, judge, workOfJudging, memory = new SweepMemory() }: Sweep<Verdict>,
): SweepOutcome<Verdict> {
  const found: Found<Verdict>[] = [];
  const swept = memory.sweptWithin(plan.span);
  const { span } = swept;
  const outcome = (isPartial: boolean) => ({ found, isPartial, until: span.until });
  let work = 0;
  let isPartial = false;
  const timeOf = (position: number): Interval => {
    const { from, until } = plan.pageSpans[position]!;
    return { from: Math.max(from, span.from), until: Math.min(until, span.until) };
  };
  const timeKey = (position: number) => {
    const { from, until } = timeOf(position);
    return from === span.from && until === span.until ? '' : `${from} ${until}`;
  };
  const verdictOf = (open: readonly Standing[], position: number, at: Instant, epoch: number): Verdict | null => {
    work += 1 + open.length / 4;
    const key = `${likeness(position)} ${epoch} ${open.map(each => memory.numberOf(each)).join()}`;
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
  /** Null where there is too much to do. */
  const foundOf = (here: readonly Standing[], position: number): FoundOfClass<Verdict> | null => {
    const told: { times: readonly Interval[]; verdict: Verdict }[] = [];
    const epochs = new Epochs(cuts);
    for (const { segment, active } of segmentsOf(here, timeOf(position), cuts)) {
      work += 1 + active.length / 8;
      if (work + workOfJudging() > mostWork) return null;
      const epoch = epochs.at(segment.from);
      const recurring = active.filter(each => each.recurs);
      if (recurring.length === 0) {
        const verdict = verdictOf(active, position, segment.from, epoch);
        if (verdict !== null) told.push({ times: swept.timesOf(segment), verdict });
        continue;
      }
      const together = swept.alternations.of(
        recurring.map(each => each.open),
        segment,
        effort => (work += effort) <= mostWork,
      );
      if (!together) return null;
      for (const { openOnes, times } of together) {
        if (work + workOfJudging() > mostWork) return null;
        const open = active.filter(each => !each.recurs || openOnes.has(each.open));
        const verdict = verdictOf(open, position, segment.from, epoch);
        if (verdict !== null) told.push({ times, verdict });
      }
    }
    return told;
  };
  const parted = orTooMany(() => classesOf(pages, standings, position => `${likeness(position)} ${timeKey(position)}`));
  if (parted === tooMany) return outcome(true);
  const numbers = standings.map(each => swept.numberOf(each));
  const numbersOf = (indexes: readonly number[]) => indexes.map(index => numbers[index]).join();
  const everywhere = swept.numberOfLike(`${cuts.join()} ${numbersOf(parted.everywhere)}`);
  for (const each of parted.classes) {
    work += 1;
    const position = each.positions[0]!;
    const key = `${likeness(position)} ${timeKey(position)} ${everywhere} ${numbersOf(each.own)}`;
    const wasPartial: boolean = isPartial;
    isPartial = false;
    const told = swept.classes.get(key) ?? foundOf(standingsOfClass(each, parted, standings), position);
    if (!told) return outcome(true);
    if (!isPartial) swept.classes.set(key, told);
    isPartial ||= wasPartial;
    for (const { times, verdict } of told) found.push({ times, verdict, positions: each.positions });
  }
  return outcome(isPartial);
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

function* segmentsOf(standings: readonly Standing[], time: Interval, cuts: readonly Instant[]): Generator<Segment> {
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
