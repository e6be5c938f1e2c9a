import { mayRead } from '@core/placement/resolve';
import type { SiteSnapshot } from '@core/site/snapshot';
import express, { type Router } from 'express';
import { Refusal } from '../errors/refusal';
import { renderPublicPage } from '../public/answers';
import { localeOf } from '../public/locales';
import { overlaysOfEdition } from '../services/edition-lookups';
import { followedPreview, previewPath, previewWords } from '../services/preview-links';
import type { Site } from '../site/site';
import { say } from '@core/tongue/say';

/**
 * Pages as they would be with an edition, for whoever has a link to it: without signing in, kept by no cache, found by no
 * search engine. Links from page to page stay within the preview.
 */
export function previewRouter(site: Site): Router {
  const router = express.Router();
  router.get(/^\/([\w-]{32})(\/.*)?$/, async (request, response) => {
    const secret = String(request.params[0]);
    response.set({
      'Cache-Control': 'private, no-store',
      'X-Robots-Tag': 'noindex, nofollow',
      // The address is the key.
      'Referrer-Policy': 'no-referrer',
    });
    const link = await followedPreview(site, secret);
    if (!link) throw new Refusal('not-found', say`This preview has ended, or never was.`);
    const snapshot = site.snapshots.readIn(link.locale, overlaysOfEdition(site, link.editionId), link.moment);
    const home = localeOf(site, snapshot).prefix;
    const path = decoded(request.params[1] ?? '/');
    const at = path === '/' && home !== '' ? `/${home}` : path;
    const found = pageAt(snapshot, at);
    const page = found && mayRead(found, link.reader) ? found : null;
    const extra = { previewWords: previewWords(site, link) };
    const { answer } = renderPublicPage(site, snapshot, page, page ? null : 'not found', at, link.reader, extra);
    const within = keptWithin(answer.body.toString(), snapshot, `${previewPath}/${secret}`);
    response.status(answer.status).type('html').send(within);
  });
  router.use(() => {
    throw new Refusal('not-found', say`This preview has ended, or never was.`);
  });
  return router;
}

function pageAt(snapshot: SiteSnapshot, address: string) {
  return snapshot.pageByPath.get(address) ?? snapshot.pages.find(each => each.address === address) ?? null;
}

// The pages are our own: a quotation mark in their words is never written as one.
function keptWithin(html: string, snapshot: SiteSnapshot, base: string): string {
  const addresses = new Set(snapshot.pages.map(each => each.address));
  return html.replace(/(<a\b[^>]*? href=")(\/[^"?#]*)/g, (whole, before: string, address: string) =>
    addresses.has(address) ? `${before}${base}${address}` : whole,
  );
}

function decoded(path: string): string {
  try {
    return decodeURI(path);
  } catch {
    return path;
  }
}
