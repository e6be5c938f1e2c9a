import { readCalendar } from '@core/calendar/read-calendar';
import { nextDates } from '@core/rule/next-dates';
import { withDates } from '@core/rule/shared-rule';
import type { RuleTree, WhenTest } from '@core/rule/rule';
import { nextOpening, nextWhenBoundary, openTimeWithin } from '@core/rule/when';
import { ruleOfSeason, type SeasonDate } from '@core/season/season';
import type { Row } from './measure';

const zone = 'Europe/London';
const now = Date.parse('2027-03-18T09:40Z');
const day = 86_400_000;

/** Calendars that are hard to read, seasons as full as they may be, and when something opens next. */
export function benchTime(): readonly Row[] {
  return [hardCalendars(), fullSeasons(), nextOpenings()];
}

function worstOf(asked: readonly (() => unknown)[]): number {
  return Math.max(
    ...asked.map(ask => {
      const begun = performance.now();
      ask();
      return performance.now() - begun;
    }),
  );
}

function hardCalendars(): Row {
  const event = (index: number, more: string, from = '20270101') =>
    [
      'BEGIN:VEVENT',
      `SUMMARY:E${index}`,
      `DTSTART;TZID=${zone}:${from}T090000`,
      `DTEND;TZID=${zone}:${from}T091000`,
      more,
      'END:VEVENT',
    ].join('\n');
  const calendar = (count: number, more: string, from?: string) =>
    ['BEGIN:VCALENDAR', ...Array.from({ length: count }, (_, index) => event(index, more, from)), 'END:VCALENDAR'].join('\n');
  const without = `EXDATE;TZID=${zone}:20270101T090000`;
  const hard = [
    calendar(5_000, 'UID:a'),
    calendar(5_000, 'RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=29;INTERVAL=3'),
    calendar(60, `RRULE:FREQ=DAILY\n${without}`),
    calendar(60, `RRULE:FREQ=YEARLY;BYWEEKNO=53;BYDAY=SU;INTERVAL=7\n${without}`, '19700101'),
    calendar(100, `RDATE;TZID=${zone}:${'20270101T090000,'.repeat(390)}20270101T090000`),
    calendar(1, `RDATE;TZID=${zone}:20270101T090000\n`.repeat(22_000)),
    calendar(1, `DESCRIPTION:${'x\n '.repeat(300_000)}`),
  ];
  const worst = worstOf(hard.map(text => () => readCalendar(text, zone, now)));
  return {
    what: `a calendar file of up to a million characters, the worst of ${hard.length} hard ones, in milliseconds`,
    ratio: worst,
    aim: 'at most',
    bound: 1_000,
  };
}

/** Eight seasons of as many dates as they may have, in one rule. */
function fullSeasons(): Row {
  const at = (days: number) => ({ local: new Date(now + days * day).toISOString().slice(0, 16), zone });
  const once = (index: number): SeasonDate => ({ test: 'window', from: at(index * 2), until: at(index * 2 + 1) });
  const again = (hour: number): SeasonDate => ({
    test: 'recurring',
    start: `2024-01-01T0${hour}:00`,
    end: `2024-01-01T0${hour}:30`,
    zone,
    rule: 'FREQ=DAILY',
  });
  const seasons = new Map(
    Array.from({ length: 8 }, (_, index) => {
      const dates = [...Array.from({ length: 396 }, (_, each) => once(each + index)), ...[1, 3, 5, 7].map(again)];
      return [`s${index}`, ruleOfSeason({ version: 1, title: 'S', reason: '', dates })] as const;
    }),
  );
  const named: RuleTree<WhenTest> = { any: [...seasons.keys()].map(season => ({ test: 'season', season })) };
  const when = withDates(named, seasons);
  const worst = worstOf([
    () => openTimeWithin(when, { from: now, until: now + 366 * day }),
    () => nextWhenBoundary(when, now),
    () => nextDates(when, now, 10),
    () => openTimeWithin({ none: [when] }, { from: now, until: now + 366 * day }),
  ]);
  return {
    what: 'a rule during eight seasons of 400 dates each: whatever is asked of it about a year, the first time, in milliseconds',
    ratio: worst,
    aim: 'at most',
    bound: 1_000,
  };
}

/** When each of 300 windows that come again opens next, once it has been asked before. */
function nextOpenings(): Row {
  const rules = ['FREQ=YEARLY', 'FREQ=WEEKLY;BYDAY=MO,WE', 'FREQ=MONTHLY;BYDAY=-1SU', 'FREQ=DAILY;INTERVAL=3'];
  const windows = Array.from({ length: 300 }, (_, index): WhenTest => {
    const [date, hour] = [`2024-${String(1 + (index % 12)).padStart(2, '0')}-01`, String(6 + (index % 12)).padStart(2, '0')];
    return { test: 'recurring', start: `${date}T${hour}:00`, end: `${date}T${hour}:45`, zone, rule: rules[index % rules.length]! };
  });
  for (const window of windows) nextOpening(window, now);
  const begun = performance.now();
  for (const window of windows) nextOpening(window, now + 3_600_000);
  const mean = (performance.now() - begun) / windows.length;
  return { what: 'when a window that comes again opens next, the mean of 300, in milliseconds', ratio: mean, aim: 'at most', bound: 1 };
}
