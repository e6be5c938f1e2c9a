import { formerAddress, isRead, prefixOf, type SiteLocale } from '@core/locale/site-locale';
import type { SitemapItemLoose } from 'sitemap';
import { languageOffer } from '../public/language-offer';
import { alternatesIn, localeOfRequest, namedByRequest, originOf, publicPagesIn } from '../public/locales';
import { writeFullMoment } from '@core/format/moment';
import { instantOf, isLocalDateTime } from '@core/schedule/local-time';
import { searchAddressIn } from '@core/page/service-pages';
import { momentStyle } from '../services/names';
import { search, searchWishOf } from '../services/search';
import express, { type Request, type RequestHandler, type Response, type Router } from 'express';
import { Readable } from 'node:stream';
import { SitemapStream, streamToPromise } from 'sitemap';
import { mayRead } from '@core/placement/resolve';
import { anyone } from '@core/rule/who';
import { cacheControl } from '@core/render/cache-lifetime';
import { countForReader } from '../public/counting';
import { eventFile, feedOf, Feeds, type FeedKind, type FeedWish } from '../public/feeds';
import type { Logger } from 'pino';
import { namedAnswer, type ForwardedAnswer, type PublicAnswers, renderPublicPage } from '../public/answers';
import type { Person } from '../repositories/people-repository';
import { isBegun, type Site } from '../site/site';
import { accessRouter } from './access-router';
import { localPath, sendSignInPage, textIn } from './sign-in-page';
import { isClosed, isClosedTo, sendClosed } from './closed';
import { beginSession, endSession, personOf, readerFactsOf, sessionCookie, type Sessions } from './sessions';
import { foreignRouter } from './foreign-router';
import { formRouter } from '../forms/form-router';
import { sponsorRouter } from './sponsor-router';
import { Refusal } from '../errors/refusal';

/** The public site: pages, the sign-in page, the sitemap. */
export function publicRouter(site: Site, sessions: Sessions, answers: PublicAnswers, logger: Logger): Router {
  const router = express.Router();
  const feeds = new Feeds(site);
  const form = express.urlencoded({ extended: false, limit: '20kb' });
  router.get('/sitemap.xml', async (request, response) => {
    const { address, cacheControl } = addressOf(site, request);
    const entries = isClosed(site) ? [] : sitemapEntries(site, address);
    const xml =
      entries.length === 0
        ? emptySitemap
        : await streamToPromise(
            Readable.from(entries).pipe(
              new SitemapStream({ hostname: address, xmlns: { news: false, video: false, image: false, xhtml: true } }),
            ),
          );
    response.type('application/xml').set('Cache-Control', cacheControl).send(xml);
  });
  router.get('/language-offer', (request, response) => {
    const offer = isClosed(site) ? null : languageOffer(site, String(request.query['at'] ?? ''), request.get('accept-language') ?? '');
    response.set('Cache-Control', 'no-store').vary('Accept-Language').json({ offer });
  });
  router.get('/robots.txt', (request, response) => {
    const { address, cacheControl } = addressOf(site, request);
    response
      .type('text/plain')
      .set('Cache-Control', cacheControl)
      .send(
        site.settings.isIndexed && !isClosed(site)
          ? `User-agent: *\nDisallow: /almanac/\nDisallow: /api/\nDisallow: /sign-in\nSitemap: ${address}/sitemap.xml\n`
          : 'User-agent: *\nDisallow: /\n',
      );
  });
  router.use('/sponsor', sponsorRouter(site));
  router.use(foreignRouter(site));
  router.use(formRouter(site, sessions.secret));
  router.use('/sign-in', (_request, response, next) => (isBegun(site) ? next() : sendClosed(site, response)));
  router.get('/sign-in', (request, response) => sendSignInPage(site, sessions, request, response, {}));
  router.use('/sign-in', accessRouter(site, sessions, logger));
  router.post('/sign-in', form, sessions.refuseForged, async (request, response) => {
    const [email, password, to] = [textIn(request, 'email'), textIn(request, 'password'), textIn(request, 'to')];
    const outcome = await sessions.guard.signIn(request, response, email, password).catch(asHasty);
    if (outcome instanceof Refusal)
      return sendSignInPage(site, sessions, request, response, { status: 429, signInFault: outcome.message, email });
    const person = outcome;
    if (!person)
      return sendSignInPage(site, sessions, request, response, {
        status: 401,
        signInFault: 'No account has this e-mail address and password.',
        email,
      });
    await beginSession(request, person, site.clocks.running());
    return response.redirect(303, localPath(to));
  });
  router.post('/sign-out', form, sessions.refuseForged, async (request, response) => {
    const to = localPath(textIn(request, 'to'));
    await endSession(request);
    response.redirect(303, to);
  });
  router.get(/.*/, async (request, response) => {
    site.turns.noteReader();
    const person = personOf(site, request);
    if (isClosedTo(site, person)) return sendClosed(site, response);
    if (sendFeed(site, feeds, person, request, response)) return;
    if (sendEvent(site, person, request, response)) return;
    if (isSearch(site, request)) return sendSearch(site, person, request, response);
    if (person && person.roles.length > 0 && sendMarkedPage(site, person, request, response)) return;
    if (person) site.presence.note(person.id, site.clocks.running());
    sendPage(site, answers, person, localeOfRequest(site, request, false), request, response);
  });
  router.use((request, _response, next) => next(new Refusal('not-found', `${request.method} is not answered at ${request.path}.`)));
  return router;
}

/**
 * Answers signed-out readers ahead of everything that only sessions, forms and logs need: they are nearly all who come.
 * What is no live page goes on to the rest.
 */
export function answerSignedOut(site: Site, answers: PublicAnswers, logger: Logger): RequestHandler {
  return (request, response, next) => {
    const isReading = request.method === 'GET' || request.method === 'HEAD';
    if (!isReading || request.headers.cookie?.includes(sessionCookie)) return next();
    const locale = localeOfRequest(site, request, false);
    const page = site.snapshots.readIn(locale.tag, []).pageByPath.get(request.path);
    // A page that is not for them goes the same way as an address that leads nowhere, header by header.
    if (!page || !mayRead(page, anyone) || isClosed(site)) return next();
    site.turns.noteReader();
    sendPage(site, answers, null, locale, request, response);
    logger.debug({ path: request.path, status: response.statusCode }, 'public page');
  };
}

// Every page at its address in each locale, and with it all the others. @see sitemaps.org; localised versions by xhtml:link
function sitemapEntries(site: Site, address: string): readonly SitemapItemLoose[] {
  const whole = (each: string) => (each.startsWith('/') ? `${address}${each}` : each);
  const snapshots = site.settings.locales.filter(each => isRead(each, false));
  return snapshots.flatMap(locale =>
    publicPagesIn(site, locale).map(page => {
      const url = whole(`${originOf(site, locale)}${page.address}`);
      if (snapshots.length === 1) return { url };
      const { list } = alternatesIn(site, site.snapshots.readIn(locale.tag, []), page, anyone, false);
      const same = list.filter(each => each.isSamePage);
      const links = same.map(each => ({ lang: each.tag, url: whole(each.address) }));
      const first = same.find(each => each.isFirst);
      return { url, links: first ? [...links, { lang: 'x-default', url: whole(first.address) }] : links };
    }),
  );
}

const feedPath = /^\/feeds\/([0-9a-f-]{36})\/([0-9a-f-]{36})\.(atom|rss|ics)$/;

const mediaTypes: Readonly<Record<FeedKind, string>> = {
  atom: 'application/atom+xml; charset=utf-8',
  rss: 'application/rss+xml; charset=utf-8',
  ics: 'text/calendar; charset=utf-8',
};

/** Sends the feed of a listing; false where the address names none. What is not for somebody is as if it were not there. */
function sendFeed(site: Site, feeds: Feeds, person: Person | null, request: Request, response: Response): boolean {
  const named = namedByRequest(site, request, feedPath);
  if (!named) return false;
  const { locale } = named;
  const [page, block, kind] = named.parts;
  const reader = readerFactsOf(site, person);
  const wish: FeedWish = { page: page!, block: block!, kind: kind as FeedKind };
  const { address } = addressOf(site, request);
  const { moment } = momentAskedFor(site, person, request);
  const feed =
    moment === null
      ? feeds.of(wish, locale.tag, reader, address)
      : feedOf(site, site.snapshots.readIn(locale.tag, [], moment), wish, reader, address);
  if (!feed) return false;
  const { validUntil, dependsOnReader } = feed;
  // An address that was only asked for is in the feed: then no cache may hand it to others.
  const isKnown = site.publicAddress !== '' && moment === null;
  const facts = { validUntil, dependsOnReader, now: site.clocks.content(), capSeconds: site.settings.cacheCapSeconds };
  response.set(
    'Cache-Control',
    isKnown ? cacheControl({ ...facts, isSignedIn: reader.signedIn, isClockFrozen: site.clocks.isFrozen }) : 'private, no-cache',
  );
  response
    .set('ETag', feed.etag)
    .vary('Cookie')
    .type(mediaTypes[kind as FeedKind]);
  if (request.fresh) response.status(304).end();
  else response.send(feed.body);
  return true;
}

const eventPath = /^\/events\/([0-9a-f-]{36})\.ics$/;

/** Sends what takes place at a time as a file for calendars; false where the address names none. */
function sendEvent(site: Site, person: Person | null, request: Request, response: Response): boolean {
  const named = namedByRequest(site, request, eventPath);
  if (!named) return false;
  const { moment } = momentAskedFor(site, person, request);
  const snapshot = site.snapshots.readIn(named.locale.tag, [], moment);
  const file = eventFile(site, snapshot, named.parts[0]!, readerFactsOf(site, person), addressOf(site, request).address);
  if (!file) return false;
  response.set('Cache-Control', 'private, no-cache').type(mediaTypes.ics).send(file);
  return true;
}

/** Whether an address is that of the search, in one of the locales; a page that has it goes before. */
function isSearch(site: Site, request: Request): boolean {
  if (!request.path.endsWith('/search')) return false;
  const snapshot = site.snapshots.readIn(localeOfRequest(site, request, false).tag, []);
  return request.path === searchAddressIn(snapshot) && !snapshot.pageByPath.has(request.path);
}

/** What was found differs from reader to reader, and from one search to the next: nobody keeps it. */
async function sendSearch(site: Site, person: Person | null, request: Request, response: Response): Promise<void> {
  const reader = readerFactsOf(site, person);
  const { moment, query, isStaff } = momentAskedFor(site, person, request);
  const snapshot = site.snapshots.readIn(localeOfRequest(site, request, isStaff).tag, [], moment);
  const searched = await search(site, snapshot, reader, searchWishOf(query));
  const { answer } = renderPublicPage(site, snapshot, null, 'search', request.path, reader, { searched }, query);
  response.status(200).set('Cache-Control', 'private, no-store').type('html').send(namedAnswer(answer, person?.name).body);
}

/** The parameter by which staff ask for the site at another moment, as the site's clocks show it. */
const momentParameter = 'almanac-at';

/** The moment at which staff look at the site, as the address has it, and the rest of its query; null is now. */
function momentAskedFor(site: Site, person: Person | null, request: Request) {
  const { [momentParameter]: local, ...query } = queryOf(request);
  const isStaff = person !== null && person.roles.length > 0;
  const isAsked = isStaff && local !== undefined && isLocalDateTime(local);
  return { moment: isAsked ? instantOf({ local, zone: site.settings.zone }) : null, local, query, isStaff };
}

/**
 * Sends staff the page with its blocks marked, so that each leads to where it is arranged, at another moment where one is
 * asked for; false when it is no page for them.
 */
function sendMarkedPage(site: Site, person: Person, request: Request, response: Response): boolean {
  const { moment, local, query } = momentAskedFor(site, person, request);
  const snapshot = site.snapshots.readIn(localeOfRequest(site, request, true).tag, [], moment);
  const found = snapshot.pageByPath.get(request.path);
  const reader = readerFactsOf(site, person);
  const page = found && mayRead(found, reader) ? found : null;
  // What is not there now goes the way of all that is not found; at another moment there is nothing else to lead to.
  if (!page && moment === null) return false;
  const lookedAt = moment === null ? {} : { lookedAt: local, lookedAtWords: writeFullMoment(moment, momentStyle(site)) };
  const marks = { ...lookedAt, isMarked: page !== null, pageId: page?.id };
  const { answer } = renderPublicPage(site, snapshot, page, page ? null : 'not found', request.path, reader, marks, query);
  const { body } = namedAnswer(answer, person.name);
  response.status(answer.status).set('Cache-Control', 'private, no-store').type('html').send(body);
  return true;
}

function sendPage(
  site: Site,
  answers: PublicAnswers,
  person: Person | null,
  { tag }: SiteLocale,
  request: Request,
  response: Response,
): void {
  const path = request.path;
  if (path.length > 1 && path.endsWith('/')) return response.redirect(308, localPath(`/${path.replace(/^\/+|\/+$/g, '')}`));
  const reader = person ? readerFactsOf(site, person) : anyone;
  const found = answers.at(path, reader, queryOf(request), tag);
  const outcome = found.kind === 'answered' && person ? namedAnswer(found, person.name) : found;
  const former = outcome.kind === 'answered' && outcome.status === 404 ? formerAddress(site.settings.locales, path) : null;
  if (former) {
    const to = `${originOf(site, former.locale)}${prefixOf(former.locale)}${former.rest}${request.url.slice(request.path.length)}`;
    return response.set('Cache-Control', 'private, max-age=300').redirect(308, former.locale.host === '' ? localPath(to) : to);
  }
  if (outcome.kind === 'sign in') return response.set('Cache-Control', 'no-store').redirect(302, `/sign-in?to=${encodeURIComponent(path)}`);
  if (outcome.kind === 'forwarded') return sendForwarded(site, outcome, response);
  if (outcome.status === 200) countRead(site, tag, request);
  // What is not found for one may be there for another, and nothing shall tell which addresses those are.
  const isFound = outcome.status === 200;
  response.setHeader('Cache-Control', isFound ? answers.cacheControl(outcome, reader) : 'no-store');
  if (isFound) response.setHeader('ETag', outcome.etag);
  response.setHeader('Vary', outcome.dependsOnReader || !isFound ? 'Cookie, Accept-Encoding' : 'Accept-Encoding');
  response.setHeader('Content-Type', 'text/html; charset=utf-8');
  response.statusCode = outcome.status;
  // A 304 is for a page that was found; an address that leads nowhere says so every time.
  if (outcome.status === 200 && request.headers['if-none-match'] !== undefined && request.fresh) {
    response.statusCode = 304;
    response.end();
    return;
  }
  const isCompressed = /\bgzip\b/.test(request.headers['accept-encoding'] ?? '');
  const body = isCompressed ? answers.compressed(outcome) : outcome.body;
  if (isCompressed) response.setHeader('Content-Encoding', 'gzip');
  response.setHeader('Content-Length', body.length);
  response.end(request.method === 'HEAD' ? undefined : body);
}

function countRead(site: Site, locale: string, request: Request): void {
  const page = site.snapshots.readIn(locale, []).pageByPath.get(request.path);
  if (page) countForReader(site, request, 'read', page.id);
}

// Where it leads may depend on who asks and may be changed, so no shared cache keeps it for long. @see RFC 9110 section 15.4
function sendForwarded(site: Site, { forwardingId, status, location }: ForwardedAnswer, response: Response): void {
  if (forwardingId !== null) site.hits.count(forwardingId, site.clocks.running());
  response.set('Cache-Control', status === 302 ? 'no-store' : 'private, max-age=300').redirect(status, location);
}

const emptySitemap = '<?xml version="1.0" encoding="UTF-8"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9"></urlset>';

/** A host as an address names it; anything else in a Host header is no address of this site. */
const hostName = /^[a-z0-9.-]+(:\d{1,5})?$|^\[[0-9a-f:]+\](:\d{1,5})?$/i;

/**
 * The address under which machine-read documents name the site: the public one where it has been said. Else it is the one
 * that was asked for, and then no cache may hand it to others.
 */
function addressOf(site: Site, request: Request): { address: string; cacheControl: string } {
  if (site.publicAddress !== '') return { address: site.publicAddress, cacheControl: 'public, max-age=300' };
  const host = request.get('host') ?? '';
  return { address: `${request.protocol}://${hostName.test(host) ? host : 'localhost'}`, cacheControl: 'no-store' };
}

// The form says itself that somebody must wait; every other refusal goes its way.
function asHasty(error: unknown): Refusal {
  if (error instanceof Refusal && error.code === 'too-many-requests') return error;
  throw error;
}

const noQuery: Readonly<Record<string, string>> = {};

/** The parameters of an address, each once. */
function queryOf(request: Request): Readonly<Record<string, string>> {
  // Nearly every address has none, and parsing one that is empty takes longer than answering.
  if (!request.url.includes('?')) return noQuery;
  const entries = Object.entries(request.query).flatMap(([name, value]) => (typeof value === 'string' ? [[name, value] as const] : []));
  return entries.length === 0 ? {} : Object.fromEntries(entries);
}
