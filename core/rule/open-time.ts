import type { Interval } from '../schedule/interval';
import type { RuleTree, WhenTest } from './rule';
import { openTimeWithin } from './when';

/** How much more is worked out than was asked for, so that what is asked a little later is known already. */
const margin = 16 * 86_400_000;

const kept = new WeakMap<RuleTree<WhenTest>, { readonly span: Interval; readonly open: readonly Interval[] }>();

/** The same as {@link openTimeWithin}, kept from one question to the next: a plan asks for nearly the same year each time. */
export function openTimeOver(when: RuleTree<WhenTest>, span: Interval): readonly Interval[] {
  let known = kept.get(when);
  if (!known || span.from < known.span.from || known.span.until < span.until) {
    const wider = { from: Math.min(span.from, known?.span.from ?? Infinity), until: Math.max(span.until, known?.span.until ?? -Infinity) };
    const isNear = wider.until - wider.from <= 3 * (span.until - span.from);
    const asked = { from: (isNear ? wider : span).from, until: (isNear ? wider : span).until + margin };
    known = { span: asked, open: openTimeWithin(when, asked) };
    kept.set(when, known);
  }
  return clipped(known.open, span);
}

/** Sorted, disjoint intervals cut to a span. */
export function clipped(intervals: readonly Interval[], { from, until }: Interval): readonly Interval[] {
  const found: Interval[] = [];
  for (let at = firstEndingAfter(intervals, from); at < intervals.length && intervals[at]!.from < until; at += 1) {
    const each = intervals[at]!;
    found.push(each.from >= from && each.until <= until ? each : { from: Math.max(each.from, from), until: Math.min(each.until, until) });
  }
  return found;
}

function firstEndingAfter(intervals: readonly Interval[], at: number): number {
  let [low, high] = [0, intervals.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (intervals[middle]!.until > at) high = middle;
    else low = middle + 1;
  }
  return low;
}
