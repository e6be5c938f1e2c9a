import express, { type Request, type RequestHandler, type Response, type Router } from 'express';
import { Readable } from 'node:stream';
import { SitemapStream, streamToPromise } from 'sitemap';
import { mayRead } from '@core/placement/resolve';
import { anyone, type ReaderFacts } from '@core/rule/who';
import type { Logger } from 'pino';
import { type PublicAnswers, renderPublicPage } from '../public/answers';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { signInLimit } from './api-router';
import { authenticate, beginSession, endSession, personOf, readerFactsOf, sessionCookie, type Sessions } from './sessions';
import { Refusal } from './problems';

/** The public site: pages, the sign-in page, the sitemap. */
export function publicRouter(site: Site, sessions: Sessions, answers: PublicAnswers): Router {
  const router = express.Router();
  const form = express.urlencoded({ extended: false, limit: '20kb' });
  router.get('/sitemap.xml', async (request, response) => {
    const pages = site.snapshots.at().pages.filter(page => mayRead(page, anyone));
    const stream = new SitemapStream({ hostname: `${request.protocol}://${request.get('host') ?? 'localhost'}` });
    const xml = await streamToPromise(Readable.from(pages.map(page => ({ url: page.facts.path }))).pipe(stream));
    response.type('application/xml').set('Cache-Control', 'public, max-age=300').send(xml);
  });
  router.get('/robots.txt', (request, response) => {
    response
      .type('text/plain')
      .send(
        `User-agent: *\nDisallow: /almanac/\nDisallow: /api/\nDisallow: /sign-in\nSitemap: ${request.protocol}://${request.get('host') ?? 'localhost'}/sitemap.xml\n`,
      );
  });
  router.get('/sign-in', (request, response) => sendSignIn(site, sessions, request, response, 200, {}));
  router.post('/sign-in', form, signInLimit(), sessions.refuseForged, async (request, response) => {
    const { email, password, to } = fieldsOf(request);
    const person = await authenticate(site, email, password);
    if (!person)
      return sendSignIn(site, sessions, request, response, 401, { signInFault: 'No account has this e-mail address and password.', email });
    await beginSession(request, person);
    return response.redirect(303, localPath(to));
  });
  router.post('/sign-out', form, sessions.refuseForged, async (request, response) => {
    await endSession(request);
    response.redirect(303, '/');
  });
  router.get(/.*/, (request, response) => {
    const person = personOf(site, request);
    if (person && person.roles.length > 0 && sendMarkedPage(site, person, request, response)) return;
    sendPage(answers, readerFactsOf(person), request, response);
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
    if (!isReading || request.headers.cookie?.includes(sessionCookie) || !site.snapshots.at().pageByPath.has(request.path)) return next();
    sendPage(answers, anyone, request, response);
    logger.debug({ path: request.path, status: response.statusCode }, 'public page');
  };
}

/** Sends staff the page with its blocks marked, so that each leads to where it is arranged; false when it is no page for them. */
function sendMarkedPage(site: Site, person: Person, request: Request, response: Response): boolean {
  const snapshot = site.snapshots.at();
  const page = snapshot.pageByPath.get(request.path);
  const reader = readerFactsOf(person);
  if (!page || !mayRead(page, reader)) return false;
  const marks = { isMarked: true, pageId: page.id };
  const { answer } = renderPublicPage(site, snapshot, page, null, request.path, reader, marks, queryOf(request));
  response.set('Cache-Control', 'private, no-store').type('html').send(answer.body);
  return true;
}

function sendPage(answers: PublicAnswers, reader: ReaderFacts, request: Request, response: Response): void {
  const path = request.path;
  if (path.length > 1 && path.endsWith('/')) return response.redirect(308, `/${path.replace(/^\/+|\/+$/g, '')}`);
  const outcome = answers.at(path, reader, queryOf(request));
  if (outcome.kind === 'sign in') return response.set('Cache-Control', 'no-store').redirect(302, `/sign-in?to=${encodeURIComponent(path)}`);
  response.setHeader('Cache-Control', answers.cacheControl(outcome, reader));
  response.setHeader('ETag', outcome.etag);
  response.setHeader('Vary', outcome.dependsOnReader ? 'Cookie, Accept-Encoding' : 'Accept-Encoding');
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

const noQuery: Readonly<Record<string, string>> = {};

/** The parameters of an address, each once. */
function queryOf(request: Request): Readonly<Record<string, string>> {
  // Nearly every address has none, and parsing one that is empty takes longer than answering.
  if (!request.url.includes('?')) return noQuery;
  const entries = Object.entries(request.query).flatMap(([name, value]) => (typeof value === 'string' ? [[name, value] as const] : []));
  return entries.length === 0 ? {} : Object.fromEntries(entries);
}

function sendSignIn(
  site: Site,
  sessions: Sessions,
  request: Request,
  response: Response,
  status: number,
  extra: Readonly<Record<string, unknown>>,
): void {
  const person = personOf(site, request);
  const to = localPath(String(request.query['to'] ?? fieldsOf(request).to));
  const { answer } = renderPublicPage(site, site.snapshots.at(), null, 'sign-in', '/sign-in', readerFactsOf(person), {
    csrfToken: sessions.tokenFor(request, response),
    signedInAs: person?.name,
    to,
    ...extra,
  });
  response.status(status).set('Cache-Control', 'no-store').type('html').send(answer.body);
}

function fieldsOf(request: Request): { email: string; password: string; to: string } {
  const body = (request.body ?? {}) as Record<string, unknown>;
  const text = (name: string) => (typeof body[name] === 'string' ? body[name].slice(0, 2_000) : '');
  return { email: text('email'), password: text('password'), to: text('to') };
}

// Only a path on this site: nobody is sent elsewhere by a link that looks like ours.
function localPath(to: string): string {
  return /^\/(?![/\\])[^\s\\]*$/.test(to) ? to : '/';
}
