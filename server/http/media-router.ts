import { parseRendition, tagOf, fileName } from '@core/file/address';
import { filesOf, mayHave } from '@core/file/holders';
import type { FileValue } from '@core/file/file';
import { mediaTypeNamed } from '@core/file/media-types';
import { plainForms } from '@core/file/picture-html';
import { anyone } from '@core/rule/who';
import express, { type Request, type Response, type Router } from 'express';
import { Refusal } from '../errors/refusal';
import type { Site } from '../site/site';
import { isClosed, isClosedTo } from './closed';
import { personOf, readerFactsOf } from './sessions';

/** How long a cache may keep what has an address of its own, in seconds. */
const year = 31_536_000;

/** How long a cache may keep a file whose content may be replaced, in seconds. */
const minutes = 300;

/** A file as it is handed to whoever asks, and for how long a cache may keep it if its content is good for so many seconds. */
export interface HandedFile {
  readonly file: FileValue;
  readonly cacheFor: (seconds: number) => string;
}

/** The file that a request asks for; null where whoever asks may not have it. */
export type HandFile = (request: Request, id: string) => HandedFile | null | Promise<HandedFile | null>;

/**
 * The files of the library for readers: ranges, conditions, and a name to be kept under. What a reader may not have
 * answers like what never was.
 * @see RFC 9110 sections 13 and 14; RFC 6266
 */
export function mediaRouter(site: Site, hand: HandFile = (request, id) => handedToReaders(site, request, id)): Router {
  const router = express.Router({ mergeParams: true });
  const handed = async (request: Request): Promise<HandedFile> => {
    const found = await hand(request, String(request.params['id']));
    if (!found) throw notFound();
    return found;
  };
  router.get('/:id/r/:rendition', async (request, response) => {
    const { file, cacheFor } = await handed(request);
    const wish = parseRendition(String(request.params['rendition']));
    if (!wish || wish.tag !== tagOf(file.content.hash)) throw notFound();
    const source = site.contents.pathOf(file.content.hash);
    const path = await site.renditions.at(source, file, wish, site.theme.manifest.pictures ?? plainForms);
    if (path === null) throw notFound();
    response.type(`image/${wish.format}`);
    await send(response, path, `"${wish.tag}${wish.crop}${wish.width}${wish.format}"`, cacheFor(year));
  });
  router.get('/:id/:name', async (request, response) => {
    const { file, cacheFor } = await handed(request);
    const { mediaType, hash } = file.content;
    response.type(mediaType.startsWith('text/') ? `${mediaType}; charset=utf-8` : mediaType);
    const isInPlace = mediaTypeNamed(mediaType).isShownInPlace && request.query['download'] === undefined;
    response.set('Content-Disposition', dispositionOf(isInPlace ? 'inline' : 'attachment', fileName(file)));
    // A drawing or text that is opened by itself can neither run nor load anything; browsers show a PDF with a part of their own.
    if (mediaType !== 'application/pdf')
      response.set('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'; img-src data:; media-src 'self'; sandbox");
    await send(response, site.contents.pathOf(hash), `"${hash.slice(0, 32)}"`, cacheFor(minutes));
  });
  return router;
}

function handedToReaders(site: Site, request: Request, id: string): HandedFile | null {
  const snapshot = site.snapshots.at();
  const file = filesOf(snapshot).get(id);
  // Ahead of the sessions there is nobody.
  const person = (request.session as unknown) ? personOf(site, request) : null;
  const isForAll = !isClosed(site) && file !== undefined && mayHave(snapshot, id, anyone);
  const isStaff = person !== null && person.roles.length > 0;
  const isTheirs = isForAll || isStaff || (!isClosedTo(site, person) && mayHave(snapshot, id, readerFactsOf(site, person)));
  return file && isTheirs ? { file, cacheFor: seconds => cacheFor(site, isForAll, seconds) } : null;
}

function cacheFor(site: Site, isForAll: boolean, longest: number): string {
  if (!isForAll || site.clocks.isFrozen) return 'private, no-cache';
  if (longest === year) return `public, max-age=${year}, immutable`;
  // What is planned for the file comes on time.
  const seconds = (site.snapshots.at().validUntil - site.clocks.content()) / 1_000;
  return `public, max-age=${Math.floor(Math.min(longest, seconds))}`;
}

// The path is the store's own and never made of what was asked for.
function send(response: Response, path: string, etag: string, cacheControl: string): Promise<void> {
  response.set({ ETag: etag, 'Cache-Control': cacheControl });
  if (cacheControl.startsWith('private')) response.vary('Cookie');
  return new Promise((resolve, reject) =>
    response.sendFile(path, { cacheControl: false, lastModified: false, dotfiles: 'allow' }, error => {
      const { code } = (error ?? {}) as { code?: string };
      // Whoever goes away in the middle is no fault.
      if (!error || code === 'ECONNABORTED' || code === 'EPIPE' || response.headersSent) resolve();
      else reject(error);
    }),
  );
}

// The name as it is for all who read RFC 5987, and without anything special for those who do not.
function dispositionOf(kind: 'inline' | 'attachment', name: string): string {
  const plain = name.replace(/[^\x20-\x7e]|["\\]/g, '_');
  const encoded = encodeURIComponent(name).replace(/['()*]/g, sign => `%${sign.charCodeAt(0).toString(16).toUpperCase()}`);
  return `${kind}; filename="${plain}"; filename*=UTF-8''${encoded}`;
}

function notFound(): Refusal {
  return new Refusal('not-found', 'There is no such file.');
}
