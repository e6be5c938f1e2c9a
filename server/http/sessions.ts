import type { ReaderFacts } from '@core/rule/who';
import { membershipsAt } from '@core/people/membership';
import { say } from '@core/tongue/say';
import { doubleCsrf } from 'csrf-csrf';
import cookieParser from 'cookie-parser';
import type { Request, RequestHandler, Response } from 'express';
import session from 'express-session';
import type { Logger } from 'pino';
import { actingAs } from '../audit/record';
import { RefusalLog } from '../audit/refusals';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { Refusal } from '../errors/refusal';
import { SteadySessionStore } from './session-store';
import { SignInGuard } from './sign-in-guard';

declare module 'express-session' {
  interface SessionData {
    personId?: string;
    /** UTC milliseconds at which somebody signed in, and with which browser. */
    begunAt?: number;
    browser?: string;
    /** A role, or the id of somebody, as whom the product is looked at. */
    lookAs?: string;
  }
}

const days = 86_400_000;

/** Name of the cookie by which a session is known. */
export const sessionCookie = 'almanac.session';

/** Middleware that keeps sessions in the database and guards against forged requests. */
export interface Sessions {
  readonly middleware: readonly RequestHandler[];
  readonly refuseForged: RequestHandler;
  /** A token to be sent back in the header x-csrf-token or the form field "csrf". */
  readonly tokenFor: (request: Request, response: Response) => string;
  /** Whether the public reaches the server over https. */
  readonly isSecure: boolean;
  /** By which what the server hands out is signed. */
  readonly secret: string;
  /** Checks passwords, and slows down whoever guesses. */
  readonly guard: SignInGuard;
  /** Writes down what is refused. */
  readonly refusals: RefusalLog;
}

/** Sets sessions up. @param secret - signs cookies and tokens */
export function createSessions(site: Site, secret: string, isSecure: boolean, logger: Logger): Sessions {
  const cookie = { httpOnly: true, sameSite: 'lax' as const, secure: isSecure, path: '/' };
  const { doubleCsrfProtection, generateCsrfToken } = doubleCsrf({
    getSecret: () => secret,
    getSessionIdentifier: request => request.session.personId ?? 'nobody',
    cookieName: 'almanac.csrf',
    cookieOptions: cookie,
    getCsrfTokenFromRequest: request => request.get('x-csrf-token') ?? (request.body as { csrf?: string } | undefined)?.csrf,
  });
  const refusals = new RefusalLog(site);
  return {
    isSecure,
    secret,
    middleware: [
      session({
        name: sessionCookie,
        secret,
        resave: false,
        saveUninitialized: false,
        cookie: { ...cookie, maxAge: 14 * days },
        store: new SteadySessionStore(site.knex, logger),
      }),
      cookieParser(),
      (request, _response, next) => actingAs({ personId: request.session.personId ?? null, source: request.ip ?? '' }, next),
    ],
    refuseForged: (request, response, next) =>
      doubleCsrfProtection(request, response, error =>
        next(error ? new Refusal('forged-request', say`The page is out of date. Reload it and try again; nothing was saved.`) : undefined),
      ),
    guard: new SignInGuard(site, secret, cookie, refusals),
    refusals,
    tokenFor: (request, response) => generateCsrfToken(request, response, { overwrite: false, validateOnReuse: false }),
  };
}

/** Who is signed in, or null. */
export function personOf(site: Site, request: Request): Person | null {
  const person = site.people.get(request.session.personId ?? '');
  return person && person.deactivatedAt === null ? person : null;
}

/** Begins a session of its own for somebody, so that no session known before goes on. @param at - UTC milliseconds */
export async function beginSession(request: Request, person: Person, at: number): Promise<void> {
  await new Promise<void>((resolve, reject) => request.session.regenerate(error => (error ? reject(error as Error) : resolve())));
  request.session.personId = person.id;
  request.session.begunAt = at;
  request.session.browser = (request.get('user-agent') ?? '').slice(0, 300);
  await keepSession(request);
}

/** Stores what has changed in the session. @throws the store's fault when it cannot be stored */
export async function keepSession(request: Request): Promise<void> {
  await new Promise<void>((resolve, reject) => request.session.save(error => (error ? reject(error as Error) : resolve())));
}

/** Ends the session. */
export async function endSession(request: Request): Promise<void> {
  await new Promise<void>((resolve, reject) => request.session.destroy(error => (error ? reject(error as Error) : resolve())));
}

/** What rules may know of whoever is signed in. */
export function readerFactsOf(site: Site, person: Person | null): ReaderFacts {
  return person
    ? { signedIn: true, roles: person.roles, memberships: membershipsAt(person.memberships, site.clocks.content()) }
    : { signedIn: false, roles: [], memberships: [] };
}
