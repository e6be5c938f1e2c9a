import type { Interval } from './interval';
import { instantOf, localTimeAt, type Instant, type LocalTime } from './local-time';
import { faultOfRecurrence, openingsWithin, type RecurringWindow } from './recurrence';

/** How something that takes place at a time comes again. */
export interface Repetition {
  /** Recurrence rule of RFC 5545 without DTSTART: "FREQ=WEEKLY;COUNT=8". */
  readonly rule: string;
  /** Dates on which it is called off: "2027-04-01". */
  readonly without: readonly string[];
  /** Single times that take place at another time, in the same zone; left out, none does. */
  readonly moved?: readonly MovedTime[];
}

/** One time of what comes again that is at another time. */
export interface MovedTime {
  /** The date on which it would have been: "2027-04-01". */
  readonly date: string;
  /** When it is instead: "2027-04-02T19:30". */
  readonly to: string;
}

const minute = 60_000;
const day = 86_400_000;
/** How far ahead and back another time is looked for: a rule may come as seldom as every leap day. */
const reach = 8 * 366 * day;
/** In what steps. */
const step = 256 * day;

/** Whether a rule can be stored: one that comes daily or more seldom, within bounds. @see RFC 5545 section 3.3.10 */
export function isRepetitionRule(rule: string): boolean {
  return faultOfRecurrence({ start: '2027-01-01T00:00', end: '2027-01-01T00:01', zone: 'UTC', rule }) === null;
}

// A rule is parsed, and its dates are listed, once for each value that is stored.
const windows = new WeakMap<Repetition, Map<string, RecurringWindow>>();

function keyOf({ local, zone, choice = 'earlier' }: LocalTime): string {
  return `${local} ${zone} ${choice}`;
}

function windowOf(first: LocalTime, repetition: Repetition): RecurringWindow {
  const known = windows.get(repetition) ?? new Map<string, RecurringWindow>();
  windows.set(repetition, known);
  const key = keyOf(first);
  const kept = known.get(key);
  if (kept) return kept;
  const { local, zone } = first;
  const end = localTimeAt(instantOf({ local, zone: 'UTC' }) + minute, 'UTC');
  const window = { start: local, end, zone, rule: repetition.rule };
  known.set(key, window);
  return window;
}

/**
 * When something begins within a span, in order. Its first time counts whatever the rule says, unless it is called off. A
 * time that was moved counts where it is now, whether or not something would have been on its old date.
 * @param first - when it takes place for the first time
 * @param span - half-open, finite
 * @see RFC 5545 section 3.8.5.3: DTSTART is the first instance of the recurrence set; section 3.8.5.1: EXDATE takes out of it
 */
export function startsWithin(first: LocalTime, repetition: Repetition | null, span: Interval): readonly Instant[] {
  const begun = instantOf(first);
  const own = begun >= span.from && begun < span.until ? [begun] : [];
  if (repetition === null) return own;
  const moved = repetition.moved ?? [];
  const without = new Set([...repetition.without, ...moved.map(each => each.date)]);
  // An opening of which the end lies within the span began before it.
  const again = openingsWithin(windowOf(first, repetition), { from: Math.max(span.from, begun + minute), until: span.until })
    .map(each => each.from)
    .filter(at => at >= span.from && at > begun);
  const usual = [...own, ...again].filter(at => without.size === 0 || !without.has(localTimeAt(at, first.zone).slice(0, 10)));
  if (moved.length === 0) return usual;
  const elsewhere = movedTo(first, repetition).filter(at => at >= span.from && at < span.until);
  return [...new Set([...usual, ...elsewhere])].sort((a, b) => a - b);
}

/** When the times are that were moved. */
export function movedTo({ zone }: LocalTime, { moved = [] }: Repetition): readonly Instant[] {
  return moved.map(({ to }) => instantOf({ local: to, zone }));
}

// A time can be moved to before the first.
function earliest(first: LocalTime, repetition: Repetition): Instant {
  return Math.min(instantOf(first), ...movedTo(first, repetition));
}

/** Whether the first time is one of those that the rule names. */
export function isNamedByRule(first: LocalTime, repetition: Repetition): boolean {
  const begun = instantOf(first);
  return openingsWithin(windowOf(first, repetition), { from: begun, until: begun + 1 }).some(each => each.from === begun);
}

/** When something begins next, after an instant; null where it does not any more, or not within eight years. */
export function nextStart(first: LocalTime, repetition: Repetition | null, after: Instant): Instant | null {
  return around(first, repetition, after).next;
}

/** When something began last, up to an instant; null where it has not begun yet, or not within eight years. */
export function lastStart(first: LocalTime, repetition: Repetition | null, until: Instant): Instant | null {
  return around(first, repetition, until).last;
}

/** The next times at which something begins after an instant, at most so many, as far as they lie within eight years. */
export function startsAfter(first: LocalTime, repetition: Repetition | null, after: Instant, most: number): readonly Instant[] {
  const begun = instantOf(first);
  if (repetition === null) return begun > after ? [begun] : [];
  const found: Instant[] = [];
  const from = Math.max(after + 1, earliest(first, repetition));
  for (let at = from; at < from + reach && found.length < most; at += step)
    found.push(...startsWithin(first, repetition, { from: at, until: at + step }));
  return found.slice(0, most);
}

/** The times of what comes again on either side of a moment. */
interface Around {
  /** The moment that was asked about. */
  readonly at: Instant;
  readonly last: Instant | null;
  readonly next: Instant | null;
}

// Between one time and the next the answer stays, and every list of pages asks for it at each moment.
const arounds = new WeakMap<Repetition, Map<string, Around>>();

function around(first: LocalTime, repetition: Repetition | null, moment: Instant): Around {
  if (repetition === null) {
    const begun = instantOf(first);
    return begun > moment ? { at: moment, last: null, next: begun } : { at: moment, last: begun, next: null };
  }
  const known = arounds.get(repetition) ?? new Map<string, Around>();
  arounds.set(repetition, known);
  const key = keyOf(first);
  const kept = known.get(key);
  if (kept && moment >= (kept.last ?? kept.at) && moment < (kept.next ?? kept.at + 1)) return kept;
  const made: Around = {
    at: moment,
    last: lastUpTo(first, repetition, moment),
    next: startsAfter(first, repetition, moment, 1)[0] ?? null,
  };
  known.set(key, made);
  return made;
}

function lastUpTo(first: LocalTime, repetition: Repetition, until: Instant): Instant | null {
  const begun = earliest(first, repetition);
  for (let end = until + 1; end > Math.max(begun, until - reach); end -= step) {
    const last = startsWithin(first, repetition, { from: end - step, until: end }).at(-1);
    if (last !== undefined) return last;
  }
  return null;
}
