import { styleOfPage } from '@core/theme/style-rules';
import { membersSeen } from './members-seen';
import { PagesOver } from './over';
import { alternatesIn, localeOf, siteWord, themeWords } from './locales';
import type { RenderOptions } from './theme';
import { forwardedFrom } from '@core/forwarding/forwarding';
import { cacheControl } from '@core/render/cache-lifetime';
import { hasNameSigns, withName } from '@core/people/greeting';
import { pageModel, type PageModelContext } from '@core/render/page-model';
import { audienceKey, mayRead, resolvePage } from '@core/placement/resolve';
import { servicePages, type ServicePage } from '@core/page/service-pages';
import { type PageFacts } from '@core/rule/where';
import { queryHolds, type QueryTest } from '@core/rule/tests/query/test';
import { readerFactsIn, type ReaderFacts } from '@core/rule/who';
import type { PageNode, SiteSnapshot } from '@core/site/snapshot';
import { LRUCache } from 'lru-cache';
import { gzipSync } from 'node:zlib';
import { weakTagOf } from '../services/entity-tags';
import type { Site } from '../site/site';

/** A rendered public page. */
export interface PublicAnswer {
  readonly kind: 'answered';
  readonly status: 200 | 404 | 410;
  readonly body: Buffer;
  /** It has places for the name of whoever reads it. */
  readonly hasNames: boolean;
  readonly etag: string;
  readonly validUntil: number;
  readonly dependsOnReader: boolean;
}

/** What a reader gets at a path. */
export type PublicOutcome = PublicAnswer | ForwardedAnswer | { readonly kind: 'sign in' };

/** An old address that leads to another. */
export interface ForwardedAnswer {
  readonly kind: 'forwarded';
  /** Null where it is a page that is over. */
  readonly forwardingId: string | null;
  readonly status: 301 | 302 | 308;
  /** A path on this site, or a whole address elsewhere. */
  readonly location: string;
}

/** What tells answers at one path apart. */
interface Basis {
  readonly dependsOn: readonly string[];
  readonly queryTests: readonly QueryTest[];
}

interface KeptAnswer {
  readonly outcome: PublicOutcome;
  /** When it was made: a clock that was set back since knows nothing of it. */
  readonly from: number;
  readonly validUntil: number;
}

/** The most bytes of rendered pages that are kept, compressed forms included; what was asked for least lately goes first. */
const mostBytes = 48 * 1024 * 1024;

/** The most paths of which it is kept what tells their answers apart. */
const mostPaths = 20_000;

/** How much a compressed form may add to the size of a page, at a guess: it is made when it is asked for. */
const withCompressed = 1.4;

/** Parameters of an address's query. */
export type Query = Readonly<Record<string, string>>;

// Readers and queries for whom every test comes out the same get the same answer, whatever else an address brings.
function keyOf(place: string, { dependsOn, queryTests }: Basis, reader: ReaderFacts, query: Query): string {
  const outcomes = queryTests.map(test => `${JSON.stringify([test.name, test.value])}=${queryHolds(test, query) ? 1 : 0}`);
  return [place, audienceKey(dependsOn, reader), ...outcomes].join(' ');
}

/** Answers readers, each page rendered once per audience for as long as it holds. */
export class PublicAnswers {
  readonly #bases = new LRUCache<string, Basis>({ max: mostPaths });
  readonly #kept = new LRUCache<string, KeptAnswer>({
    maxSize: mostBytes,
    sizeCalculation: ({ outcome }, key) =>
      Math.ceil((outcome.kind === 'answered' ? outcome.body.length : 0) * withCompressed) + 2 * key.length + 200,
  });
  readonly #compressed = new WeakMap<PublicAnswer, Buffer>();
  #version = -1;
  /** Of what feeds elsewhere say. */
  #feedVersion = 0;

  readonly #pagesOver: PagesOver;

  constructor(private readonly site: Site) {
    this.#pagesOver = new PagesOver(site);
  }

  /** Forgets every rendered page. */
  forget(): void {
    this.#bases.clear();
    this.#kept.clear();
  }

  /** What the reader gets at a path in a locale, now. */
  at(path: string, reader: ReaderFacts, query: Query = {}, locale = this.site.ledger.baseLocale): PublicOutcome {
    const now = this.site.clocks.content();
    const { ledger, feedLooks } = this.site;
    if (this.#version !== ledger.publishedVersion || this.#feedVersion !== feedLooks.version) {
      this.forget();
      this.#version = ledger.publishedVersion;
      this.#feedVersion = feedLooks.version;
    }
    // Two locales with hosts of their own may have the same path.
    const place = `${locale} ${path}`;
    const basis = this.#bases.get(place);
    const kept = basis && this.#kept.get(keyOf(place, basis, reader, query));
    if (kept && kept.from <= now && now < kept.validUntil) return kept.outcome;
    return this.#answer(path, reader, now, query, locale);
  }

  /** The words of an answer compressed, once for all who ask. */
  compressed(answer: PublicAnswer): Buffer {
    const known = this.#compressed.get(answer);
    if (known) return known;
    const made = gzipSync(answer.body);
    this.#compressed.set(answer, made);
    return made;
  }

  /** The Cache-Control header of an answer for this reader. */
  cacheControl(answer: PublicAnswer, reader: ReaderFacts): string {
    return cacheControl({
      validUntil: answer.validUntil,
      now: this.site.clocks.content(),
      capSeconds: this.site.settings.cacheCapSeconds,
      dependsOnReader: answer.dependsOnReader,
      isSignedIn: reader.signedIn,
      isClockFrozen: this.site.clocks.isFrozen,
    });
  }

  /** Whether a reader who may not read something is asked to sign in, or gets what they get where nothing is. */
  #asksToSignIn(reader: ReaderFacts): boolean {
    return !reader.signedIn && this.site.settings.closedPages === 'sign in';
  }

  // An old address leads on, unless that would tell of a page to somebody who may not read it.
  #forwarded(snapshot: SiteSnapshot, path: string, reader: ReaderFacts, query: Query): PublicOutcome | null {
    const forwarded = forwardedFrom(snapshot, path);
    if (!forwarded) return null;
    const { forwarding, status, destination } = forwarded;
    const toIt = (location: string): ForwardedAnswer => ({
      kind: 'forwarded',
      forwardingId: forwarding.id,
      status: status as ForwardedAnswer['status'],
      location: withQuery(location, query),
    });
    if (destination.leads === 'to an address') return toIt(destination.address);
    if (destination.leads === 'to a page') {
      const { page, after } = destination;
      if (mayRead(page, reader)) return toIt(`${page.address}${after}`);
      return this.#asksToSignIn(reader) ? { kind: 'sign in' } : null;
    }
    return status === 410 ? this.#gone(snapshot, path, reader, query) : null;
  }

  #gone(
    snapshot: SiteSnapshot,
    path: string,
    reader: ReaderFacts,
    query: Query,
    said: Readonly<Record<string, unknown>> = {},
  ): PublicAnswer {
    const { answer } = renderPublicPage(this.site, snapshot, null, 'not found', path, reader, said, query);
    return { ...answer, status: 410, validUntil: snapshot.validUntil, dependsOnReader: true };
  }

  // A page that is over tells only those who might have read it, and of another page only those who may read that.
  #over(snapshot: SiteSnapshot, path: string, reader: ReaderFacts, query: Query): PublicOutcome | null {
    const page = this.#pagesOver.at(path, snapshot);
    if (!page) return null;
    const closed: PublicOutcome | null = this.#asksToSignIn(reader) ? { kind: 'sign in' } : null;
    if (!mayRead(page, reader)) return closed;
    const { onceOver, lastWords, title } = page.value;
    if (onceOver?.answer === 'gone') return this.#gone(snapshot, path, reader, query, { goneTitle: title, lastWords });
    if (onceOver?.answer !== 'moved') return null;
    const { to, status } = onceOver;
    const led = to.page === null ? null : snapshot.pageById.get(to.page);
    if (led === undefined) return null;
    if (led && !mayRead(led, reader)) return closed;
    return { kind: 'forwarded', forwardingId: null, status, location: withQuery(led ? `${led.address}${to.address}` : to.address, query) };
  }

  #answer(path: string, reader: ReaderFacts, now: number, query: Query, locale: string): PublicOutcome {
    const snapshot = this.site.snapshots.readIn(locale, [], now);
    const page = snapshot.pageByPath.get(path) ?? null;
    if (!page) {
      const forwarded = this.#forwarded(snapshot, path, reader, query) ?? this.#over(snapshot, path, reader, query);
      if (forwarded) return forwarded;
    }
    const readerFacts = page ? readerFactsIn(page.facts.readers) : [];
    const hidden = page !== null && !mayRead(page, reader);
    const asksToSignIn = hidden && this.#asksToSignIn(reader);
    const rendered = asksToSignIn
      ? null
      : renderPublicPage(this.site, snapshot, hidden ? null : page, hidden || !page ? 'not found' : null, path, reader, {}, query);
    const validUntil = Math.min(rendered?.validUntil ?? Infinity, snapshot.validUntil);
    const dependsOn = [...new Set([...readerFacts, ...(hidden ? ['signed in'] : []), ...(rendered?.dependsOn ?? [])])].sort();
    const outcome: PublicOutcome = rendered
      ? { ...rendered.answer, validUntil, dependsOnReader: dependsOn.length > 0 }
      : { kind: 'sign in' };
    // A path that leads nowhere is not kept: there is no end of them. Nor is one that must answer just like those.
    const basis = { dependsOn, queryTests: rendered?.queryTests ?? [] };
    if (page && !hidden) {
      const place = `${locale} ${path}`;
      this.#bases.set(place, basis);
      this.#kept.set(keyOf(place, basis, reader, query), { outcome, from: now, validUntil });
    }
    return outcome;
  }
}

/** The facts of a page that nobody wrote. */
export function serviceFacts(
  site: Site,
  service: ServicePage,
  path: string,
  locale = site.ledger.baseLocale,
  query: Readonly<Record<string, string>> = {},
): PageFacts {
  return {
    id: `service:${service}`,
    path,
    type: 'service',
    topics: [],
    layout: site.theme.manifest.layouts[0]!.name,
    lineage: [],
    isFrontPage: false,
    service,
    menuItems: [],
    readers: {},
    written: null,
    locale,
    query,
  };
}

/** A location with the query of the address that led there, where it has none of its own. */
function withQuery(location: string, query: Query): string {
  const [before, fragment] = location.split('#');
  const more = new URLSearchParams(query).toString();
  return more === '' || before!.includes('?') ? location : `${before}?${more}${fragment === undefined ? '' : `#${fragment}`}`;
}

/** The facts of every page that nobody wrote. */
export function allServiceFacts(site: Site, locale = site.ledger.baseLocale): readonly PageFacts[] {
  return servicePages.map(service => serviceFacts(site, service, `/${service.replace(/ /g, '-')}`, locale));
}

/** What a page is made ready for. @param isStaff - whether locales count that only the staff has yet */
export function contextFor(site: Site, snapshot: SiteSnapshot, reader: ReaderFacts, isStaff: boolean): PageModelContext {
  const set = site.asSetAt(snapshot.moment);
  const { settings, registry } = set;
  return {
    registry,
    outside: address => site.feedLooks.of(address),
    members: membersSeen(site),
    signUp: settings.signUp,
    reads: id => site.counts.lately('read', id, snapshot.moment),
    siteName: siteWord(set, snapshot.locale, 'name'),
    siteAddress: site.publicAddress,
    reader,
    // Dates are written as seen from the moment that is looked at, so that the past reads as it was served.
    style: { zone: settings.zone, locale: snapshot.locale, now: snapshot.moment },
    words: themeWords(set, snapshot.locale),
    alternatesOf: settings.locales.length === 1 ? undefined : page => alternatesIn(site, snapshot, page, reader, isStaff),
    onFault: noteFault(site, snapshot),
  };
}

/** In what language, direction, fixed words and style, and with which types, a page of a snapshot is rendered. */
export function dressOf(
  site: Site,
  snapshot: SiteSnapshot,
  { lineage }: Pick<PageFacts, 'lineage'>,
): Pick<RenderOptions, 'language' | 'direction' | 'words' | 'pageStyle' | 'registry'> {
  const { direction } = localeOf(site, snapshot);
  const { locale } = snapshot;
  const set = site.asSetAt(snapshot.moment);
  return {
    language: locale,
    direction,
    words: themeWords(set, locale),
    pageStyle: styleOfPage(set.settings.styles, lineage, locale),
    registry: set.registry,
  };
}

/** Notes a block that could not be shown as a snapshot has it. */
export function noteFault(site: Site, snapshot: SiteSnapshot): PageModelContext['onFault'] {
  return (blockId, error) => site.faults.note(blockId, snapshot.blocks.get(blockId)?.value, error);
}

/** Renders a page, or a service page when `page` is null, for one reader. */
export function renderPublicPage(
  site: Site,
  snapshot: SiteSnapshot,
  page: PageNode | null,
  service: ServicePage | null,
  path: string,
  reader: ReaderFacts,
  extra: Readonly<Record<string, unknown>> = {},
  query: Query = {},
  formState?: PageModelContext['formState'],
): {
  readonly answer: Omit<PublicAnswer, 'validUntil' | 'dependsOnReader'>;
  readonly validUntil: number;
  readonly dependsOn: readonly string[];
  readonly queryTests: readonly QueryTest[];
} {
  const facts = page ? { ...page.facts, query } : serviceFacts(site, service ?? 'not found', path, snapshot.locale, query);
  const resolution = resolvePage(snapshot, facts, reader);
  const { model, validUntil, dependsOn, queryTests } = pageModel(snapshot, page, resolution, {
    ...contextFor(site, snapshot, reader, Boolean(extra['isMarked'])),
    formState,
  });
  const body = Buffer.from(
    site.theme.render(model, {
      ...dressOf(site, snapshot, facts),
      isSheet: false,
      extra,
      onFault: noteFault(site, snapshot),
    }),
  );
  // Weak: the same words may be sent compressed or plain.
  const etag = weakTagOf(body);
  return {
    answer: { kind: 'answered', status: service === 'not found' ? 404 : 200, body, etag, hasNames: reader.signedIn && hasNameSigns(body) },
    validUntil,
    dependsOn,
    queryTests: [...resolution.queryTests, ...queryTests],
  };
}

/** An answer with the name of whoever reads it in its places; the same one where it has none. */
export function namedAnswer<Answer extends Pick<PublicAnswer, 'body' | 'etag' | 'hasNames'>>(answer: Answer, name = ''): Answer {
  if (!answer.hasNames) return answer;
  const body = Buffer.from(withName(answer.body.toString(), name));
  return { ...answer, body, etag: weakTagOf(body) };
}
