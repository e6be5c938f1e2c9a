import { DateTime, IANAZone } from 'luxon';
import { Kept, keeping } from '../collection/keeping';

/** UTC milliseconds since 1970-01-01T00:00:00Z. */
export type Instant = number;

/**
 * A time as a person typed it. It is the truth; the instant is computed from it.
 * `choice` answers a local time that occurs twice; without it the first of the two is meant.
 */
export interface LocalTime {
  /** ISO 8601 calendar date and time without offset, to the minute: "2027-04-01T06:00". */
  readonly local: string;
  /** IANA time zone name: "Europe/London". */
  readonly zone: string;
  readonly choice?: 'earlier' | 'later';
}

/** What a typed local time turned out to be. */
export interface ResolvedLocalTime {
  readonly instant: Instant;
  /** `skipped`: the clocks jump over it; `repeated`: it occurs twice. */
  readonly kind: 'exact' | 'skipped' | 'repeated';
}

const localPattern = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/;
const hour = 3_600_000;

/** The most names of which it is kept whether they are zones; the database holds some six hundred. */
const mostZones = 1_000;

/**
 * Whether the name is a time zone of the IANA database known to this runtime, which makes a formatter each time that it is
 * asked: that takes longer than all else that a time needs.
 */
export const isTimeZone = keeping(mostZones, zone => IANAZone.isValidZone(zone));

/** Whether the text is a calendar date and time of the form "2027-04-01T06:00" that exists in the calendar. */
export function isLocalDateTime(local: string): boolean {
  return localPattern.test(local) && DateTime.fromISO(local, { zone: 'utc' }).isValid;
}

/** Whether the text is a date of the form "2027-04-01" that exists in the calendar. */
export function isLocalDate(date: string): boolean {
  return isLocalDateTime(`${date}T00:00`);
}

/**
 * Turns a typed local time into an instant.
 * A skipped time uses the offset before the gap, a repeated one means the first occurrence unless `choice` says otherwise.
 * Offsets are compared here rather than asked of the date library, whose answer for a repeated time depends on today's date.
 * @throws RangeError when the date or the zone does not exist
 * @see RFC 5545 section 3.3.5
 */
export function resolveLocalTime(time: LocalTime): ResolvedLocalTime {
  if (!isLocalDateTime(time.local)) throw new RangeError(`Not a local date and time: ${time.local}`);
  if (!isTimeZone(time.zone)) throw new RangeError(`Not a time zone: ${time.zone}`);
  const zone = IANAZone.create(time.zone);
  const asUtc = DateTime.fromISO(time.local, { zone: 'utc' }).toMillis();
  // 26 hours on either side cover every offset and every jump the database holds, a skipped whole day included.
  const offsetBefore = zone.offset(asUtc - 26 * hour);
  const offsetAfter = zone.offset(asUtc + 26 * hour);
  const candidates = [offsetBefore, offsetAfter]
    .map(offset => asUtc - offset * 60_000)
    .filter(instant => instant + zone.offset(instant) * 60_000 === asUtc);
  const distinct = [...new Set(candidates)].sort((a, b) => a - b);
  if (distinct.length === 0) return { instant: asUtc - offsetBefore * 60_000, kind: 'skipped' };
  if (distinct.length === 1) return { instant: distinct[0]!, kind: 'exact' };
  return { instant: time.choice === 'later' ? distinct[1]! : distinct[0]!, kind: 'repeated' };
}

/** How many times are kept: pages name the same ones again and again, and to find the offset of a zone takes long. */
const mostTimes = 10_000;

const resolvedWords = new Kept<Instant>(mostTimes);

// Typed times are immutable parts of revisions and are asked for on every resolution; zone arithmetic is slow.
const resolved = new WeakMap<LocalTime, Instant>();

/** The instant of a typed local time; see {@link resolveLocalTime}. */
export function instantOf(time: LocalTime): Instant {
  const known = resolved.get(time);
  if (known !== undefined) return known;
  const instant = resolvedWords.at(`${time.local} ${time.zone} ${time.choice ?? 'earlier'}`, () => resolveLocalTime(time).instant);
  resolved.set(time, instant);
  return instant;
}

const written = new Kept<string>(mostTimes);

/** The wall-clock time of an instant in a zone, to the minute: "2027-04-01T06:00". */
export function localTimeAt(instant: Instant, zone: string): string {
  const minute = minuteOf(instant);
  return written.at(`${minute} ${zone}`, () => DateTime.fromMillis(minute, { zone }).toFormat("yyyy-MM-dd'T'HH:mm"));
}

/** When the minute of an instant began; one of before 1970, when zones were still apart by seconds, is left as it is. */
export function minuteOf(instant: Instant): Instant {
  return instant < 0 ? instant : instant - (instant % 60_000);
}
