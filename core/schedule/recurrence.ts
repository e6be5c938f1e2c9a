import { DateTime, IANAZone } from 'luxon';
import { RRule, rrulestr, type ParsedRule } from './rrule';
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

/**
 * Why a recurring window cannot be used, or null when it can.
 * `rule`: not a rule of RFC 5545, finer than daily, or COUNT and UNTIL together; `end`: closes before it opens.
 */
export function faultOfRecurrence(window: RecurringWindow): 'rule' | 'end' | null {
  try {
    const { options } = parseRule(window);
    if (options.freq > RRule.DAILY) return 'rule';
    if (/COUNT=/.test(window.rule) && /UNTIL=/.test(window.rule)) return 'rule';
    if (/DTSTART|TZID|[\r\n]/.test(window.rule)) return 'rule';
  } catch {
    return 'rule';
  }
  return window.start < window.end ? null : 'end';
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
  return parseRule(window)
    .between(first, last, true)
    .map(opening => ({
      from: firstInstantOnOrAfter(opening.getTime(), window.zone),
      until: firstInstantOnOrAfter(opening.getTime() + length, window.zone),
    }))
    .filter(each => each.from < span.until && each.until > span.from && each.from < each.until);
}

// The rule library is fed wall-clock times as if they were UTC: with a zone it would depend on the host's own.
function parseRule(window: RecurringWindow): ParsedRule {
  const start = window.start.replace(/[-:]/g, '') + '00Z';
  return rrulestr(`DTSTART:${start}\nRRULE:${window.rule}`) as ParsedRule;
}

function wallClock(local: string): number {
  return DateTime.fromISO(local, { zone: 'utc' }).toMillis();
}

function firstInstantOnOrAfter(wallClockMilliseconds: number, zone: string): Instant {
  // Far from any clock change there is nothing to decide, and that is nearly every opening.
  const iana = IANAZone.create(zone);
  const [before, after] = [iana.offset(wallClockMilliseconds - 26 * hour), iana.offset(wallClockMilliseconds + 26 * hour)];
  const plain = wallClockMilliseconds - before * 60_000;
  if (before === after && iana.offset(plain) === before) return plain;
  const local = DateTime.fromMillis(wallClockMilliseconds, { zone: 'utc' }).toFormat("yyyy-MM-dd'T'HH:mm");
  return startOfGapOr(instantOf({ local, zone }), local, zone);
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
