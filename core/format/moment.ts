import { Kept, keeping, mostLocalesKept } from '../collection/keeping';
import { minuteOf, type Instant } from '../schedule/local-time';
import { say, spokenLanguage, told } from '../tongue/say';

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
  return withTime(writeFullDay(instant, style), instant, style);
}

/** From when until when: "Thu 1 April, 06:00 – 08:00", "Thu 1 April, 06:00 – Sun 4 April, 18:00". @param until - null where no end is known */
export function writeFullSpan(from: Instant, until: Instant | null, style: MomentStyle): string {
  if (until === null) return writeFullMoment(from, style);
  const isOneDay = part(from, style, 'figures') === part(until, style, 'figures');
  return `${writeFullMoment(from, style)} – ${isOneDay ? part(until, style, 'time') : writeFullMoment(until, style)}`;
}

/** Weekday and date: "Thu 1 April", with the year only when it is not the present one. */
export function writeFullDay(instant: Instant, style: MomentStyle): string {
  const isThisYear = part(instant, style, 'year') === part(style.now, style, 'year');
  return part(instant, style, isThisYear ? 'day' : 'dayDated');
}

/** Day, month and year in figures, as a locale has them: "01/04/2027". */
export function writeInFigures(instant: Instant, style: MomentStyle): string {
  return part(instant, style, 'figures');
}

/** Whether a day begins at an instant. */
export function isMidnight(instant: Instant, style: MomentStyle): boolean {
  return part(instant, style, 'clock') === '00:00';
}

// Arabic script has a comma of its own.
function withTime(date: string, instant: Instant, style: MomentStyle): string {
  return `${date}${/[\u0600-\u06ff]/.test(date) ? '،' : ','} ${part(instant, style, 'time')}`;
}

const parts = {
  year: { year: 'numeric' },
  month: { month: 'long', year: 'numeric' },
  shortMonth: { month: 'short', year: 'numeric' },
  monthInFigures: { month: '2-digit', year: 'numeric' },
  figures: { day: '2-digit', month: '2-digit', year: 'numeric' },
  date: { day: 'numeric', month: 'long' },
  dated: { day: 'numeric', month: 'long', year: 'numeric' },
  day: { weekday: 'short', day: 'numeric', month: 'long' },
  dayDated: { weekday: 'short', day: 'numeric', month: 'long', year: 'numeric' },
  time: { hour: '2-digit', minute: '2-digit' },
  clock: { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' },
} as const satisfies Record<string, Intl.DateTimeFormatOptions>;

// Making a formatter is a thousand times slower than using one.
const formatters = new Kept<Intl.DateTimeFormat>(mostLocalesKept * Object.keys(parts).length);

/** How many parts of times are kept as they were written. */
const mostWritten = 10_000;

// Lists write the same few times again and again; none of their parts is finer than a minute.
const written = new Kept<string>(mostWritten);

function part(instant: Instant, { locale, zone }: MomentStyle, name: keyof typeof parts): string {
  const form = `${name} ${locale} ${zone}`;
  const make = () => new Intl.DateTimeFormat(locale, { ...parts[name], timeZone: zone });
  const minute = minuteOf(instant);
  return written.at(`${form} ${minute}`, () => formatters.at(form, make).format(minute));
}

/** How counts and lists are said in a language. */
interface Manner {
  readonly plural: Intl.PluralRules;
  readonly number: Intl.NumberFormat;
  readonly percent: Intl.NumberFormat;
  readonly and: Intl.ListFormat;
  readonly or: Intl.ListFormat;
}

const mannerOf = keeping(mostLocalesKept, (language): Manner => ({
  plural: new Intl.PluralRules(language),
  number: new Intl.NumberFormat(language),
  percent: new Intl.NumberFormat(language, { style: 'percent' }),
  and: new Intl.ListFormat(language, { type: 'conjunction' }),
  or: new Intl.ListFormat(language, { type: 'disjunction' }),
}));

function spokenManner(): Manner {
  return mannerOf(spokenLanguage());
}

/** A number as it is written: "1,200". */
export function numberOf(count: number): string {
  return numberIn(count, spokenLanguage());
}

/** A number as readers of a locale have it: "1,200", in German "1.200". */
export function numberIn(count: number, locale: string): string {
  return mannerOf(locale).number.format(count);
}

/** Hundredths as they are written: "53%", in German "53 %". */
export function percentOf(hundredths: number): string {
  return spokenManner().percent.format(hundredths / 100);
}

/** A count with its noun: "1 page", "14 pages". */
export function countOf(count: number, noun: string): string {
  const [one, many] = told(`${noun}|${noun}s`).split('|');
  return `${numberOf(count)} ${spokenManner().plural.select(count) === 'one' ? one : many}`;
}

/** Joins names as a list is spoken: "a, b and c". @see Unicode UTS 35, list patterns */
export function listOf(names: readonly string[], conjunction: 'and' | 'or' = 'and'): string {
  return spokenManner()[conjunction].format(names);
}

/** A name in quotation marks. */
export function quoted(name: string): string {
  return say`“${name}”`;
}

/** A noun with its article: "a writer", "an editor". */
export function withArticle(noun: string): string {
  return told(`${/^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`);
}

/** How a month can be written: "March 2027", "Mar 2027", "03/2027". */
export type MonthForm = 'month' | 'shortMonth' | 'monthInFigures';

/** A month or a year by its number: "March 2027" for 2027-03, "2027" for itself. @param locale - BCP 47 */
export function writeMonth(key: string, locale: string, form: MonthForm = 'month'): string {
  if (key.length <= 4) return key;
  const [year, month] = key.split('-').map(Number);
  return part(Date.UTC(year!, month! - 1, 1), { locale, zone: 'UTC', now: 0 }, form);
}
