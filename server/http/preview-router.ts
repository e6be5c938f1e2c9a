import { filesOf, mayHave } from '@core/file/holders';
import { isRead, localeOfAddress, type SiteLocale } from '@core/locale/site-locale';
import { mayRead } from '@core/placement/resolve';
import type { Overlay, SiteSnapshot } from '@core/site/snapshot';
import express, { type Router } from 'express';
import { LRUCache } from 'lru-cache';
import { Refusal } from '../errors/refusal';
import { namedAnswer, renderPublicPage } from '../public/answers';
import { localeOf, themeWords } from '../public/locales';
import { overlaysOfEdition } from '../services/edition-lookups';
import type { PreviewLink } from '../repositories/preview-links-repository';
import { followedPreview, previewPath, previewWords } from '../services/preview-links';
import { mediaRouter } from './media-router';
import type { Site } from '../site/site';
import { say } from '@core/tongue/say';

/**
 * Pages as they would be with an edition, for whoever has a link to it: without signing in, kept by no cache, found by no
 * search engine. Links from page to page stay within the preview.
 */
export function previewRouter(site: Site): Router {
  const router = express.Router();
  const previewed = previewsOf(site);
  // Pictures that only the edition brings are nowhere else yet.
  const media = mediaRouter(site, async (request, id) => {
    const link = await followedPreview(site, String(request.params['secret']));
    const snapshot = link && previewed(link, link.locale);
    const file = snapshot && filesOf(snapshot).get(id);
    return file && mayHave(snapshot, id, link.reader) ? { file, cacheFor: () => 'private, no-store' } : null;
  });
  router.use('/:secret/media', (request, response, next) => {
    response.set({ 'X-Robots-Tag': 'noindex, nofollow', 'Referrer-Policy': 'no-referrer' });
    media(request, response, next);
  });
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
    const path = decoded(request.params[1] ?? '/');
    const snapshot = previewed(link, localeWithin(site, link, path));
    const home = localeOf(site, snapshot).prefix;
    const at = path === '/' && home !== '' ? `/${home}` : path;
    const found = pageAt(snapshot, at);
    const page = found && mayRead(found, link.reader) ? found : null;
    const extra = { previewWords: previewWords(site, link) };
    const { answer } = renderPublicPage(site, snapshot, page, page ? null : 'not found', at, link.reader, extra);
    const addresses = site.settings.locales
      .filter(each => isSeenBy(link, each))
      .flatMap(({ tag }) => previewed(link, tag).pages.map(each => each.address));
    const within = keptWithin(
      namedAnswer(answer, themeWords(site, snapshot.locale)['your name']).body.toString(),
      new Set(addresses),
      `${previewPath}/${secret}`,
    );
    response.status(answer.status).type('html').send(within);
  });
  router.use(() => {
    throw new Refusal('not-found', say`This preview has ended, or never was.`);
  });
  return router;
}

/** How many editions that are looked at are kept at hand. */
const mostKept = 20;

// A page asks for each of its pictures: what an edition changes stays one list, by which the site with it is made once.
function previewsOf(site: Site): (link: PreviewLink, locale: string) => SiteSnapshot {
  const kept = new LRUCache<string, readonly Overlay[]>({ max: mostKept });
  return ({ editionId, moment }, locale) => {
    const key = `${editionId} ${site.ledger.version}`;
    const overlays = kept.get(key) ?? overlaysOfEdition(site, editionId);
    kept.set(key, overlays);
    return site.snapshots.readIn(locale, overlays, moment);
  };
}

// One begins in the locale of the link, and walks on into those that everybody reads.
function isSeenBy(link: PreviewLink, locale: SiteLocale): boolean {
  return locale.tag === link.locale || isRead(locale, false);
}

function localeWithin(site: Site, link: PreviewLink, path: string): string {
  if (path === '/') return link.locale;
  const seen = site.settings.locales.filter(each => isSeenBy(link, each));
  return localeOfAddress(seen, '', path).tag;
}

function pageAt(snapshot: SiteSnapshot, address: string) {
  return snapshot.pageByPath.get(address) ?? snapshot.pages.find(each => each.address === address) ?? null;
}

// The pages are our own: a quotation mark in their words is never written as one.
function keptWithin(html: string, addresses: ReadonlySet<string>, base: string): string {
  return html
    .replace(/(<a\b[^>]*? href=")(\/[^"?#]*)/g, (whole, before: string, address: string) =>
      addresses.has(address) ? `${before}${base}${address}` : whole,
    )
    .replace(/<(?:a|img|source|video|audio|track)\b[^>]*>/g, tag => tag.replace(/(["\s])\/media\//g, `$1${base}/media/`));
}

function decoded(path: string): string {
  try {
    return decodeURI(path);
  } catch {
    return path;
  }
}
