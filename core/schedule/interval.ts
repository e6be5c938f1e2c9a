import type { Instant } from './local-time';

/** Half-open: `from` is included, `until` excluded. Infinities stand for "always was" and "without end". */
export interface Interval {
  readonly from: Instant;
  readonly until: Instant;
}

/** The thirteen relations of Allen (1983), from the first interval's point of view. */
export type IntervalRelation =
  | 'before'
  | 'meets'
  | 'overlaps'
  | 'starts'
  | 'during'
  | 'finishes'
  | 'equals'
  | 'after'
  | 'met-by'
  | 'overlapped-by'
  | 'started-by'
  | 'contains'
  | 'finished-by';

/** Whether the instant lies in the interval. */
export function holdsInstant(interval: Interval, instant: Instant): boolean {
  return interval.from <= instant && instant < interval.until;
}

/** Whether the two share any time; touching ends share none. */
export function sharesTime(a: Interval, b: Interval): boolean {
  return a.from < b.until && b.from < a.until;
}

/**
 * Names how `a` lies to `b`.
 * @throws RangeError when either is empty
 * @see Allen, "Maintaining knowledge about temporal intervals", 1983
 */
export function relationBetween(a: Interval, b: Interval): IntervalRelation {
  if (!(a.from < a.until) || !(b.from < b.until)) throw new RangeError('An empty interval has no relation');
  if (a.until < b.from) return 'before';
  if (a.until === b.from) return 'meets';
  if (b.until < a.from) return 'after';
  if (b.until === a.from) return 'met-by';
  if (a.from === b.from) return a.until === b.until ? 'equals' : a.until < b.until ? 'starts' : 'started-by';
  if (a.until === b.until) return a.from > b.from ? 'finishes' : 'finished-by';
  if (a.from > b.from) return a.until < b.until ? 'during' : 'overlapped-by';
  return a.until > b.until ? 'contains' : 'overlaps';
}

/** Sorts, drops empty ones and joins those that touch or overlap. */
export function unionOf(intervals: readonly Interval[]): readonly Interval[] {
  const sorted = intervals.filter(each => each.from < each.until).sort((a, b) => a.from - b.from);
  const joined: Interval[] = [];
  for (const next of sorted) {
    const last = joined[joined.length - 1];
    if (last && next.from <= last.until) joined[joined.length - 1] = { from: last.from, until: Math.max(last.until, next.until) };
    else joined.push(next);
  }
  return joined;
}

/** The time that both sets hold; each set is sorted and disjoint, as {@link unionOf} returns it. */
export function intersectionOf(a: readonly Interval[], b: readonly Interval[]): readonly Interval[] {
  const shared: Interval[] = [];
  for (let left = 0, right = 0; left < a.length && right < b.length;) {
    const [one, other] = [a[left]!, b[right]!];
    if (sharesTime(one, other)) shared.push({ from: Math.max(one.from, other.from), until: Math.min(one.until, other.until) });
    if (one.until < other.until) left += 1;
    else right += 1;
  }
  return unionOf(shared);
}

/** The parts of `whole` that none of the intervals holds. */
export function gapsWithin(whole: Interval, intervals: readonly Interval[]): readonly Interval[] {
  const gaps: Interval[] = [];
  let at = whole.from;
  for (const each of unionOf(intervals)) {
    if (each.from > at) gaps.push({ from: at, until: Math.min(each.from, whole.until) });
    at = Math.max(at, each.until);
  }
  if (at < whole.until) gaps.push({ from: at, until: whole.until });
  return gaps.filter(gap => gap.from < gap.until);
}
