import type { CalendarDates, SeasonRow } from '@contract/seasons';
import { mostCalendarCharacters, readCalendar, type CalendarRead } from '@core/calendar/read-calendar';
import { numberOf } from '@core/format/moment';
import { kindNamed } from '@core/kinds/index';
import { describeOwn } from '@core/kinds/own-fields';
import { nextDates, nextDateWords } from '@core/rule/next-dates';
import type { SeasonDate, SeasonValue } from '@core/season/season';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { lookAtCalendar, otherDates, outsideWords } from './calendars-elsewhere';
import { liveRevisionId } from './edition-lookups';
import { governedRows } from './governed-rows';
import { bestValueOf, kindContext, momentStyle } from './names';
import { refuseUnless } from './rights';
import { isKept, lastChange, statusFields } from './record-facts';

/** How many of the next dates are told. */
const mostNext = 10;

/** Every season: its dates, the next of them, and what rests on it. */
export function listSeasons(site: Site): readonly SeasonRow[] {
  const snapshot = site.snapshots.at();
  return site.ledger
    .recordsOf('season')
    .filter(record => isKept(site, record.id))
    .map(({ id }) => {
      const value = bestValueOf(site, id) as SeasonValue;
      return {
        id,
        title: value.title,
        reason: value.reason,
        sentence: datesInWords(site, value.dates),
        value,
        revisionId: liveRevisionId(site, id, site.clocks.content()),
        ...statusFields(site, id, null),
        ...lastChange(site, id),
        ...governedRows(site, snapshot, id),
        next: nextOf(site, value.dates),
        source: sourceOf(site, id, value),
      };
    })
    .sort((a, b) => a.title.localeCompare(b.title, 'en'));
}

/** What a calendar says, by name; nothing is stored. @throws Refusal when it is too large */
export function datesOfCalendar(site: Site, text: string): CalendarDates {
  if (text.length > mostCalendarCharacters)
    throw new Refusal('too-large', say`A calendar of at most ${numberOf(mostCalendarCharacters)} characters is read.`);
  return datesRead(site, readCalendar(text, site.settings.zone, site.clocks.content()));
}

/** What a calendar elsewhere says. @throws Refusal when it cannot be read, or the person writes no seasons */
export async function datesElsewhere(site: Site, person: Person, address: string): Promise<CalendarDates> {
  refuseUnless(person, 'write', { written: [{ kind: 'season', locale: site.ledger.baseLocale, isBase: true }] });
  return datesRead(site, await lookAtCalendar(site, address));
}

function sourceOf(site: Site, id: string, value: SeasonValue): SeasonRow['source'] {
  const { source } = value;
  if (!source) return null;
  const look = site.calendarLooks.of(source.address);
  const dates = otherDates(site, { value, source });
  return {
    address: source.address,
    readAt: look?.at ?? null,
    fault: look?.fault
      ? outsideWords(look.fault)
      : look?.read && !hasEvent(look.read, source.event)
        ? say`It has no event of this name any more.`
        : '',
    other: dates && { dates: [...dates], next: nextOf(site, dates) },
  };
}

const hasEvent = (read: CalendarRead, event: string) => read.seasons.some(each => each.title === event);

function datesRead(site: Site, { seasons, faults }: CalendarRead): CalendarDates {
  return {
    seasons: seasons.map(({ title, dates }) => ({
      title,
      dates: [...dates],
      sentence: datesInWords(site, dates),
      next: nextOf(site, dates),
    })),
    faults: [...faults],
  };
}

function datesInWords(site: Site, dates: readonly SeasonDate[]): string {
  return describeOwn(kindNamed('season').ownFields['dates'], dates, kindContext(site, site.snapshots.at()));
}

function nextOf(site: Site, dates: readonly SeasonDate[]): SeasonRow['next'] {
  const now = site.clocks.content();
  return nextDates({ any: dates }, now, mostNext).map(each => ({
    from: each.from,
    until: each.until === Infinity ? null : each.until,
    words: nextDateWords(each, momentStyle(site)),
  }));
}
