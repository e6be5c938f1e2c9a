import { editorLanguageFor } from '@core/people/editor-language';
import express, { type Request, type Response, type Router } from 'express';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { Refusal } from '../errors/refusal';

/** The cookie that remembers in which language somebody has the editor, for the page that comes before it is known who they are. */
const languageCookie = 'almanac.language';

/** Remembers the language that somebody has chosen for the editor; empty goes by their browser. */
export function rememberLanguage(request: Request, response: Response, language: string): void {
  if (chosenIn(request) === language) return;
  if (language === '') response.clearCookie(languageCookie, { path: '/almanac' });
  else response.cookie(languageCookie, language, { path: '/almanac', sameSite: 'lax', httpOnly: true, maxAge: 365 * 86_400_000 });
}

// Asked ahead of everything that reads cookies.
function chosenIn(request: Request): string {
  return /(?:^|;\s*)almanac\.language=([\w-]+)/.exec(request.headers.cookie ?? '')?.[1] ?? '';
}

/**
 * The built editor. Each language has its files in a folder of its own, under the same names: they are answered at paths
 * that name the language, so that no cache takes one for the other, while the addresses of the editor are the same in all.
 * @param folder - of the build, with a folder for each language
 */
export function editorFiles(folder: string): Router {
  const router = express.Router();
  router.use('/in', express.static(folder, { index: false, maxAge: '365d', immutable: true, redirect: false }));
  // Every address of the editor is one document; the address itself holds where one is.
  router.get(/.*/, (request, response, next) => {
    const language = editorLanguageFor(chosenIn(request), request.get('accept-language') ?? '');
    const index = path.join(folder, language, 'index.html');
    if (!existsSync(index)) return next(new Refusal('not-found', 'The editor has not been built.'));
    response.set('Cache-Control', 'no-cache').vary('Accept-Language').vary('Cookie').type('html').send(documentIn(index, language));
  });
  return router;
}

const ownAddress = / (src|href)="(?!https?:|data:|\/)([^"]+)"/g;

function documentIn(index: string, language: string): string {
  const base = '<base href="/almanac/"';
  return readFileSync(index, 'utf8')
    .replace(ownAddress, (_, name: string, at: string) => ` ${name}="in/${language}/${at}"`)
    .replace(/<base[^>]*?\/?(?=>)/, base);
}
