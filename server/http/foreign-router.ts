import { mayRead } from '@core/placement/resolve';
import { pagesShowingBlock } from '@core/reach/reach';
import { compileWho, everybody } from '@core/rule/who';
import express, { type Request, type Router } from 'express';
import { namedByRequest } from '../public/locales';
import type { Site } from '../site/site';
import { isClosedTo } from './closed';
import { personOf, readerFactsOf } from './sessions';

const path = /^\/foreign\/([0-9a-f-]{36})$/;

// Without the right to its own origin it has no cookies and reads nothing of the site that shows it. @see CSP 3, sandbox
const policy = [
  'sandbox allow-scripts allow-popups allow-forms',
  "default-src 'none'",
  "script-src https: 'unsafe-inline'",
  "style-src https: 'unsafe-inline'",
  'img-src https: data:',
  'font-src https: data:',
  'media-src https:',
  'frame-src https:',
  'connect-src https:',
  "base-uri 'none'",
  "frame-ancestors 'self'",
].join('; ');

/** Hands out foreign code, shut off from this site whichever way it is opened. */
export function foreignRouter(site: Site): Router {
  const router = express.Router();
  router.get(/\/foreign\/[^/]+$/, (request: Request, response, next) => {
    const named = namedByRequest(site, request, path);
    if (!named) return next();
    const id = named.parts[0]!;
    const person = personOf(site, request);
    const reader = readerFactsOf(site, person);
    const snapshot = site.snapshots.readIn(named.locale.tag, []);
    const value = snapshot.blocks.get(id)?.value;
    const isSeen = value?.type === 'foreign code' && compileWho(value.readers ?? everybody)(reader) && !isClosedTo(site, person);
    const isPlaced = () => pagesShowingBlock(snapshot, id).some(page => mayRead(snapshot.pageById.get(page)!, reader));
    if (!isSeen || !isPlaced()) return next();
    return response
      .set('Content-Security-Policy', policy)
      .set('Cache-Control', 'private, no-cache')
      .type('html')
      .send(`<!DOCTYPE html><meta charset="utf-8"><title></title><body style="margin:0">${String(value.fields['code'])}`);
  });
  return router;
}
