import { DateTime } from 'luxon';
import type { Instant } from '../schedule/local-time';
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
}

/**
 * A calendar as text. Times are instants, so that whoever reads it needs no rules of any time zone: a date that the clocks
 * moved is written as it comes out.
 * @see RFC 5545, and RFC 7986 for how often it is worth asking again
 */
export function writeCalendar(name: string, entries: readonly CalendarEntry[], refreshMinutes: number): string {
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Lucid Almanac//Plan//EN',
    'CALSCALE:GREGORIAN',
    `NAME:${escaped(name)}`,
    `REFRESH-INTERVAL;VALUE=DURATION:PT${refreshMinutes}M`,
    ...entries.flatMap(each => [
      'BEGIN:VEVENT',
      `UID:${escaped(each.uid)}`,
      `DTSTAMP:${stamp(each.changedAt)}`,
      `DTSTART:${stamp(each.from)}`,
      ...(each.until === null ? [] : [`DTEND:${stamp(each.until)}`]),
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

function stamp(instant: Instant): string {
  return DateTime.fromMillis(instant, { zone: 'utc' }).toFormat("yyyyMMdd'T'HHmmss'Z'");
}
