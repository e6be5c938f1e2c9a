import ICAL from 'ical.js';
import { groupBy } from '../collection/group-by';
import { faultOfRecurrence, openingsWithin } from '../schedule/recurrence';
import { instantOf, isLocalDateTime, isTimeZone, localTimeAt, type Instant, type LocalTime } from '../schedule/local-time';
import { mostAgain, mostDates, type SeasonDate } from '../season/season';
import { say } from '../tongue/say';
import { unfolded, type ContentLine } from './lines';

/** The most characters of a calendar that is read. */
export const mostCalendarCharacters = 1_000_000;

/** The most events. */
const mostEvents = 1_000;

/** The most series with exceptions: each of their dates has to be listed. */
const mostExcepted = 8;

/** The most dates that an event takes out, or adds, one by one, and how many all events may together. */
const mostSingle = mostDates;
const mostSingleInAll = 4_000;

/** How far dates with exceptions are listed, back and ahead, in milliseconds. */
const listedBack = 31 * 86_400_000;
const listedAhead = 2 * 366 * 86_400_000;

/** What a calendar says: dates by the name of their events, and what of it could not be taken. */
export interface CalendarRead {
  readonly seasons: readonly { readonly title: string; readonly dates: readonly SeasonDate[] }[];
  readonly faults: readonly { readonly line: number; readonly detail: string }[];
}

interface ReadEvent {
  readonly line: number;
  readonly uid: string;
  readonly title: string;
  readonly start: LocalTime;
  readonly end: LocalTime;
  readonly rule: string | null;
  readonly without: readonly LocalTime[];
  readonly besides: readonly LocalTime[];
  /** The one date of a series that it takes the place of. */
  readonly insteadOf: LocalTime | null;
}

class EventFault extends Error {}

/** What is read of an event. */
const readProperties = /^(?:BEGIN|END|UID|SUMMARY|STATUS|DTSTART|DTEND|DURATION|EXDATE|RDATE|RECURRENCE-ID)[;:]/i;

/**
 * Reads a calendar of dates. What cannot be taken is told of by line; the rest is taken.
 * Times without a zone are in the site's. A series with exceptions is listed for a month back and two years ahead.
 * @param zone - of the site
 * @see RFC 5545
 */
export function readCalendar(text: string, zone: string, now: Instant): CalendarRead {
  const faults: { line: number; detail: string }[] = [];
  const { blocks, fault } = eventBlocks(unfolded(text));
  if (fault) faults.push(fault);
  if (blocks.length > mostEvents)
    faults.push({ line: blocks[mostEvents]![0]!.line, detail: say`Only the first ${mostEvents} events were read.` });
  let single = 0;
  const events = blocks.slice(0, mostEvents).flatMap(lines => {
    try {
      const dates = singleDates(lines);
      if (dates > mostSingle) throw new EventFault(say`It takes out, or adds, more than ${mostSingle} dates one by one.`);
      single += dates;
      if (single > mostSingleInAll)
        throw new EventFault(say`The calendar takes out, or adds, more than ${mostSingleInAll} dates one by one; this event was left out.`);
      return [readEvent(lines, zone)].filter(each => each !== null);
    } catch (error) {
      const detail = error instanceof EventFault ? error.message : say`This event cannot be read.`;
      faults.push({ line: lines[0]!.line, detail });
      return [];
    }
  });
  const instead = groupBy(
    events.filter(each => each.insteadOf !== null),
    each => each.uid,
  );
  let excepted = 0;
  const dated = events.flatMap(event => {
    const moved = event.insteadOf === null ? (instead.get(event.uid) ?? []) : [];
    const isExcepted = event.rule !== null && event.without.length + event.besides.length + moved.length > 0;
    if (isExcepted && /BYHOUR|BYMINUTE/.test(event.rule!)) {
      faults.push({ line: event.line, detail: say`A series with exceptions comes at most once a day; this one was left out.` });
      return [];
    }
    if (isExcepted && (excepted += 1) > mostExcepted) {
      faults.push({ line: event.line, detail: say`More than ${mostExcepted} series have exceptions; this one was left out.` });
      return [];
    }
    return datesOf(event, moved, now).map(date => ({ title: event.title, date }));
  });
  const seasons = [...groupBy(dated, each => each.title)].map(([title, some]) => ({ title, dates: some.map(each => each.date) }));
  return { seasons: seasons.map(each => within(each, faults)), faults: faults.sort((a, b) => a.line - b.line) };
}

function within({ title, dates }: CalendarRead['seasons'][number], faults: { line: number; detail: string }[]) {
  const distinct = [...new Map(dates.map(each => [JSON.stringify(each), each])).values()];
  const again = distinct.filter(each => each.test === 'recurring');
  const kept = distinct.filter(each => each.test !== 'recurring' || again.indexOf(each) < mostAgain);
  if (kept.length < distinct.length)
    faults.push({ line: 1, detail: say`“${title}” comes again in more than ${mostAgain} ways; only the first were taken.` });
  if (kept.length > mostDates)
    faults.push({ line: 1, detail: say`“${title}” has more than ${mostDates} dates; only the first were taken.` });
  return { title, dates: kept.slice(0, mostDates) };
}

/** The lines of each event, and what is wrong with how they lie within one another. */
function eventBlocks(lines: readonly ContentLine[]): { blocks: readonly ContentLine[][]; fault: { line: number; detail: string } | null } {
  const blocks: ContentLine[][] = [];
  const open: string[] = [];
  let current: ContentLine[] | null = null;
  for (const each of lines) {
    const [, edge, name] = /^(BEGIN|END):([A-Z0-9-]+)\s*$/i.exec(each.text) ?? [];
    const component = name?.toUpperCase();
    if (open.length === 0 && component !== 'VCALENDAR')
      return { blocks, fault: { line: each.line, detail: say`This is no calendar: it does not begin with BEGIN:VCALENDAR.` } };
    if (edge?.toUpperCase() === 'BEGIN') {
      open.push(component!);
      if (component === 'VEVENT') current = [];
    }
    if (edge?.toUpperCase() === 'END' && open.pop() !== component)
      return { blocks, fault: { line: each.line, detail: say`Something ends here that did not begin.` } };
    current?.push(each);
    if (edge?.toUpperCase() === 'END' && component === 'VEVENT' && current) {
      blocks.push(current);
      current = null;
    }
  }
  const isWhole = open.length === 0 && lines.length > 0;
  return { blocks, fault: isWhole ? null : { line: lines.at(-1)?.line ?? 1, detail: say`The calendar breaks off.` } };
}

function readEvent(lines: readonly ContentLine[], siteZone: string): ReadEvent | null {
  const broken = lines.find(({ text }) => !/^[A-Za-z0-9-]+[;:]/.test(text));
  if (broken) throw new EventFault(say`Line ${broken.line} is neither a property nor the rest of one: it may have been folded wrongly.`);
  // Only what is read of it is given to the parser: descriptions may be long.
  const read = lines.filter(({ text }) => readProperties.test(text));
  const component = ICAL.Component.fromString(read.map(each => each.text).join('\r\n'));
  if (String(component.getFirstPropertyValue('status') ?? '').toUpperCase() === 'CANCELLED') return null;
  const times = (name: string) => component.getAllProperties(name).flatMap(property => timesOf(property, siteZone));
  const [start] = times('dtstart');
  if (!start) throw new EventFault(say`It has no beginning.`);
  const end = times('dtend')[0] ?? endAfter(start, component);
  if (instantOf(end) <= instantOf(start)) throw new EventFault(say`It does not end after it begins.`);
  const rules = lines.filter(({ text }) => /^RRULE[;:]/i.test(text));
  if (rules.length > 1) throw new EventFault(say`It has more than one rule by which it comes again.`);
  const rule = rules.length === 0 ? null : ruleIn(rules[0]!.text.slice(rules[0]!.text.indexOf(':') + 1), start.zone);
  const title = String(component.getFirstPropertyValue('summary') ?? '')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 200);
  const event: ReadEvent = {
    line: lines[0]!.line,
    uid: String(component.getFirstPropertyValue('uid') ?? `line ${lines[0]!.line}`),
    title: title === '' ? say`Without a name` : title,
    start,
    end: endIn(start, end),
    rule,
    without: times('exdate'),
    besides: times('rdate'),
    insteadOf: times('recurrence-id')[0] ?? null,
  };
  if (rule !== null && faultOfRecurrence(recurrenceOf(event)) !== null)
    throw new EventFault(say`It comes again by a rule that is not known here, or never comes: ${rule}.`);
  return event;
}

/** How many dates an event takes out, or adds, one by one. */
function singleDates(lines: readonly ContentLine[]): number {
  const counted = lines.filter(({ text }) => /^(?:EXDATE|RDATE)[;:]/i.test(text));
  return counted.reduce((sum, { text }) => sum + text.split(',').length, 0);
}

// Of a series, both ends are read by the clock of the place where it begins.
function endIn(start: LocalTime, end: LocalTime): LocalTime {
  return start.zone === end.zone ? end : { local: localTimeAt(instantOf(end), start.zone), zone: start.zone };
}

function endAfter(start: LocalTime, component: ICAL.Component): LocalTime {
  const duration = component.getFirstPropertyValue('duration');
  const isDay = component.getFirstProperty('dtstart')!.type === 'date';
  const seconds = duration instanceof ICAL.Duration ? duration.toSeconds() : isDay ? 86_400 : 0;
  // Days are counted on the wall clock.
  return { local: localTimeAt(Date.parse(`${start.local}Z`) + seconds * 1_000, 'utc'), zone: start.zone };
}

function timesOf(property: ICAL.Property, siteZone: string): readonly LocalTime[] {
  const zoneNamed = property.getFirstParameter('tzid') as string | undefined;
  return property.getValues().map((value): LocalTime => {
    const time = value instanceof ICAL.Period ? value.start : value;
    if (!(time instanceof ICAL.Time)) throw new EventFault(say`It has a time that cannot be read.`);
    const local = time.isDate ? `${time.toString()}T00:00` : time.toString().slice(0, 16);
    const zone = time.zone === ICAL.Timezone.utcTimezone ? 'UTC' : time.isDate || !zoneNamed ? siteZone : zoneNamed;
    if (!isTimeZone(zone)) throw new EventFault(say`No time zone “${zone}” is known.`);
    if (!isLocalDateTime(local)) throw new EventFault(say`There is no such date: ${local}.`);
    return { local, zone };
  });
}

// An end of the rule is kept as wall-clock time, as all of a series is.
function ruleIn(value: string, zone: string): string {
  return value
    .trim()
    .toUpperCase()
    .replace(/UNTIL=(\d{8})(?:T(\d{6})(Z?))?/, (_whole, date: string, time: string | undefined, utc: string | undefined) => {
      if (time === undefined) return `UNTIL=${date}T235959Z`;
      if (!utc) return `UNTIL=${date}T${time}Z`;
      const instant = Date.parse(`${date.replace(/(\d{4})(\d\d)(\d\d)/, '$1-$2-$3')}T${time.replace(/(\d\d)(\d\d)(\d\d)/, '$1:$2:$3')}Z`);
      if (Number.isNaN(instant)) return 'UNTIL=';
      return `UNTIL=${localTimeAt(instant, zone).replace(/[-:]/g, '')}${time.slice(4)}Z`;
    });
}

function recurrenceOf({ start, end, rule }: ReadEvent) {
  return { start: start.local, end: end.local, zone: start.zone, rule: rule! };
}

function datesOf(event: ReadEvent, moved: readonly ReadEvent[], now: Instant): readonly SeasonDate[] {
  const { start, end, rule, without, besides } = event;
  const lasts = Date.parse(`${end.local}Z`) - Date.parse(`${start.local}Z`);
  const from = (begins: LocalTime): SeasonDate => ({
    test: 'window',
    from: begins,
    until: { local: localTimeAt(Date.parse(`${begins.local}Z`) + lasts, 'utc'), zone: begins.zone },
  });
  if (rule === null) return [{ test: 'window', from: start, until: end }, ...besides.map(from)];
  const plain = recurrenceOf(event);
  if (without.length + besides.length + moved.length === 0) return [{ test: 'recurring', ...plain }];
  const left = new Set([...without, ...moved.map(each => each.insteadOf!)].map(each => instantOf(each)));
  const listed = openingsWithin(plain, { from: now - listedBack, until: now + listedAhead })
    .filter(each => !left.has(each.from))
    .map((each): SeasonDate => {
      const at = (instant: Instant): LocalTime => ({ local: localTimeAt(instant, plain.zone), zone: plain.zone });
      return { test: 'window', from: at(each.from), until: at(each.until) };
    });
  return [...listed, ...besides.map(from)];
}
