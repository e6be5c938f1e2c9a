import type { CalendarDates, SeasonRow } from '@contract/seasons';
import { mostCalendarCharacters, readCalendar } from '@core/calendar/read-calendar';
import { numberOf } from '@core/format/moment';
import { kindNamed } from '@core/kinds/index';
import { describeOwn } from '@core/kinds/own-fields';
import { nextDates, nextDateWords } from '@core/rule/next-dates';
import type { SeasonDate, SeasonValue } from '@core/season/season';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Site } from '../site/site';
import { liveRevisionId } from './edition-lookups';
import { governedRows } from './governed-rows';
import { bestValueOf, kindContext, momentStyle } from './names';
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
      };
    })
    .sort((a, b) => a.title.localeCompare(b.title, 'en'));
}

/** What a calendar says, by name; nothing is stored. @throws Refusal when it is too large */
export function datesOfCalendar(site: Site, text: string): CalendarDates {
  if (text.length > mostCalendarCharacters)
    throw new Refusal('too-large', say`A calendar of at most ${numberOf(mostCalendarCharacters)} characters is read.`);
  const { seasons, faults } = readCalendar(text, site.settings.zone, site.clocks.content());
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
