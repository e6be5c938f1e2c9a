import { say, told, word } from '@core/tongue/say';
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import path from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Site } from '../site/site';
import { apiRouter } from './api-router';
import { refuseDeep } from './json-depth';
import { troubleOf, type StoreTrouble } from '../database/store-fault';
import { Refusal, type RefusalCode } from '../errors/refusal';
import { problemDocument } from './problems';
import { PublicAnswers } from '../public/answers';
import { answerSignedOut, publicRouter } from './public-router';
import { mediaRouter } from './media-router';
import { editorFiles } from './editor-files';
import { speakToAsker } from './spoken';
import { calendarPath } from '../services/calendar-feeds';
import { calendarRouter } from './calendar-router';
import { previewRouter } from './preview-router';
import { createSessions, sessionCookie } from './sessions';
import type { StartKey } from './start-key';

/** What a server is made with. */
export interface ServerOptions {
  readonly site: Site;
  /** Rendered pages; made when not given. */
  readonly answers?: PublicAnswers;
  readonly logger: Logger;
  /** Opens the form that begins a site; left out, nothing does. */
  readonly startKey?: StartKey;
  /** Signs cookies and tokens; at least 32 characters. */
  readonly secret: string;
  /** Folder of the built editor, with a folder for each of its languages. */
  readonly editorFolder: string;
  /** Folder of node_modules, from which the theme's fonts come. */
  readonly fontsFolder: string;
  readonly version: string;
  /** Whether it is reached over https, so that cookies are sent only there. */
  readonly isSecure: boolean;
  /** Which proxies are believed: how many stand before it, or their addresses. @see Express "trust proxy" */
  readonly trustedProxies?: number | string;
}

/** A request is for a path; "*" and the like are for proxies. @see RFC 9112 section 3.2 */
const refuseOddTargets: RequestHandler = (request, _response, next) =>
  next(/^(\/|https?:\/\/)/i.test(request.url) ? undefined : new Refusal('bad-request', say`A request asks for a path.`));

/** Puts the application together. It listens nowhere by itself. @throws RangeError when the secret is too short */
export function createServer(options: ServerOptions): Express {
  const { site, logger } = options;
  if (options.secret.length < 32) throw new RangeError('The secret needs at least 32 characters');
  const app = express();
  const sessions = createSessions(site, options.secret, options.isSecure, logger);
  app.disable('x-powered-by');
  if (options.trustedProxies !== undefined) app.set('trust proxy', options.trustedProxies);
  // Entity tags are the answers' own; Express would make one per body.
  app.set('etag', false);
  app.set('query parser', 'simple');
  const answers = options.answers ?? new PublicAnswers(site);
  app.use(contentSecurity(site, options.isSecure));
  app.use(refuseOddTargets);
  app.use(answerSignedOut(site, answers, logger));
  const media = mediaRouter(site);
  // Nearly all who ask for pictures are signed out, and need nothing of what follows.
  app.use('/media', (request, response, next) =>
    request.headers.cookie?.includes(sessionCookie) ? next() : media(request, response, next),
  );
  app.use(
    pinoHttp({
      logger,
      autoLogging: true,
      customLogLevel: (_request, response, error) =>
        error || (response.statusCode >= 500 && response.statusCode !== 503) ? 'error' : response.statusCode >= 400 ? 'info' : 'debug',
    }),
  );
  app.use(compression({ threshold: 2_048 }));
  serveFiles(app, options);
  app.use(...sessions.middleware);
  app.use('/media', media);
  app.use('/api', speakToAsker, express.json({ limit: '1mb' }), refuseDeep, apiRouter(site, sessions, options.version, options.startKey));
  app.use(publicRouter(site, sessions, answers, logger));
  app.use(answerProblems(logger));
  return app;
}

function contentSecurity(site: Site, isSecure: boolean): express.RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        'default-src': ["'self'"],
        'script-src': ["'self'"],
        // Angular and the rich-text editor set styles on elements; no style can bring script.
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:'],
        'font-src': ["'self'"],
        'connect-src': ["'self'"],
        'worker-src': ["'self'"],
        'frame-src': ["'self'", () => site.settings.framedHosts.map(host => `https://${host}`).join(' ')],
        'object-src': ["'none'"],
        'base-uri': ["'self'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'self'"],
        ...(isSecure ? { 'upgrade-insecure-requests': [] } : {}),
      },
    },
    strictTransportSecurity: isSecure,
    referrerPolicy: { policy: 'same-origin' },
  });
}

function serveFiles(app: Express, options: ServerOptions): void {
  const fonts = (family: string, letters: string) =>
    path.join(options.fontsFolder, '@fontsource-variable', family, 'files', `${family}-${letters}-wght-normal.woff2`);
  for (const [name, file] of [
    ...['newsreader', 'figtree'].flatMap(family => [
      [family, fonts(family, 'latin')] as const,
      [`${family}-latin-ext`, fonts(family, 'latin-ext')] as const,
    ]),
    ['noto-naskh-arabic', fonts('noto-naskh-arabic', 'arabic')] as const,
  ])
    app.get(`/theme/fonts/${name}.woff2`, (_request, response) => response.sendFile(file, { maxAge: '30d', immutable: true }));
  app.use('/theme', express.static(options.site.theme.assets, { maxAge: '1h', index: false, fallthrough: false }));
  const layer = path.join(options.editorFolder, '../../edit-layer/edit-layer.js');
  app.get('/almanac/edit-layer.js', (_request, response, next) => {
    if (!existsSync(layer)) return next(new Refusal('not-found', say`The editor has not been built.`));
    response.set('Cache-Control', 'no-cache').sendFile(path.resolve(layer));
  });
  app.use('/almanac/preview', previewRouter(options.site));
  app.use(calendarPath, calendarRouter(options.site));
  app.use('/almanac', editorFiles(options.editorFolder));
}

function answerProblems(logger: Logger): ErrorRequestHandler {
  return (error: unknown, _request, response, next) => {
    if (response.headersSent) return next(error);
    const refusal = asRefusal(error);
    // What the store says of its troubles holds the words that were to be saved.
    if (troubleOf(error)) logger.error({ code: (error as { code: string }).code }, refusal.code);
    else if (problemDocument(refusal).status >= 500) logger.error({ err: error }, refusal.code);
    const document = problemDocument(refusal);
    response.status(document.status).set('Cache-Control', 'no-store').type('application/problem+json').send(JSON.stringify(document));
  };
}

/** What people are told when the store cannot take what they sent; whatever was acknowledged before is safe. */
const troubles: Readonly<Record<StoreTrouble, readonly [RefusalCode, string]>> = {
  full: ['storage-full', word`The disk of the server is full, so nothing was saved. Reading goes on; save again when there is room.`],
  busy: ['storage-busy', word`Another process holds the store, so nothing was saved. Try again in a moment.`],
  failing: [
    'storage-failing',
    word`The store cannot be written or read at this moment, so nothing was saved. Whoever runs the server must look at it.`,
  ],
};

function asRefusal(error: unknown): Refusal {
  if (error instanceof Refusal) return error;
  const trouble = troubleOf(error);
  if (trouble) {
    const [code, words] = troubles[trouble];
    return new Refusal(code, told(words));
  }
  const { status, type } = (error ?? {}) as { status?: number; type?: string };
  if (type === 'entity.too.large') return new Refusal('too-large', say`The request is larger than 1 MB.`);
  if (status === 404) return new Refusal('not-found', say`There is nothing at this address.`);
  if (status === 412) return new Refusal('changed-meanwhile', say`It is not the one any more that the request names.`);
  if (status === 416) return new Refusal('range-unsatisfiable', say`Nothing of it lies in this range.`);
  if (status !== undefined && status < 500) return new Refusal('bad-request', say`The request is not well-formed.`);
  return new Refusal('internal', say`Something went wrong on the server. Nothing was half-saved; try again.`);
}
