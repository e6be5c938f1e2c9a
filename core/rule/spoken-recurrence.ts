import { rrulestr } from '../schedule/rrule';
import { firstLanguage, say, spokenLanguage } from '../tongue/say';

/**
 * A recurrence rule in words, such as "every week on Monday".
 * @param rule - of RFC 5545, without its name
 */
export function spokenRecurrence(rule: string): string {
  const parsed = rrulestr(`RRULE:${rule}`);
  const language = spokenLanguage();
  if (language === firstLanguage) return parsed.toText();
  const words = recurrenceWords();
  return parsed.toText(id => words[String(id)] ?? String(id), { ...namesIn(language), tokens: {} });
}

// The library puts its sentence together from these.
function recurrenceWords(): Readonly<Record<string, string>> {
  const ordinal = say`th (of an ordinal)`;
  return {
    every: say`every (before a stretch of time)`,
    day: say`day (every …)`,
    days: say`days (every 2 …)`,
    weekday: say`weekday (every …)`,
    weekdays: say`weekdays (every 2 …)`,
    week: say`week (every …)`,
    weeks: say`weeks (every 2 …)`,
    month: say`month (every …)`,
    months: say`months (every 2 …)`,
    year: say`year (every …)`,
    years: say`years (every 2 …)`,
    in: say`in (a month)`,
    on: say`on (a weekday)`,
    'on the': say`on the (3rd)`,
    the: say`the (3rd, after a weekday)`,
    and: say`and (between days)`,
    or: say`or (between days)`,
    last: say`last (of an ordinal)`,
    for: say`for (so many times)`,
    time: say`time (for 1 …)`,
    times: say`times (for 2 …)`,
    until: say`until (a date)`,
    st: ordinal,
    nd: ordinal,
    rd: ordinal,
    th: ordinal,
  };
}

function namesIn(language: string): { dayNames: string[]; monthNames: string[] } {
  const named = (count: number, part: Intl.DateTimeFormatOptions, at: (index: number) => number) => {
    const format = new Intl.DateTimeFormat(language, { ...part, timeZone: 'UTC' });
    return Array.from({ length: count }, (_, index) => format.format(at(index)));
  };
  // 5 January 2025 was a Sunday, with which the library begins.
  return {
    dayNames: named(7, { weekday: 'long' }, index => Date.UTC(2025, 0, 5 + index)),
    monthNames: named(12, { month: 'long' }, index => Date.UTC(2025, index, 1)),
  };
}
