import { Info } from 'luxon';
import { keeping, mostLocalesKept } from '../collection/keeping';
import type { Interval } from '../schedule/interval';
import { localTimeAt, type Instant } from '../schedule/local-time';

/** A day of a month as a calendar shows it. */
export interface CalendarDay<Entry> {
  /** ISO 8601 date. */
  readonly date: string;
  readonly number: number;
  readonly isOfMonth: boolean;
  readonly isToday: boolean;
  /** In order of when they begin. */
  readonly entries: readonly OnADay<Entry>[];
}

/** What stands in a calendar on a day. */
export interface OnADay<Entry> {
  readonly entry: Entry;
  /** It began on a day before. */
  readonly goesOn: boolean;
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
  /** Excluded: it stands on every day that it touches before. Left out, on the day on which it begins. */
  readonly until?: Instant;
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
  const { begins, weekdays } = weekIn(locale);
  const { start, days } = daysAround(`${month} ${begins}`);
  const onDays = days.map((): OnADay<Entry>[] => []);
  const indexOf = (at: Instant) => (Date.parse(localTimeAt(at, zone).slice(0, 10)) - start) / day;
  // Days begin elsewhere at most a day earlier or later.
  const near = entries.filter(({ at, until = at }) => until >= start - day && at < start + (days.length + 1) * day);
  for (const { at, until, entry } of [...near].sort((a, b) => a.at - b.at)) {
    const first = indexOf(at);
    const last = until === undefined ? first : Math.max(first, indexOf(until - 1));
    for (let on = Math.max(first, 0); on <= Math.min(last, onDays.length - 1); on += 1) onDays[on]!.push({ entry, goesOn: on > first });
  }
  const today = localTimeAt(now, zone).slice(0, 10);
  const dayAt = (index: number): CalendarDay<Entry> => {
    const { date, number, isOfMonth } = days[index]!;
    return { date, number, isOfMonth, isToday: date === today, entries: onDays[index]! };
  };
  return {
    weeks: Array.from({ length: days.length / 7 }, (_, week) => Array.from({ length: 7 }, (_day, index) => dayAt(week * 7 + index))),
    weekdays,
  };
}

/** The days of a month in whole weeks, and when the first of them begins in UTC. */
interface DaysAround {
  readonly start: Instant;
  readonly days: readonly Pick<CalendarDay<unknown>, 'date' | 'number' | 'isOfMonth'>[];
}

const mostMonthsKept = 500;

// Dates are written for forty days, and every calendar of a site asks for those of the same months: by month and the weekday
// on which weeks begin, as in "2027-03 1".
const daysAround = keeping(mostMonthsKept, (asked): DaysAround => {
  const [month, begins] = asked.split(' ') as [string, string];
  const [year, number] = partsOf(month);
  const first = Date.UTC(year, number - 1, 1);
  const length = new Date(Date.UTC(year, number, 0)).getUTCDate();
  const before = (weekdayOf(first) - Number(begins) + 7) % 7;
  const start = first - before * day;
  const days = Array.from({ length: Math.ceil((before + length) / 7) * 7 }, (_, index) => {
    const date = new Date(start + index * day).toISOString().slice(0, 10);
    return { date, number: Number(date.slice(8)), isOfMonth: date.startsWith(month) };
  });
  return { start, days };
});

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
const weekIn = keeping(mostLocalesKept, (locale): Week => {
  const begins = Info.getStartOfWeek({ locale });
  // The first of January 2024 was a Monday.
  const days = Array.from({ length: 7 }, (_, index) => Date.UTC(2024, 0, begins + index));
  const named = (weekday: 'short' | 'long') => new Intl.DateTimeFormat(locale, { weekday, timeZone: 'UTC' });
  const [short, long] = [named('short'), named('long')];
  return { begins, weekdays: days.map(at => ({ short: short.format(at), long: long.format(at) })) };
});
