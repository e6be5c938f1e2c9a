import type { Instant } from '../schedule/local-time';

/** How times are written for people: a zone, a locale, and the moment from which "this year" is judged. */
export interface MomentStyle {
  readonly zone: string;
  readonly locale: string;
  readonly now: Instant;
}

/** A date, with the year only when it is not the present one: "1 April", "1 April 2028". */
export function writeDate(instant: Instant, style: MomentStyle): string {
  const isThisYear = part(instant, style, 'year') === part(style.now, style, 'year');
  return part(instant, style, isThisYear ? 'date' : 'dated');
}

/** A date and, unless it is midnight, the time: "1 April", "1 April, 06:00". */
export function writeMoment(instant: Instant, style: MomentStyle): string {
  return isMidnight(instant, style) ? writeDate(instant, style) : withTime(writeDate(instant, style), instant, style);
}

/** When something ended: at midnight people name the day before, since that was its last. "31 August", "31 August, 18:00". */
export function writeEnd(instant: Instant, style: MomentStyle): string {
  return isMidnight(instant, style) ? writeDate(instant - 1, style) : writeMoment(instant, style);
}

/** Weekday, date and time: "Thu 1 April, 06:00". */
export function writeFullMoment(instant: Instant, style: MomentStyle): string {
  const isThisYear = part(instant, style, 'year') === part(style.now, style, 'year');
  return withTime(part(instant, style, isThisYear ? 'day' : 'dayDated'), instant, style);
}

function isMidnight(instant: Instant, style: MomentStyle): boolean {
  return part(instant, style, 'clock') === '00:00';
}

// Arabic script has a comma of its own.
function withTime(date: string, instant: Instant, style: MomentStyle): string {
  return `${date}${/[\u0600-\u06ff]/.test(date) ? '،' : ','} ${part(instant, style, 'time')}`;
}

const parts = {
  year: { year: 'numeric' },
  date: { day: 'numeric', month: 'long' },
  dated: { day: 'numeric', month: 'long', year: 'numeric' },
  day: { weekday: 'short', day: 'numeric', month: 'long' },
  dayDated: { weekday: 'short', day: 'numeric', month: 'long', year: 'numeric' },
  time: { hour: '2-digit', minute: '2-digit' },
  clock: { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' },
} as const satisfies Record<string, Intl.DateTimeFormatOptions>;

// Making a formatter is a thousand times slower than using one.
const formatters = new Map<string, Intl.DateTimeFormat>();

function part(instant: Instant, style: MomentStyle, name: keyof typeof parts): string {
  const key = `${name} ${style.locale} ${style.zone}`;
  let formatter = formatters.get(key);
  if (!formatter) formatters.set(key, (formatter = new Intl.DateTimeFormat(style.locale, { ...parts[name], timeZone: style.zone })));
  return formatter.format(instant);
}

const plural = new Intl.PluralRules('en-GB');

/** A count with its noun: "1 page", "14 pages". */
export function countOf(count: number, noun: string): string {
  return `${count.toLocaleString('en-GB')} ${noun}${plural.select(count) === 'one' ? '' : 's'}`;
}

const lists = {
  and: new Intl.ListFormat('en-GB', { type: 'conjunction' }),
  or: new Intl.ListFormat('en-GB', { type: 'disjunction' }),
} as const;

/** Joins names as a list is spoken: "a, b and c". @see Unicode UTS 35, list patterns */
export function listOf(names: readonly string[], conjunction: 'and' | 'or' = 'and'): string {
  return lists[conjunction].format(names);
}

/** A noun with its article: "a writer", "an editor". */
export function withArticle(noun: string): string {
  return `${/^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`;
}
