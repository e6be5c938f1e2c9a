import { listPages } from '@core/listing/listing';
import { endOf, startOf } from '@core/listing/start';
import { resolvePage, mayRead } from '@core/placement/resolve';
import { writeCalendar, type CalendarEntry } from '@core/calendar/write-calendar';
import { escaped } from '@core/format/escaped';
import { repeatsOf, standfirstOf, takesPlaceOf } from '@core/page/page';
import { readerFactsIn, type ReaderFacts } from '@core/rule/who';
import type { Instant } from '@core/schedule/local-time';
import type { PageNode, SiteSnapshot } from '@core/site/snapshot';
import { Feed } from 'feed';
import { LRUCache } from 'lru-cache';
import { feedAddress } from '@core/listing/feed-address';
import { weakTagOf } from '../services/entity-tags';
import type { Site } from '../site/site';
import { siteWord } from './locales';

/** The kinds of feed. @see RFC 4287, the RSS 2.0 specification, and RFC 5545 for what takes place at a time */
export type FeedKind = 'atom' | 'rss' | 'ics';

/** Which feed is asked for: of a listing on a page. */
export interface FeedWish {
  readonly page: string;
  readonly block: string;
  readonly kind: FeedKind;
}

/** A feed as one reader gets it. */
export interface FeedAnswer {
  readonly body: Buffer;
  readonly etag: string;
  readonly validUntil: Instant;
  readonly dependsOnReader: boolean;
}

/** The most bytes of feeds that are kept; what was asked for least lately goes first. */
const mostBytes = 16 * 1024 * 1024;

interface Kept {
  readonly answer: FeedAnswer;
  readonly from: Instant;
  readonly version: number;
}

/** The feeds of listings, each made once for as long as it holds. */
export class Feeds {
  readonly #kept = new LRUCache<string, Kept>({ maxSize: mostBytes, sizeCalculation: ({ answer }) => answer.body.length + 500 });

  constructor(private readonly site: Site) {}

  /**
   * The feed of a listing that a reader sees on a page, or null where there is none for them.
   * @param address - of the whole site, such as https://reserves.example
   */
  of(wish: FeedWish, locale: string, reader: ReaderFacts, address: string): FeedAnswer | null {
    const now = this.site.clocks.content();
    const version = this.site.ledger.publishedVersion;
    const who = JSON.stringify([reader.signedIn, [...reader.roles].sort(), [...reader.memberships].sort()]);
    const key = [locale, wish.page, wish.block, wish.kind, address, who].join(' ');
    const known = this.#kept.get(key);
    if (known && known.version === version && known.from <= now && now < known.answer.validUntil) return known.answer;
    const answer = feedOf(this.site, this.site.snapshots.readIn(locale, [], now), wish, reader, address);
    if (answer) this.#kept.set(key, { answer, from: now, version });
    return answer;
  }
}

/** See {@link Feeds.of}. */
export function feedOf(site: Site, snapshot: SiteSnapshot, wish: FeedWish, reader: ReaderFacts, address: string): FeedAnswer | null {
  const page = snapshot.pageById.get(wish.page);
  if (!page || !mayRead(page, reader)) return null;
  const set = site.asSetAt(snapshot.moment);
  const { settings, registry } = set;
  const resolution = resolvePage(snapshot, page.facts, reader);
  const shown = resolution.shown.find(each => each.block.id === wish.block);
  const value = shown?.block.value;
  if (!value || !registry.blockTypes.get(value.type)?.listsPages || !value.fields['offersFeed']) return null;
  const reads = (id: string) => site.counts.lately('read', id, snapshot.moment);
  const context = { snapshot, current: page, reader, zone: settings.zone, seed: wish.block, reads, pageTypes: registry.pageTypes };
  const { pages, validUntil } = listPages(value.fields, context);
  const whole = (path: string) => (path.startsWith('/') ? `${address}${path}` : path);
  const title = `${value.title} · ${siteWord(set, snapshot.locale, 'name')}`;
  const body = Buffer.from(
    wish.kind === 'ics' ? calendarOf(snapshot, pages, value.title, whole) : feedText(snapshot, page, pages, wish, wish.kind, title, whole),
  );
  const facts = [...resolution.dependsOn, ...snapshot.pageReaderFacts, ...readerFactsIn(page.facts.readers)];
  return {
    body,
    etag: weakTagOf(body),
    validUntil: Math.min(validUntil, resolution.validUntil, snapshot.validUntil),
    dependsOnReader: facts.length > 0,
  };
}

function feedText(
  snapshot: SiteSnapshot,
  page: PageNode,
  pages: readonly PageNode[],
  { block }: FeedWish,
  kind: Exclude<FeedKind, 'ics'>,
  title: string,
  whole: (path: string) => string,
): string {
  const own = whole(feedAddress(snapshot, page, block));
  const first = new Map(pages.map(each => [each, new Date(snapshot.firstLive(each.id))]));
  const feed = new Feed({
    id: `urn:uuid:${block}`,
    title,
    link: whole(page.address),
    language: snapshot.locale,
    copyright: '',
    generator: 'Lucid Almanac',
    updated: newest([...first.values()]),
    feedLinks: { atom: `${own}.atom`, rss: `${own}.rss` },
    feed: `${own}.${kind}`,
  });
  for (const each of pages) feed.addItem(itemOf(each, whole(each.address), first.get(each)!, kind));
  return kind === 'atom' ? feed.atom1() : feed.rss2();
}

/** How often it is worth asking a calendar again, in minutes. */
const refreshMinutes = 180;

// Only what takes place at a time has a place in a calendar.
function calendarOf(
  { firstLive, moment }: SiteSnapshot,
  pages: readonly PageNode[],
  name: string,
  whole: (path: string) => string,
): string {
  const entries = pages.flatMap((page): CalendarEntry[] => {
    const from = startOf(page, moment);
    const first = takesPlaceOf(page.value);
    if (from === null || first === null) return [];
    const { title } = page.value;
    const repetition = repeatsOf(page.value);
    const address = whole(page.address);
    return [
      {
        uid: `urn:uuid:${page.id}`,
        title,
        detail: standfirstOf(page.value),
        address,
        from,
        until: endOf(page, from),
        isTentative: false,
        changedAt: firstLive(page.id),
        ...(repetition && { repeats: { first, repetition } }),
      },
    ];
  });
  return writeCalendar(name, entries, refreshMinutes);
}

// Titles and summaries of Atom are HTML here, and so are descriptions of RSS; a title of RSS is plain.
function itemOf({ id, value }: PageNode, link: string, published: Date, kind: FeedKind) {
  const description = escaped(standfirstOf(value));
  // The words stand in a section that its own end would end. @see XML 1.0 section 2.7
  const title = kind === 'atom' ? escaped(value.title) : value.title.replace(/]]>/g, ']] >');
  return { id: `urn:uuid:${id}`, title, link, date: published, published, ...(description ? { description } : {}) };
}

// A feed without anything in it was never changed: it says so by the earliest moment there is.
function newest(dates: readonly Date[]): Date {
  return new Date(dates.reduce((last, each) => Math.max(last, each.getTime()), 0));
}

/** What one page tells of, for a calendar of one’s own; null where this reader has no such page, or it takes place at no set time. */
export function eventFile(site: Site, snapshot: SiteSnapshot, pageId: string, reader: ReaderFacts, address: string): Buffer | null {
  const page = snapshot.pageById.get(pageId);
  if (!page || !mayRead(page, reader) || takesPlaceOf(page.value) === null) return null;
  const whole = (path: string) => (path.startsWith('/') ? `${address}${path}` : path);
  return Buffer.from(calendarOf(snapshot, [page], siteWord(site.asSetAt(snapshot.moment), snapshot.locale, 'name'), whole));
}
