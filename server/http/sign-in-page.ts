import type { Request, Response } from 'express';
import { localeOfPath } from '../public/locales';
import { namedAnswer, renderPublicPage } from '../public/answers';
import type { Site } from '../site/site';
import { personOf, readerFactsOf, type Sessions } from './sessions';

/** What of signing in a page is about. */
export type SignInStep = 'sign in' | 'forgotten' | 'sent' | 'new password' | 'sign up' | 'profile' | 'membership';

/** Sends a page about signing in, in the theme. @param extra - what its template reads besides */
export function sendSignInPage(
  site: Site,
  sessions: Sessions,
  request: Request,
  response: Response,
  { status = 200, step = 'sign in', ...extra }: { readonly status?: number; readonly step?: SignInStep; readonly [more: string]: unknown },
): void {
  const person = personOf(site, request);
  const to = localPath(String(request.query['to'] ?? textIn(request, 'to')));
  // Whoever came from a page in a language signs in in it.
  const snapshot = site.snapshots.readIn(localeOfPath(site, to).tag, []);
  const { answer } = renderPublicPage(site, snapshot, null, 'sign-in', '/sign-in', readerFactsOf(site, person), {
    csrfToken: sessions.tokenFor(request, response),
    signedInAs: step === 'sign in' || step === 'new password' || step === 'profile' ? person?.name : undefined,
    to,
    step,
    maySignUp: site.settings.signUp.isOpen,
    ...extra,
  });
  response.status(status).set('Cache-Control', 'no-store').type('html').send(namedAnswer(answer, person?.name).body);
}

/** A field of a form that was sent, cut to what any field may hold. */
export function textIn(request: Request, name: string): string {
  const held = ((request.body ?? {}) as Record<string, unknown>)[name];
  return typeof held === 'string' ? held.slice(0, 2_000) : '';
}

/** Only a path on this site: nobody is sent elsewhere by a link that looks like ours. */
export function localPath(to: string): string {
  return /^\/(?![/\\])[^\s\\]*$/.test(to) ? to : '/';
}
