import type { Interval } from '../schedule/interval';
import { LRUCache } from 'lru-cache';
import type { RuleTree, WhenTest } from './rule';
import { openTimeWithin } from './when';

/** How much more is worked out than was asked for, so that what is asked a little later is known already. */
const margin = 16 * 86_400_000;

interface Known {
  readonly span: Interval;
  readonly open: readonly Interval[];
  /** What was asked for last: many rules ask for the same hours over the same year. */
  last: { readonly span: Interval; readonly open: readonly Interval[] } | null;
}

/** What is kept of one time, whichever rule asks for it. */
interface Slot {
  known: Known | null;
}

const slots = new WeakMap<RuleTree<WhenTest>, Slot>();

/** Rules that say the same of when share what is kept; very long ones, such as seasons of many dates, are their own. */
const shared = new LRUCache<string, Slot>({ max: 2_000 });
const longestShared = 1_000;

function slotOf(when: RuleTree<WhenTest>): Slot {
  const own = slots.get(when);
  if (own) return own;
  const text = JSON.stringify(when);
  const slot = (text.length <= longestShared ? shared.get(text) : undefined) ?? { known: null };
  if (text.length <= longestShared) shared.set(text, slot);
  slots.set(when, slot);
  return slot;
}

/**
 * The same as {@link openTimeWithin}, kept from one question to the next: a plan asks for nearly the same year each time.
 * Rules that say the same of when get the same list.
 */
export function openTimeOver(when: RuleTree<WhenTest>, span: Interval): readonly Interval[] {
  const slot = slotOf(when);
  let { known } = slot;
  if (!known || span.from < known.span.from || known.span.until < span.until) {
    const wider = { from: Math.min(span.from, known?.span.from ?? Infinity), until: Math.max(span.until, known?.span.until ?? -Infinity) };
    const isNear = wider.until - wider.from <= 3 * (span.until - span.from);
    const asked = { from: (isNear ? wider : span).from, until: (isNear ? wider : span).until + margin };
    known = { span: asked, open: openTimeWithin(when, asked), last: null };
    slot.known = known;
  }
  if (known.last?.span.from === span.from && known.last.span.until === span.until) return known.last.open;
  const open = clipped(known.open, span);
  known.last = { span, open };
  return open;
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

/** The index of the first of some sorted, disjoint intervals that ends after an instant; their number where none does. */
export function firstEndingAfter(intervals: readonly Interval[], at: number): number {
  let [low, high] = [0, intervals.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (intervals[middle]!.until > at) high = middle;
    else low = middle + 1;
  }
  return low;
}
