import type { OutsideEntry, OutsideFeed } from '@core/outside/feed';
import { feedReadEvery } from '@core/outside/feed';
import type { Knex } from 'knex';
import Parser from 'rss-parser';
import { keepOutsideCopy, readOutsideCopies } from '../repositories/outside-copies-repository';
import { OutsideFault, type Outside, type OutsideFaultReason } from './outside';

/** The most bytes of a feed, and the most entries that are kept of it. */
const mostBytes = 1_000_000;
const mostEntries = 30;

/** The most characters of a title, and of a text. */
const mostTitle = 300;
const mostText = 1_000;

/** The most addresses of which the last copy is kept. */
const mostKept = 200;

/** The most addresses of which it is kept why they could not be read. */
const mostFaults = 1_000;

/** How long one that could not be read is left alone, in milliseconds. */
const restAfterFault = 300_000;

/** What feeds elsewhere said last; the last good copy stays, also when the server starts anew. */
export class FeedLooks {
  readonly #feeds: Map<string, OutsideFeed>;
  readonly #faults = new Map<string, { readonly reason: OutsideFaultReason; readonly at: number }>();
  readonly #underWay = new Map<string, Promise<void>>();
  /** Grows when a feed says something else, so that pages that show it are rendered anew. */
  version = 0;

  private constructor(
    private readonly knex: Knex,
    private readonly outside: Outside,
    private readonly now: () => number,
    copies: ReadonlyMap<string, OutsideFeed>,
  ) {
    this.#feeds = new Map(copies);
  }

  static async open(knex: Knex, outside: Outside, now: () => number): Promise<FeedLooks> {
    return new FeedLooks(knex, outside, now, await readOutsideCopies(knex));
  }

  /** What a feed said when it was read last; one that was never asked for is asked for now, for whoever comes next. */
  of(address: string): OutsideFeed | null {
    const known = this.#feeds.get(address) ?? null;
    if (this.#isDue(address)) void this.look(address);
    return known;
  }

  /** Why a feed could not be read the last time; null where it could. */
  faultOf(address: string): OutsideFaultReason | null {
    return this.#faults.get(address)?.reason ?? null;
  }

  /** Reads a feed anew, once for all who ask meanwhile. Nothing is thrown: what was read last stays. */
  look(address: string): Promise<void> {
    const before = this.#underWay.get(address);
    if (before) return before;
    const made = this.#read(address).finally(() => this.#underWay.delete(address));
    this.#underWay.set(address, made);
    return made;
  }

  #isDue(address: string): boolean {
    const [now, feed, fault] = [this.now(), this.#feeds.get(address), this.#faults.get(address)];
    if (fault && Math.abs(now - fault.at) < restAfterFault) return false;
    return !feed || Math.abs(now - feed.readAt) >= feedReadEvery;
  }

  async #read(address: string): Promise<void> {
    const at = this.now();
    try {
      const accept = 'application/rss+xml, application/atom+xml, application/xml;q=0.9';
      const bytes = await this.outside.fetch(address, { accept, mostBytes });
      const feed = await feedFrom(bytes.toString('utf8'), at);
      if (!feed) return this.#noteFault(address, 'no feed', at);
      this.#faults.delete(address);
      const before = this.#feeds.get(address);
      if (JSON.stringify(before?.entries) !== JSON.stringify(feed.entries)) this.version += 1;
      this.#feeds.delete(address);
      this.#feeds.set(address, feed);
      if (this.#feeds.size > mostKept) this.#feeds.delete(this.#feeds.keys().next().value!);
      // A copy that cannot be stored is read anew after the next start; readers have it all the same.
      await keepOutsideCopy(this.knex, address, feed, mostKept).catch(() => undefined);
    } catch (error) {
      this.#noteFault(address, error instanceof OutsideFault ? error.reason : 'no answer', at);
    }
  }

  #noteFault(address: string, reason: OutsideFaultReason, at: number): void {
    if (this.#faults.size >= mostFaults) this.#faults.clear();
    this.#faults.set(address, { reason, at });
  }
}

const parser = new Parser();

/** A feed as plain words; null where the text is none. @see RFC 4287, and the RSS 2.0 specification */
export async function feedFrom(text: string, readAt: number): Promise<OutsideFeed | null> {
  // Entities of its own are no part of any feed, and may stand for more than there is room for.
  if (/<!(?:DOCTYPE|ENTITY)/i.test(text)) return null;
  try {
    const { title, items } = await parser.parseString(text);
    const entries = items.slice(0, mostEntries).map((item): OutsideEntry => {
      const at = Date.parse(item.isoDate ?? '');
      return {
        title: plain(item.title ?? '').slice(0, mostTitle),
        address: ofTheWeb(item.link ?? ''),
        text: plain(item.contentSnippet ?? item.summary ?? '').slice(0, mostText),
        at: Number.isNaN(at) ? null : at,
      };
    });
    return { title: plain(title ?? '').slice(0, mostTitle), entries: entries.filter(each => each.title !== ''), readAt };
  } catch {
    return null;
  }
}

// What is in it is words, whatever marks stand around them; templates set them as words.
function plain(text: string): string {
  return text
    .replace(/<[^>]*>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}

function ofTheWeb(address: string): string {
  const url = URL.canParse(address) ? new URL(address) : null;
  return url && ['http:', 'https:'].includes(url.protocol) ? url.href : '';
}
