import { RRule, type ParsedRule } from './rrule';

const day = 86_400_000;
const week = 7 * day;

/** The farthest that a rule with COUNT is walked from its first opening, in days: beyond every moment that can be named. */
const farthest = 230 * 366;

/** The parts of a rule as the rule library reads them, what follows from the first opening filled in. */
type Parts = ParsedRule['options'];

/** Whether a rule is one of those that {@link occurrencesWithin} computes: all but weeks by number and days about Easter. */
export function isComputed({ options }: ParsedRule): boolean {
  return isEmpty(options.byweekno) && options.byeaster === null;
}

/**
 * The occurrences of a rule within a span, looked for day by day in the span itself, however long ago the first one was
 * and however seldom the rule lets a day through. Only a rule with COUNT is walked from its first occurrence.
 * @param first - first occurrence, wall-clock milliseconds as if in UTC
 * @param from - wall-clock milliseconds, included
 * @param until - wall-clock milliseconds, included
 * @returns ascending wall-clock milliseconds
 * @see RFC 5545 section 3.3.10
 */
export function occurrencesWithin(rule: ParsedRule, first: number, from: number, until: number): readonly number[] {
  const { options } = rule;
  const end = Math.min(until, options.until?.getTime() ?? Infinity);
  if (options.count === null) return listed(options, first, Math.max(first, from), end).filter(at => at >= from);
  return counted(rule, first).filter(at => at >= from && at <= end);
}

const countedOf = new WeakMap<ParsedRule, readonly number[]>();

function counted(rule: ParsedRule, first: number): readonly number[] {
  const known = countedOf.get(rule);
  if (known) return known;
  const { options } = rule;
  const found: number[] = [];
  // A year at a time, so that a rule which has had its count early is not walked on.
  for (let from = first; from <= first + farthest * day && found.length < options.count!; from += 366 * day)
    found.push(...listed(options, first, from, from + 366 * day - 1).filter(at => at >= from));
  const made = found.slice(0, options.count!);
  countedOf.set(rule, made);
  return made;
}

/** Occurrences whose period reaches into the span; those of the period that lie before `from` are listed too. */
function listed(options: Parts, first: number, from: number, until: number): number[] {
  const anchor = periodOf(options, first);
  const times = timesOfDay(options, first);
  const found: number[] = [];
  for (let start = periodStart(options, from); start <= until; start = nextPeriod(options, start)) {
    const index = periodOf(options, start) - anchor;
    if (index < 0 || index % options.interval !== 0) continue;
    const dates = datesOfPeriod(options, start);
    const all = dates.flatMap(date => times.map(time => date + time));
    for (const at of atPositions(options, all)) if (at >= first && at <= until) found.push(at);
  }
  return found;
}

function periodOf({ freq, wkst }: Parts, at: number): number {
  const date = new Date(at);
  if (freq === RRule.YEARLY) return date.getUTCFullYear();
  if (freq === RRule.MONTHLY) return date.getUTCFullYear() * 12 + date.getUTCMonth();
  return freq === RRule.WEEKLY ? Math.floor((weekStart(at, wkst) + 4 * day) / week) : Math.floor(at / day);
}

function periodStart({ freq, wkst }: Parts, at: number): number {
  const date = new Date(at);
  if (freq === RRule.YEARLY) return Date.UTC(date.getUTCFullYear(), 0);
  if (freq === RRule.MONTHLY) return Date.UTC(date.getUTCFullYear(), date.getUTCMonth());
  return freq === RRule.WEEKLY ? weekStart(at, wkst) : Math.floor(at / day) * day;
}

function nextPeriod({ freq }: Parts, start: number): number {
  const date = new Date(start);
  if (freq === RRule.YEARLY) return Date.UTC(date.getUTCFullYear() + 1, 0);
  if (freq === RRule.MONTHLY) return Date.UTC(date.getUTCFullYear(), date.getUTCMonth() + 1);
  return start + (freq === RRule.WEEKLY ? week : day);
}

// The library counts weekdays from Monday.
function weekdayOf(at: number): number {
  return (new Date(at).getUTCDay() + 6) % 7;
}

function weekStart(at: number, wkst: number): number {
  const midnight = Math.floor(at / day) * day;
  return midnight - ((weekdayOf(midnight) - wkst + 7) % 7) * day;
}

function datesOfPeriod(options: Parts, start: number): readonly number[] {
  const dates: number[] = [];
  const end = nextPeriod(options, start);
  for (let date = start; date < end; date += day) if (letsThrough(options, date)) dates.push(date);
  return dates;
}

function letsThrough(options: Parts, date: number): boolean {
  const { bymonth, bymonthday, bynmonthday, byweekday, bynweekday, byyearday } = options;
  const at = new Date(date);
  const [year, month, dayOfMonth] = [at.getUTCFullYear(), at.getUTCMonth(), at.getUTCDate()];
  if (!isEmpty(bymonth) && !bymonth!.includes(month + 1)) return false;
  if (!isEmpty(bymonthday) || !isEmpty(bynmonthday)) {
    const lastOfMonth = new Date(Date.UTC(year, month + 1, 0)).getUTCDate();
    if (!(bymonthday ?? []).includes(dayOfMonth) && !(bynmonthday ?? []).includes(dayOfMonth - lastOfMonth - 1)) return false;
  }
  const weekday = weekdayOf(date);
  if (!isEmpty(byweekday) || !isEmpty(bynweekday)) {
    const isNamed =
      (byweekday ?? []).includes(weekday) || (bynweekday ?? []).some(([day, nth]) => day === weekday && isNth(options, date, nth!));
    if (!isNamed) return false;
  }
  if (isEmpty(byyearday)) return true;
  const [begin, end] = [Date.UTC(year, 0), Date.UTC(year + 1, 0)];
  return byyearday!.includes((date - begin) / day + 1) || byyearday!.includes((date - end) / day);
}

// "The second Monday" counts within the month, or within the year where a yearly rule names no month.
function isNth({ freq, bymonth }: Parts, date: number, nth: number): boolean {
  const at = new Date(date);
  const inYear = freq === RRule.YEARLY && isEmpty(bymonth);
  const [begin, end] = inYear
    ? [Date.UTC(at.getUTCFullYear(), 0), Date.UTC(at.getUTCFullYear() + 1, 0)]
    : [Date.UTC(at.getUTCFullYear(), at.getUTCMonth()), Date.UTC(at.getUTCFullYear(), at.getUTCMonth() + 1)];
  return nth > 0 ? Math.floor((date - begin) / week) === nth - 1 : Math.floor((end - day - date) / week) === -nth - 1;
}

function timesOfDay({ byhour, byminute }: Parts, first: number): readonly number[] {
  const own = first - Math.floor(first / day) * day;
  const hours = isEmpty(byhour) ? [Math.floor(own / 3_600_000)] : byhour!;
  const minutes = isEmpty(byminute) ? [Math.floor(own / 60_000) % 60] : byminute!;
  return hours.flatMap(hour => minutes.map(minute => hour * 3_600_000 + minute * 60_000)).sort((a, b) => a - b);
}

function atPositions({ bysetpos }: Parts, all: readonly number[]): readonly number[] {
  if (isEmpty(bysetpos)) return all;
  return all.filter((_, index) => bysetpos!.includes(index + 1) || bysetpos!.includes(index - all.length));
}

function isEmpty(list: readonly unknown[] | null | undefined): boolean {
  return !list || list.length === 0;
}
