import { readCalendar, mostCalendarCharacters, type CalendarRead } from '@core/calendar/read-calendar';
import { nextDates } from '@core/rule/next-dates';
import type { SeasonDate, SeasonValue } from '@core/season/season';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import { OutsideFault, type OutsideFaultReason } from '../outside/outside';
import type { Site } from '../site/site';
import { bestValueOf } from './names';
import { isKept } from './record-facts';

/** How often calendars elsewhere are read anew, in milliseconds. */
const readEvery = 6 * 3_600_000;

/** How far ahead the dates of a season are held against those of its calendar, in milliseconds, and how many of them. */
const comparedAhead = 366 * 86_400_000;
const mostCompared = 120;

/** Reads a calendar elsewhere, and keeps what it said. @throws Refusal, in words, where it cannot be read */
export async function lookAtCalendar(site: Site, address: string): Promise<CalendarRead> {
  const at = site.clocks.running();
  try {
    const bytes = await site.outside.fetch(address, { accept: 'text/calendar', mostBytes: mostCalendarCharacters });
    const read = readCalendar(bytes.toString('utf8'), site.settings.zone, site.clocks.content());
    site.calendarLooks.keep(address, { at, read, fault: null });
    return read;
  } catch (error) {
    if (!(error instanceof OutsideFault)) throw error;
    site.calendarLooks.keep(address, { at, read: null, fault: error.reason });
    const detail = outsideWords(error.reason);
    throw new Refusal('invalid', detail, [{ pointer: '/address', detail }]);
  }
}

/** Reads all calendars anew that seasons were taken from and that were not read for hours. */
export async function refreshCalendars(site: Site): Promise<void> {
  const now = site.clocks.running();
  for (const address of new Set(sourcedSeasons(site).map(each => each.source.address))) {
    const last = site.calendarLooks.of(address);
    if (last && Math.abs(now - last.at) < readEvery) continue;
    await lookAtCalendar(site, address).catch((error: unknown) => {
      if (!(error instanceof Refusal)) throw error;
    });
  }
}

/** Why something elsewhere could not be had, in words. */
export function outsideWords(reason: OutsideFaultReason): string {
  const words: Readonly<Record<OutsideFaultReason, string>> = {
    'not an address': say`This is no address of the web.`,
    'not reachable from here': say`This address is not open to everybody: only public ones are fetched from.`,
    'no answer': say`Nothing answers at this address.`,
    'too slow': say`Whoever answers at this address takes too long.`,
    'too large': say`What stands at this address is too large.`,
    'too many redirects': say`This address leads on and on.`,
    refused: say`What stands at this address is not given out.`,
    busy: say`Too much is being fetched at this moment. Try again in a minute.`,
    'no feed': say`What stands at this address is no feed.`,
  };
  return words[reason];
}

/** A season that was taken from a calendar elsewhere. */
export interface SourcedSeason {
  readonly id: string;
  readonly value: SeasonValue;
  readonly source: NonNullable<SeasonValue['source']>;
}

/** All seasons that were taken from a calendar elsewhere. */
export function sourcedSeasons(site: Site): readonly SourcedSeason[] {
  return site.ledger
    .recordsOf('season')
    .filter(record => isKept(site, record.id))
    .flatMap(({ id }) => {
      const value = bestValueOf(site, id) as SeasonValue;
      return value.source ? [{ id, value, source: value.source }] : [];
    });
}

/** What the calendar of a season said last where the year ahead is another by it; null where it is not, or nothing is known. */
export function otherDates(site: Site, { value, source }: Pick<SourcedSeason, 'value' | 'source'>): readonly SeasonDate[] | null {
  const read = site.calendarLooks.of(source.address)?.read;
  const dates = read?.seasons.find(each => each.title === source.event)?.dates;
  if (!dates) return null;
  const now = site.clocks.content();
  const ahead = (of: readonly SeasonDate[]) =>
    nextDates({ any: of }, now, mostCompared)
      .filter(each => each.from < now + comparedAhead)
      .map(each => `${each.from} ${each.until}`)
      .join();
  return ahead(dates) === ahead(value.dates) ? null : dates;
}
