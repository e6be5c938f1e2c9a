import { DateTime } from 'luxon';
import { tzlib_get_ical_block as zoneBlock } from 'timezones-ical-library';
import { instantOf, localTimeAt, type Instant, type LocalTime } from '../schedule/local-time';
import { isNamedByRule, startsWithin, type Repetition } from '../schedule/repetition';
import { escaped, folded } from './lines';

/** One entry of a calendar: something that begins, lasts, or happens at once. */
export interface CalendarEntry {
  /** The same each time that the same thing is told of. */
  readonly uid: string;
  readonly title: string;
  readonly detail: string;
  /** Where it is worked on. */
  readonly address: string;
  readonly from: Instant;
  /** Excluded; null where it happens at once, or has no end. */
  readonly until: Instant | null;
  /** Only proposed as yet. */
  readonly isTentative: boolean;
  /** When it was last changed. */
  readonly changedAt: Instant;
  /** How it comes again, and when it takes place for the first time; left out, it does not. */
  readonly repeats?: { readonly first: LocalTime; readonly repetition: Repetition };
}

/**
 * A calendar as text. Times are instants, so that whoever reads it needs no rules of any time zone: a date that the clocks
 * moved is written as it comes out. Only what comes again is written in its zone, whose rules stand in the calendar then.
 * @see RFC 5545, and RFC 7986 for how often it is worth asking again
 */
export function writeCalendar(name: string, entries: readonly CalendarEntry[], refreshMinutes: number): string {
  const zones = new Map(entries.flatMap(({ repeats }) => (repeats ? [[repeats.first.zone, zoneLines(repeats.first.zone)] as const] : [])));
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Lucid Almanac//Plan//EN',
    'CALSCALE:GREGORIAN',
    `NAME:${escaped(name)}`,
    `REFRESH-INTERVAL;VALUE=DURATION:PT${refreshMinutes}M`,
    ...[...zones.values()].flat(),
    ...entries.flatMap(each => [
      'BEGIN:VEVENT',
      `UID:${escaped(each.uid)}`,
      `DTSTAMP:${stamp(each.changedAt)}`,
      ...(each.repeats ? repeated(each.repeats) : [`DTSTART:${stamp(each.from)}`]),
      ...endLines(each),
      `SUMMARY:${escaped(each.title)}`,
      ...(each.detail === '' ? [] : [`DESCRIPTION:${escaped(each.detail)}`]),
      ...(each.address === '' ? [] : [`URL:${each.address}`]),
      `STATUS:${each.isTentative ? 'TENTATIVE' : 'CONFIRMED'}`,
      // Plans of a site are nobody's own time.
      'TRANSP:TRANSPARENT',
      'END:VEVENT',
    ]),
    'END:VCALENDAR',
  ];
  return lines.map(line => `${folded(line)}\r\n`).join('');
}

// Of what comes again the end is said for its first time, and all others last as long. @see RFC 5545 section 3.8.2.2
function endLines({ from, until, repeats }: CalendarEntry): readonly string[] {
  if (until === null) return [];
  if (!repeats) return [`DTEND:${stamp(until)}`];
  const { zone } = repeats.first;
  return [`DTEND;TZID=${zone}:${wall(localTimeAt(instantOf(repeats.first) + until - from, zone))}`];
}

function wall(local: string): string {
  return `${local.replace(/[-:]/g, '')}00`;
}

function stamp(instant: Instant): string {
  return DateTime.fromMillis(instant, { zone: 'utc' }).toFormat("yyyyMMdd'T'HHmmss'Z'");
}

/** The rules of a time zone, line by line; none where the zone is not known. */
function zoneLines(zone: string): readonly string[] {
  const found = zoneBlock(zone);
  return Array.isArray(found) && found[0] ? found[0].split('\r\n') : [];
}

/** When something begins that comes again. @see RFC 5545 sections 3.8.5.1 to 3.8.5.3 */
function repeated({ first, repetition: { rule, without, moved = [] } }: NonNullable<CalendarEntry['repeats']>): readonly string[] {
  const { zone } = first;
  // The last time is an instant wherever the first names a zone; rules are stored with wall-clock times.
  const ended = rule.replace(/UNTIL=(\d{4})(\d\d)(\d\d)(?:T(\d\d)(\d\d)\d\dZ?)?/, (_, year, month, date, hour = '00', minute = '00') => {
    return `UNTIL=${stamp(instantOf({ local: `${year}-${month}-${date}T${hour}:${minute}`, zone }))}`;
  });
  const everyTime = { rule, without: [] };
  const gone = [...new Set([...without, ...moved.map(each => each.date)])];
  const calledOff = gone.flatMap(date => {
    const from = instantOf({ local: `${date}T00:00`, zone });
    return startsWithin(first, everyTime, { from, until: from + 26 * 3_600_000 }).map(at => localTimeAt(at, zone)).filter(local => local.startsWith(date)); // prettier-ignore
  });
  // A time that was moved is one that is off and one besides, which says the same and needs no entry of its own.
  const besides = [
    ...(isNamedByRule(first, everyTime) || gone.includes(first.local.slice(0, 10)) ? [] : [first.local]),
    ...moved.map(each => each.to),
  ];
  // A first time that the rule itself does not name is undefined by the standard; said besides, all readers agree on it.
  return [
    `DTSTART;TZID=${zone}:${wall(first.local)}`,
    `RRULE:${ended}`,
    ...(besides.length > 0 ? [`RDATE;TZID=${zone}:${besides.map(wall).join(',')}`] : []),
    ...(calledOff.length > 0 ? [`EXDATE;TZID=${zone}:${calledOff.map(wall).join(',')}`] : []),
  ];
}
