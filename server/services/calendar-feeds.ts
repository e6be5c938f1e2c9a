import type { calendarFeedWish, CalendarFeeds } from '@contract/calendar-feeds';
import { writeCalendar, type CalendarEntry } from '@core/calendar/write-calendar';
import { listOf, quoted } from '@core/format/moment';
import { say, told } from '@core/tongue/say';
import { v7 as uuidv7 } from 'uuid';
import type { z } from 'zod';
import { writeDown } from '../audit/record';
import { inTransaction } from '../database/store-fault';
import { Refusal, refuseInvalid } from '../errors/refusal';
import {
  calendarFeedsOf,
  calendarFeedWith,
  deleteCalendarFeed,
  insertCalendarFeed,
  type CalendarFeed,
} from '../repositories/calendar-feeds-repository';
import type { Person } from '../repositories/people-repository';
import { newSecret, sha256 } from '../secrets';
import { siteAddress, type Site } from '../site/site';
import { pagesOfBar, standingsInOrder, titleOfBar, type Standing } from './almanac';
import { namesFor } from './names';
import { isOnTheStaff } from './notices';

/** Where calendars read; what follows is the secret. */
export const calendarPath = '/almanac/calendar';

/** How often it is worth asking again, in minutes. */
export const refreshMinutes = 60;

/** The most private addresses that one person has. */
const mostFeeds = 20;

/** The most that one calendar tells of; of more the soonest. */
const mostEntries = 2_000;

const day = 86_400_000;
/** How far back and ahead a calendar tells. */
const [back, ahead] = [31 * day, 400 * day];

/** One's own private addresses. */
export async function listCalendarFeeds(site: Site, person: Person): Promise<CalendarFeeds> {
  const feeds = await calendarFeedsOf(site.knex, person.id);
  return {
    feeds: feeds.map(each => ({ id: each.id, name: each.name, words: wordsOf(site, each), createdAt: each.createdAt })),
    address: null,
  };
}

/** Makes a private address. It is told this once; only a hash of its secret is kept. */
export async function makeCalendarFeed(site: Site, person: Person, wish: z.output<typeof calendarFeedWish>): Promise<CalendarFeeds> {
  if (wish.section !== null && !site.snapshots.at().pageById.has(wish.section))
    refuseInvalid([{ pointer: '/section', detail: say`That page is gone.` }]);
  const secret = newSecret();
  const createdAt = site.clocks.running();
  const feed: CalendarFeed = { ...wish, id: uuidv7(), hash: sha256(secret), personId: person.id, createdAt };
  await site.writes.run(async () => {
    if ((await calendarFeedsOf(site.knex, person.id)).length >= mostFeeds)
      throw new Refusal('conflict', say`You have ${mostFeeds} such addresses already. End one first.`);
    await inTransaction(site.knex, async transaction => {
      await insertCalendarFeed(transaction, feed);
      await writeDown(transaction, createdAt, [{ act: 'make calendar address', kind: 'setting', subjectId: feed.id, title: feed.name }]);
    });
  });
  return { ...(await listCalendarFeeds(site, person)), address: `${siteAddress(site)}${calendarPath}/${secret}.ics` };
}

/** Ends a private address of one's own: from then on it leads nowhere. */
export async function endCalendarFeed(site: Site, person: Person, id: string): Promise<CalendarFeeds> {
  const feed = (await calendarFeedsOf(site.knex, person.id)).find(each => each.id === id);
  if (!feed) throw new Refusal('not-found', say`You have no such address.`);
  await site.writes.run(() =>
    inTransaction(site.knex, async transaction => {
      await deleteCalendarFeed(transaction, id);
      await writeDown(transaction, site.clocks.running(), [
        { act: 'end calendar address', kind: 'setting', subjectId: id, title: feed.name },
      ]);
    }),
  );
  return listCalendarFeeds(site, person);
}

/** The plan as a calendar, for whoever has the address; null where there is none, or whose it was works here no more. */
export async function calendarAt(site: Site, secret: string): Promise<string | null> {
  const feed = await calendarFeedWith(site.knex, sha256(secret));
  if (!feed || !isOnTheStaff(site, feed.personId)) return null;
  const now = site.clocks.content();
  const span = { from: now - back, until: now + ahead };
  const told = standingsInOrder(site, span).filter(each => isAskedFor(site, feed, each));
  return writeCalendar(
    feed.name,
    told.slice(0, mostEntries).map(each => entryOf(site, each)),
    refreshMinutes,
  );
}

function isAskedFor(site: Site, { kinds, section, withProposed }: CalendarFeed, each: Standing): boolean {
  if (kinds.length > 0 && !kinds.includes(each.kind)) return false;
  if (each.state === 'proposed' && !withProposed) return false;
  const { pageById } = site.snapshots.at();
  return section === null || pagesOfBar(site, each).some(id => pageById.get(id)?.facts.lineage.includes(section) || id === section);
}

function entryOf(site: Site, each: Standing): CalendarEntry {
  const { recordId, kind, locale, from, until, state, changedAt } = each;
  const title = titleOfBar(site, each);
  return {
    uid: `${recordId}.${locale}.${from}@${new URL(siteAddress(site)).hostname}`,
    title: state === 'proposed' ? say`Proposed: ${title}` : title,
    detail: told(kind),
    address: `${siteAddress(site)}/almanac/almanac?sel=${recordId}`,
    from,
    until: until === Infinity ? null : until,
    isTentative: state === 'proposed',
    changedAt,
  };
}

function wordsOf(site: Site, { kinds, section, withProposed }: CalendarFeed): string {
  const names = namesFor(site, site.snapshots.at());
  const what = kinds.length === 0 ? say`everything` : listOf(kinds.map(each => told(`${each}|${each}s`).split('|')[1]!));
  const where = section === null ? say`${what} of the whole site` : say`${what} on ${quoted(names.page(section))} and beneath`;
  return withProposed ? say`${where}, what is only proposed too` : where;
}
