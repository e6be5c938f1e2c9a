import { Info } from 'luxon';
import type { Interval } from '../schedule/interval';
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

const day = 86_400_000;

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
  const [year, number] = partsOf(month);
  const first = Date.UTC(year, number - 1, 1);
  const length = new Date(Date.UTC(year, number, 0)).getUTCDate();
  const { begins, weekdays } = weekIn(locale);
  const before = (weekdayOf(first) - begins + 7) % 7;
  const start = first - before * day;
  const weeks = Math.ceil((before + length) / 7);
  const byDay = new Map<string, Entry[]>();
  // Days begin elsewhere at most a day earlier or later.
  const near = entries.filter(({ at }) => at >= start - day && at < start + (weeks * 7 + 1) * day);
  for (const { at, entry } of [...near].sort((a, b) => a.at - b.at)) {
    const on = localTimeAt(at, zone).slice(0, 10);
    byDay.set(on, [...(byDay.get(on) ?? []), entry]);
  }
  const today = localTimeAt(now, zone).slice(0, 10);
  const dayAt = (index: number): CalendarDay<Entry> => {
    const at = new Date(start + index * day);
    const date = at.toISOString().slice(0, 10);
    return {
      date,
      number: at.getUTCDate(),
      isOfMonth: at.getUTCMonth() === number - 1,
      isToday: date === today,
      entries: byDay.get(date) ?? [],
    };
  };
  return {
    weeks: Array.from({ length: weeks }, (_, week) => Array.from({ length: 7 }, (_day, index) => dayAt(week * 7 + index))),
    weekdays,
  };
}

/** A span that holds the days of a month in every time zone, and the days beside them. @param month - "2027-03" */
export function spanOfMonth(month: string): Interval {
  const [year, number] = partsOf(month);
  return { from: Date.UTC(year, number - 1, 1) - 2 * day, until: Date.UTC(year, number, 1) + 2 * day };
}

/** A month so many months from another. @param month - "2027-03" */
export function monthFrom(month: string, by: number): string {
  const [year, number] = partsOf(month);
  const at = year * 12 + number - 1 + by;
  return `${String(Math.floor(at / 12)).padStart(4, '0')}-${String((at % 12) + 1).padStart(2, '0')}`;
}

function partsOf(month: string): readonly [year: number, month: number] {
  const [year, number] = month.split('-').map(Number);
  return [year!, number!];
}

/** 1 for Monday to 7 for Sunday, as in ISO 8601. */
function weekdayOf(at: number): number {
  return new Date(at).getUTCDay() || 7;
}

interface Week {
  readonly begins: number;
  readonly weekdays: CalendarMonth<unknown>['weekdays'];
}

// Names are asked of formatters that take long to be made.
const weeksIn = new Map<string, Week>();

function weekIn(locale: string): Week {
  const known = weeksIn.get(locale);
  if (known) return known;
  const begins = Info.getStartOfWeek({ locale });
  // The first of January 2024 was a Monday.
  const days = Array.from({ length: 7 }, (_, index) => Date.UTC(2024, 0, begins + index));
  const named = (weekday: 'short' | 'long') => new Intl.DateTimeFormat(locale, { weekday, timeZone: 'UTC' });
  const [short, long] = [named('short'), named('long')];
  const made = { begins, weekdays: days.map(at => ({ short: short.format(at), long: long.format(at) })) };
  weeksIn.set(locale, made);
  return made;
}
