import { DateTime, IANAZone } from 'luxon';
import { isComputed, occurrencesWithin } from './occurrences';
import { RRule, rrulestr, type ParsedRule } from './rrule';
import { isWithinBounds } from './rule-bounds';
import type { Interval } from './interval';
import { instantOf, localTimeAt, type Instant } from './local-time';

/** A window that opens again and again: its first opening and closing as typed, and how it recurs. */
export interface RecurringWindow {
  /** First opening, wall-clock time in `zone`: "2026-04-01T00:00". */
  readonly start: string;
  /** First closing, wall-clock time in `zone`; later ones keep the same distance on the wall clock. */
  readonly end: string;
  /** IANA time zone name. */
  readonly zone: string;
  /** Recurrence rule of RFC 5545 without DTSTART: "FREQ=YEARLY". */
  readonly rule: string;
}

/** A day in milliseconds. */
const day = 86_400_000;
const hour = 3_600_000;
/** The longest that one opening may last, in milliseconds: many that lie over one another would have to be listed. */
const longestOpening = 366 * day;

/**
 * Why a recurring window cannot be used, or null when it can.
 * `rule`: not a rule of RFC 5545, finer than daily, beyond its bounds, or COUNT and UNTIL together; `end`: closes before
 * it opens, or stays open for longer than a year.
 */
export function faultOfRecurrence(window: RecurringWindow): 'rule' | 'end' | null {
  try {
    const { options } = parseRule(window);
    if (options.freq > RRule.DAILY) return 'rule';
    if (/COUNT=/.test(window.rule) && /UNTIL=/.test(window.rule)) return 'rule';
    if (!isWithinBounds(window.rule)) return 'rule';
  } catch {
    return 'rule';
  }
  const length = wallClock(window.end) - wallClock(window.start);
  return length > 0 && length <= longestOpening ? null : 'end';
}

/**
 * Lists the openings of a recurring window that share time with `span`, in order.
 * Each opening is computed afresh from its wall-clock date, so that clock changes never accumulate. A window that would
 * open in a skipped hour opens at the first instant after it, one in a repeated hour at the first of the two. RFC 5545
 * section 3.3.10 would drop the skipped one; a closure that vanishes for a day is worse.
 * @param span - half-open, finite
 * @see RFC 5545 section 3.8.5.3
 */
export function openingsWithin(window: RecurringWindow, span: Interval): readonly Interval[] {
  const first = Math.floor(span.from / stretch);
  const last = Math.floor(span.until / stretch);
  const found: Interval[] = [];
  for (let index = first; index <= last; index += 1) {
    for (const each of openingsInStretch(window, index)) {
      // An opening that reaches over a border is found in both stretches.
      const isNew = found.length === 0 || found[found.length - 1]!.from < each.from;
      if (isNew && each.from < span.until && each.until > span.from) found.push(each);
    }
  }
  return found;
}

/** Time is listed in stretches of this length, in milliseconds, each computed once: the rule library walks from the first opening every time. */
const stretch = 256 * day;
const stretchesOf = new WeakMap<RecurringWindow, Map<number, readonly Interval[]>>();

function openingsInStretch(window: RecurringWindow, index: number): readonly Interval[] {
  const known = stretchesOf.get(window) ?? new Map<number, readonly Interval[]>();
  stretchesOf.set(window, known);
  let openings = known.get(index);
  if (!openings) {
    openings = listOpenings(window, { from: index * stretch, until: (index + 1) * stretch });
    known.set(index, openings);
  }
  return openings;
}

function listOpenings(window: RecurringWindow, span: Interval): readonly Interval[] {
  const length = wallClock(window.end) - wallClock(window.start);
  const first = new Date(wallClock(localTimeAt(span.from, window.zone)) - length - 2 * day);
  const last = new Date(wallClock(localTimeAt(span.until, window.zone)) + 2 * day);
  const rule = parseRule(window);
  const openings = isComputed(rule)
    ? occurrencesWithin(rule, wallClock(window.start), first.getTime(), last.getTime())
    : rule.between(first, last, true).map(opening => opening.getTime());
  return joinedOpenings(openings, length)
    .map(each => ({
      from: firstInstantOnOrAfter(each.from, window.zone),
      until: firstInstantOnOrAfter(each.until, window.zone),
    }))
    .filter(each => each.from < span.until && each.until > span.from && each.from < each.until);
}

// Openings that lie over one another are one: a window that opens daily and stays open for weeks never closes.
function joinedOpenings(openings: readonly number[], length: number): readonly Interval[] {
  const joined: { from: number; until: number }[] = [];
  for (const from of openings) {
    const last = joined[joined.length - 1];
    if (last && from < last.until) last.until = from + length;
    else joined.push({ from, until: from + length });
  }
  return joined;
}

const parsed = new WeakMap<RecurringWindow, ParsedRule>();

// The rule library is fed wall-clock times as if they were UTC: with a zone it would depend on the host's own.
function parseRule(window: RecurringWindow): ParsedRule {
  const known = parsed.get(window);
  if (known) return known;
  const start = window.start.replace(/[-:]/g, '') + '00Z';
  const made = rrulestr(`DTSTART:${start}\nRRULE:${window.rule}`) as ParsedRule;
  parsed.set(window, made);
  return made;
}

function wallClock(local: string): number {
  return DateTime.fromISO(local, { zone: 'utc' }).toMillis();
}

function firstInstantOnOrAfter(wallClockMilliseconds: number, zone: string): Instant {
  // Far from any clock change there is nothing to decide, and that is nearly every opening.
  const plain = steadyOffset(zone, Math.floor(wallClockMilliseconds / day));
  if (plain !== null) return wallClockMilliseconds - plain * 60_000;
  return keptOf(nearChanges, zone, wallClockMilliseconds, () => decided(wallClockMilliseconds, zone));
}

// Decided as for a typed time, without writing it out and reading it again; only a skipped one needs that.
function decided(wallClockMilliseconds: number, zone: string): Instant {
  const iana = IANAZone.create(zone);
  const candidates = [-26, 26]
    .map(hours => wallClockMilliseconds - iana.offset(wallClockMilliseconds + hours * hour) * 60_000)
    .filter(instant => instant + iana.offset(instant) * 60_000 === wallClockMilliseconds);
  if (candidates.length > 0) return Math.min(...candidates);
  const local = DateTime.fromMillis(wallClockMilliseconds, { zone: 'utc' }).toFormat("yyyy-MM-dd'T'HH:mm");
  return startOfGapOr(instantOf({ local, zone }), local, zone);
}

/** What is known of the wall-clock times, or the days, of each zone. */
type ByZone<Value> = Map<string, Map<number, Value>>;

/** The most that is kept of one zone, and of how many. */
const mostKept = 50_000;
const mostZones = 50;

const dailyOffsets: ByZone<number> = new Map();
const steadyOffsets: ByZone<number | null> = new Map();
// Hundreds of windows open at the same few times of the day.
const nearChanges: ByZone<Instant> = new Map();

function keptOf<Value>(all: ByZone<Value>, zone: string, key: number, make: () => Value): Value {
  let ofZone = all.get(zone);
  const known = ofZone?.get(key);
  if (known !== undefined) return known;
  if (!ofZone) {
    if (all.size >= mostZones) all.clear();
    all.set(zone, (ofZone = new Map()));
  }
  const made = make();
  if (ofZone.size >= mostKept) ofZone.clear();
  ofZone.set(key, made);
  return made;
}

/** The offset of a zone in minutes when it is the same from two days before to two days after, else null. @param index - days since 1970 */
function steadyOffset(zone: string, index: number): number | null {
  return keptOf(steadyOffsets, zone, index, () => offsetAround(zone, index));
}

function offsetAround(zone: string, index: number): number | null {
  const iana = IANAZone.create(zone);
  // Whole days only, which neighbouring days share.
  const offsets = [-2, -1, 0, 1, 2, 3].map(days => keptOf(dailyOffsets, zone, index + days, () => iana.offset((index + days) * day)));
  return offsets.every(each => each === offsets[0]) ? offsets[0]! : null;
}

// A skipped time resolves to the same distance past the gap; the first instant after the gap is where the offset changes.
function startOfGapOr(instant: Instant, local: string, zone: string): Instant {
  if (localTimeAt(instant, zone) === local) return instant;
  let low = instant - day;
  let high = instant;
  const offsetAfter = DateTime.fromMillis(instant, { zone }).offset;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (DateTime.fromMillis(middle, { zone }).offset === offsetAfter) high = middle;
    else low = middle;
  }
  return high;
}
