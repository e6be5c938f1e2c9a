import { writeMoment } from '@core/format/moment';
import { startOf } from '@core/listing/start';
import { searchAddressIn } from '@core/page/service-pages';
import { mayRead } from '@core/placement/resolve';
import { excerptOf, marked, type Piece } from '@core/search/excerpt';
import { pageTextOf } from '@core/search/page-text';
import { mostTyped, questionOf, type SearchQuestion } from '@core/search/question';
import type { ReaderFacts } from '@core/rule/who';
import type { PageNode, SiteSnapshot } from '@core/site/snapshot';
import type { Site } from '../site/site';

/** How many results stand on a page, how long each tells of itself, and how far one may turn the pages. */
const onePage = 10;
const excerptLength = 220;

/** How far into a page an excerpt is looked for, in characters. */
const mostExcerpted = 20_000;

/** A page that was found, as templates read it. */
export interface SearchResult {
  readonly address: string;
  readonly title: readonly Piece[];
  readonly excerpt: readonly Piece[];
  /** The pages above it, the nearest last. */
  readonly trail: readonly string[];
  /** When it takes place; empty where it does at no time. */
  readonly when: string;
}

/** What a search came to, as templates read it. */
export interface SearchFound {
  readonly typed: string;
  /** Whether anything was looked for. */
  readonly isAsked: boolean;
  readonly count: number;
  /** Whether no page says all of it, so that these say some. */
  readonly isOfSome: boolean;
  readonly results: readonly SearchResult[];
  /** Which of the pages of results this is, from 1, and how many there are. */
  readonly at: number;
  readonly pages: number;
  /** The number of the first of these results, and whether there are more than stand here. */
  readonly first: number;
  readonly pageLinks: boolean;
  /** Addresses of the ones before and after; empty where there is none. */
  readonly before: string;
  readonly after: string;
  readonly address: string;
}

/** What is asked of a search. */
export interface SearchWish {
  readonly typed: string;
  /** Which page of results, from 1. */
  readonly at: number;
}

/** What of an address's query is asked of a search. */
export function searchWishOf(query: Readonly<Record<string, string>>): SearchWish {
  const at = Number(query['page'] ?? 1);
  return { typed: (query['q'] ?? '').slice(0, mostTyped).trim(), at: Number.isInteger(at) && at > 0 && at < 1_000 ? at : 1 };
}

/**
 * Searches the pages of a snapshot for a reader. What they may not read is neither told of nor counted.
 */
export async function search(
  site: Site,
  snapshot: SiteSnapshot,
  reader: ReaderFacts,
  { typed, at: asked }: SearchWish,
): Promise<SearchFound> {
  const question = questionOf(typed, snapshot.locale);
  const isAsked = question.wanted.length > 0;
  const index = isAsked ? await site.search.of(site, snapshot) : null;
  const readable = (ids: readonly string[]) =>
    ids.flatMap(id => {
      const page = snapshot.pageById.get(id);
      return page && mayRead(page, reader) ? [page] : [];
    });
  const all = readable(index?.find(question, 'all') ?? []);
  const isOfSome = isAsked && all.length === 0 && question.wanted.length > 1;
  const found = isOfSome ? readable(index!.find(question, 'any')) : all;
  const pages = Math.max(1, Math.ceil(found.length / onePage));
  const at = Math.min(asked, pages);
  const address = searchAddressIn(snapshot);
  const addressOf = (number: number) => `${address}?${new URLSearchParams({ q: typed, ...(number > 1 ? { page: String(number) } : {}) })}`;
  return {
    typed,
    isAsked,
    count: found.length,
    isOfSome: isOfSome && found.length > 0,
    results: found.slice((at - 1) * onePage, at * onePage).map(page => resultOf(site, snapshot, page, question)),
    at,
    pages,
    first: (at - 1) * onePage + 1,
    pageLinks: pages > 1,
    before: at > 1 ? addressOf(at - 1) : '',
    after: at < pages ? addressOf(at + 1) : '',
    address,
  };
}

function resultOf(site: Site, snapshot: SiteSnapshot, page: PageNode, question: SearchQuestion): SearchResult {
  const { settings, registry } = site.asSetAt(snapshot.moment);
  const { locale, moment } = snapshot;
  const { title, body } = pageTextOf(page.value, registry);
  const standfirst = String(page.value.fields['standfirst'] ?? '');
  const start = startOf(page, moment);
  const trail: string[] = [];
  for (let above = page.parent; above && above.parent; above = above.parent) trail.unshift(above.value.title);
  return {
    address: page.address,
    title: marked(title, question, locale),
    excerpt: excerptOf([standfirst, body].filter(Boolean).join(' ').slice(0, mostExcerpted), question, locale, excerptLength),
    trail,
    when: start === null ? '' : writeMoment(start, { zone: settings.zone, locale, now: moment }),
  };
}
