import { DateTime, Info } from 'luxon';
import { localTimeAt, type Instant } from '../schedule/local-time';

/** A day of a month as a calendar shows it. */
export interface CalendarDay<Entry> {
  /** ISO 8601 date. */
  readonly date: string;
  readonly number: number;
  readonly isOfMonth: boolean;
  readonly isToday: boolean;
  readonly entries: readonly Entry[];
}

/** A month in weeks. */
export interface CalendarMonth<Entry> {
  readonly weeks: readonly (readonly CalendarDay<Entry>[])[];
  /** Names of the weekdays, in the order in which weeks run. */
  readonly weekdays: readonly { readonly short: string; readonly long: string }[];
}

/** What stands in a calendar at a time. */
export interface Dated<Entry> {
  readonly at: Instant;
  readonly entry: Entry;
}

/**
 * Lays a month out in whole weeks, beginning on the day on which weeks begin in a locale.
 * @param month - "2027-03"
 * @param zone - IANA time zone in which days begin
 * @see Unicode CLDR, week data
 */
export function monthOf<Entry>(
  month: string,
  entries: readonly Dated<Entry>[],
  { zone, locale, now }: { readonly zone: string; readonly locale: string; readonly now: Instant },
): CalendarMonth<Entry> {
  const first = DateTime.fromISO(`${month}-01`, { zone: 'utc' });
  const begins = Info.getStartOfWeek({ locale });
  const start = first.minus({ days: (first.weekday - begins + 7) % 7 });
  const count = Math.ceil((first.diff(start, 'days').days + first.daysInMonth!) / 7);
  const byDay = new Map<string, Entry[]>();
  for (const { at, entry } of [...entries].sort((a, b) => a.at - b.at)) {
    const day = localTimeAt(at, zone).slice(0, 10);
    byDay.set(day, [...(byDay.get(day) ?? []), entry]);
  }
  const today = localTimeAt(now, zone).slice(0, 10);
  const dayAt = (index: number): CalendarDay<Entry> => {
    const at = start.plus({ days: index });
    const date = at.toISODate()!;
    return { date, number: at.day, isOfMonth: at.month === first.month, isToday: date === today, entries: byDay.get(date) ?? [] };
  };
  const name = (day: DateTime, weekday: 'short' | 'long') => day.setLocale(locale).toLocaleString({ weekday });
  return {
    weeks: Array.from({ length: count }, (_, week) => Array.from({ length: 7 }, (_day, index) => dayAt(week * 7 + index))),
    weekdays: Array.from({ length: 7 }, (_, index) => start.plus({ days: index })).map(day => ({
      short: name(day, 'short'),
      long: name(day, 'long'),
    })),
  };
}

/** A month so many months from another. @param month - "2027-03" */
export function monthFrom(month: string, by: number): string {
  return DateTime.fromISO(`${month}-01`, { zone: 'utc' }).plus({ months: by }).toFormat('yyyy-MM');
}
