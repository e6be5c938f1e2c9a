import { readCalendar } from '@core/calendar/read-calendar';
import { nextDates } from '@core/rule/next-dates';
import { withDates } from '@core/rule/shared-rule';
import type { RuleTree, WhenTest } from '@core/rule/rule';
import { nextOpening, nextWhenBoundary, openTimeWithin } from '@core/rule/when';
import { ruleOfSeason, type SeasonDate } from '@core/season/season';
import { HealthCheck } from '@core/health/health';
import { limitedTargets, regionFindings, RegionMemory } from '@core/health/region-health';
import { Ledger } from '@core/ledger/ledger';
import type { PlacementValue } from '@core/placement/placement';
import { planWithin } from '@core/plan/site-plan';
import { takeSnapshot } from '@core/site/snapshot';
import { sampleBlock } from '@server/testing/samples';
import { plainEntry } from './entry';
import { largeLedger, largeTheme } from './large-site';
import { medianMilliseconds, type Row } from './measure';

const zone = 'Europe/London';
const now = Date.parse('2027-03-18T09:40Z');
const day = 86_400_000;

/** Calendars that are hard to read, seasons as full as they may be, and when something opens next. */
export function benchTime(): readonly Row[] {
  return [hardCalendars(), fullSeasons(), nextOpenings(), fiveYearsBack(), ...recurringPlan(), ...recurringPlan(', of a second site')];
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

const year = 366 * day;

/** A site at a moment five years back, taken anew, beside the same now; a thousand records were changed a hundred times each. */
function fiveYearsBack(): Row {
  const [records, turns] = [1_000, 100];
  const ledger = new Ledger();
  const [first, ...others] = Array.from({ length: records }, (_, index) => `block-${index}`);
  const span = 5 * year;
  const base = { locale: 'en-GB', parentId: null, mergedFromId: null, translatedFromId: null, createdBy: 'x', note: '' };
  const rows = [first!, ...others].flatMap((recordId, index) =>
    Array.from({ length: turns }, (_, turn) => {
      const at = now - span + Math.floor((turn * span) / turns);
      const revision = { ...base, id: `${recordId}-${turn}`, recordId, value: sampleBlock({ title: `${index}, ${turn}` }), createdAt: at };
      return {
        revision,
        entry: plainEntry({ recordId, revisionId: revision.id, from: at, recordedAt: at, number: index * turns + turn + 1 }),
      };
    }),
  );
  ledger.absorb({
    records: [first!, ...others].map(id => ({ id, kind: 'block', locale: 'en-GB', createdAt: now - span, createdBy: 'x' })),
    revisions: rows.map(each => each.revision),
    entries: rows.map(each => each.entry),
  });
  const take = (moment: number) => takeSnapshot(ledger, { moment, now, manifest: largeTheme }).blocks.size;
  const [back, present] = [medianMilliseconds(9, () => take(now - span + 1)), medianMilliseconds(9, () => take(now))];
  return {
    what: `a site five years back among ${rows.length} revisions, against now (${back.toFixed(1)} against ${present.toFixed(1)} ms)`,
    ratio: back / present,
    aim: 'at most',
    bound: 1.5,
  };
}

/** What is wrong over a year of two thousand placements, three hundred of which open every day at times of their own. */
function recurringPlan(which = ', of the first site looked at'): readonly Row[] {
  const ledger = largeLedger(500, 2_000);
  const windows = 300;
  const publish = (index: number, from: string, until: string) => {
    const recordId = `placement-${index}`;
    const value = ledger.revision(`r-${recordId}`).value as PlacementValue;
    const when: RuleTree<WhenTest> = { all: [{ test: 'time of day', from, until, zone }] };
    const revision = { ...ledger.revision(`r-${recordId}`), id: `w-${ledger.version}`, value: { ...value, rule: { ...value.rule, when } } };
    ledger.absorb({
      revisions: [revision],
      entries: [plainEntry({ recordId, revisionId: revision.id, recordedAt: now, number: ledger.lastNumber + 1 })],
    });
  };
  const hour = (count: number) => String(count).padStart(2, '0');
  for (let index = 0; index < windows; index += 1) publish(index * 6 + 1, `${hour(6 + (index % 8))}:00`, `${hour(15 + (index % 8))}:30`);
  const manifest = { ...largeTheme, regions: largeTheme.regions.map(each => ({ ...each, limits: { most: 60, least: 1 } })) };
  const plan = () => planWithin(ledger, { from: now, until: now + year }, { locale: 'en-GB', manifest, services: [] });
  const memories = new Map(limitedTargets(manifest).map(target => [target, new RegionMemory()]));
  const check = new HealthCheck();
  const questions = {
    'gaps and collisions': () => memories.forEach((memory, target) => regionFindings(plan(), target, memory)),
    'all warnings': () => check.check(plan(), ['en-GB']),
  };
  let turn = 0;
  const change = () => publish(1 + 6 * (turn += 1), '05:00', `11:${String(10 + (turn % 40))}`);
  return Object.entries(questions).flatMap(([question, ask]): Row[] => {
    const name = `${question} over a year of 2,000 placements, ${windows} of them open daily${which}`;
    const took = () => {
      const begun = performance.now();
      ask();
      return performance.now() - begun;
    };
    const whole = took();
    const afterChanges = Array.from({ length: 60 }, () => {
      change();
      return took();
    }).sort((a, b) => a - b);
    return [
      { what: `${name}, in milliseconds`, ratio: whole, aim: 'at most', bound: 300 },
      { what: 'the same after one change, the median of sixty, in milliseconds', ratio: afterChanges[30]!, aim: 'at most', bound: 16 },
    ];
  });
}
