import { DateTime } from 'luxon';

/** A calendar day so many days later, as "2027-04-01"; what is none is given back. */
export function shiftDay(day: string, days: number): string {
  return DateTime.fromISO(day, { zone: 'utc' }).plus({ days }).toISODate() ?? day;
}
