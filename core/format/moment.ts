import { DateTime } from 'luxon';
import type { Instant } from '../schedule/local-time';

/** How times are written for people: a zone, a locale, and the moment from which "this year" is judged. */
export interface MomentStyle {
  readonly zone: string;
  readonly locale: string;
  readonly now: Instant;
}

/** A date, with the year only when it is not the present one: "1 April", "1 April 2028". */
export function writeDate(instant: Instant, style: MomentStyle): string {
  const at = DateTime.fromMillis(instant, { zone: style.zone, locale: style.locale });
  const sameYear = at.year === DateTime.fromMillis(style.now, { zone: style.zone }).year;
  return at.toLocaleString({ day: 'numeric', month: 'long', ...(sameYear ? {} : { year: 'numeric' }) });
}

/** A date and, unless it is midnight, the time: "1 April", "1 April, 06:00". */
export function writeMoment(instant: Instant, style: MomentStyle): string {
  const at = DateTime.fromMillis(instant, { zone: style.zone, locale: style.locale });
  const isMidnight = at.hour === 0 && at.minute === 0;
  return isMidnight ? writeDate(instant, style) : `${writeDate(instant, style)}, ${at.toFormat('HH:mm')}`;
}

/** When something ended: at midnight people name the day before, since that was its last. "31 August", "31 August, 18:00". */
export function writeEnd(instant: Instant, style: MomentStyle): string {
  const at = DateTime.fromMillis(instant, { zone: style.zone });
  return at.hour === 0 && at.minute === 0 ? writeDate(at.minus({ days: 1 }).toMillis(), style) : writeMoment(instant, style);
}

/** Weekday, date and time: "Thu 1 April, 06:00". */
export function writeFullMoment(instant: Instant, style: MomentStyle): string {
  const at = DateTime.fromMillis(instant, { zone: style.zone, locale: style.locale });
  return `${at.toFormat('ccc')} ${writeDate(instant, style)}, ${at.toFormat('HH:mm')}`;
}

/** A count with its noun: "1 page", "14 pages". */
export function countOf(count: number, noun: string): string {
  return `${count.toLocaleString('en-GB')} ${noun}${count === 1 ? '' : 's'}`;
}

/** Joins names as a list is spoken: "a, b and c". */
export function listOf(names: readonly string[], conjunction: 'and' | 'or' = 'and'): string {
  if (names.length <= 1) return names[0] ?? '';
  return `${names.slice(0, -1).join(', ')} ${conjunction} ${names[names.length - 1]}`;
}
