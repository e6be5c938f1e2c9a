import { say } from '@core/tongue/say';
import { RateLimiterMemory, type RateLimiterRes } from 'rate-limiter-flexible';
import { createHmac, timingSafeEqual } from 'node:crypto';
import type { CookieOptions, Request, Response } from 'express';
import { aboutPerson } from '../audit/people';
import { writeDownAlone } from '../audit/record';
import type { RefusalLog } from '../audit/refusals';
import { personByEmail } from '../repositories/people-repository';
import { authenticate } from '../services/passwords';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { Refusal } from '../errors/refusal';
import { refuseInsecure } from './secure';

/** How many failed attempts are let through within a quarter of an hour, and the pause after which one more is. */
export const signInLimits = {
  windowSeconds: 15 * 60,
  /** Of one account, from one address or known device. */
  perAccountAndSource: 10,
  /** From one address, whatever the account. */
  perAddress: 60,
  /** Over all accounts together, from devices not known: a spread attack slows down as a whole. */
  overall: 1_000,
  pauseSeconds: 60,
  /** How many passwords wait to be hashed at most; hashing is slow on purpose, and done one at a time. */
  waiting: 80,
} as const;

const deviceCookie = 'almanac.device';
const year = 365 * 86_400_000;

/** Who tries to sign in, from where. */
interface Attempt {
  readonly email: string;
  readonly address: string;
  /** Whether this browser has signed in to the account before. */
  readonly isKnown: boolean;
}

/**
 * Lets people sign in and slows down whoever guesses. Only failures count, form and API together. Nobody can keep
 * somebody else out: an account is counted per address, a browser that has signed in before is counted on its own,
 * and after a pause one more attempt is always let through.
 */
export class SignInGuard {
  readonly #perAccount = limiter(signInLimits.perAccountAndSource);
  readonly #perAddress = limiter(signInLimits.perAddress);
  readonly #overall = limiter(signInLimits.overall);
  readonly #pauses = new RateLimiterMemory({ points: 1, duration: signInLimits.pauseSeconds });
  #hashing: Promise<unknown> = Promise.resolve();
  #waiting = 0;

  constructor(
    private readonly site: Site,
    private readonly secret: string,
    private readonly cookie: CookieOptions,
    private readonly refusals: RefusalLog,
  ) {}

  /**
   * The person whose e-mail address and password these are, or null.
   * @throws Refusal when too many attempts have failed, or too many wait at once
   */
  async signIn(request: Request, response: Response, email: string, password: string): Promise<Person | null> {
    refuseInsecure(request, this.cookie.secure === true);
    const account = email.trim().toLowerCase();
    const attempt: Attempt = { email: account, address: request.ip ?? '', isKnown: this.#isKnown(request, account) };
    const person = await this.#inTurn(() => this.#tried(attempt, password));
    await this.#writeDown(attempt, person);
    if (person) response.cookie(deviceCookie, this.#markOf(account), { ...this.cookie, maxAge: year });
    return person;
  }

  // Who an unknown address belongs to is not written down: people type passwords into the wrong field.
  async #writeDown({ email, address }: Attempt, person: Person | null): Promise<void> {
    const known = person ?? (await personByEmail(this.site.knex, email));
    const about = known ? aboutPerson(known) : {};
    if (person === null) return this.refusals.note(address, { act: 'sign-in refused', ...about });
    await writeDownAlone(this.site, { act: 'sign in', ...about, personId: person.id });
  }

  async #tried(attempt: Attempt, password: string): Promise<Person | null> {
    await this.#refuseHasty(attempt);
    const person = await authenticate(this.site, attempt.email, password);
    if (person) {
      await this.#perAccount.delete(keyOf(attempt));
      return person;
    }
    await Promise.all([
      count(this.#perAccount, keyOf(attempt)),
      count(this.#perAddress, attempt.address),
      ...(attempt.isKnown ? [] : [count(this.#overall, 'all')]),
    ]);
    if (await this.#isSpent(attempt)) await this.#pauses.set(keyOf(attempt), 1, signInLimits.pauseSeconds);
    return null;
  }

  async #isSpent(attempt: Attempt): Promise<boolean> {
    const spent = await Promise.all([
      isSpent(this.#perAccount, keyOf(attempt), signInLimits.perAccountAndSource),
      attempt.isKnown ? false : isSpent(this.#perAddress, attempt.address, signInLimits.perAddress),
      attempt.isKnown ? false : isSpent(this.#overall, 'all', signInLimits.overall),
    ]);
    return spent.includes(true);
  }

  async #refuseHasty(attempt: Attempt): Promise<void> {
    if (!(await this.#isSpent(attempt))) return;
    // One attempt a pause, each for its own account and source; what is refused does not prolong it.
    try {
      await this.#pauses.consume(keyOf(attempt));
    } catch (refused) {
      const seconds = Math.ceil((refused as RateLimiterRes).msBeforeNext / 1_000);
      throw new Refusal('too-many-requests', say`Too many failed attempts. Wait ${seconds} seconds and try once more.`, [], {
        retryAfterSeconds: seconds,
      });
    }
  }

  // One at a time, so that none is judged before the ones ahead of it have been counted, and so that hashing leaves free
  // the threads that read files for everybody else.
  #inTurn<Result>(work: () => Promise<Result>): Promise<Result> {
    if (this.#waiting >= signInLimits.waiting)
      throw new Refusal('too-many-requests', say`Too many people are signing in at this moment. Try again in a few seconds.`);
    this.#waiting += 1;
    const result = this.#hashing.then(work, work).finally(() => (this.#waiting -= 1));
    this.#hashing = result.catch(() => undefined);
    return result;
  }

  #isKnown(request: Request, account: string): boolean {
    const held = Buffer.from(String((request.cookies as Record<string, unknown> | undefined)?.[deviceCookie] ?? ''));
    const mark = Buffer.from(this.#markOf(account));
    return held.length === mark.length && timingSafeEqual(held, mark);
  }

  #markOf(account: string): string {
    return createHmac('sha256', this.secret).update(`device ${account}`).digest('base64url');
  }
}

function keyOf({ email, address, isKnown }: Attempt): string {
  return `${isKnown ? 'known device' : address} ${email}`;
}

function limiter(points: number): RateLimiterMemory {
  return new RateLimiterMemory({ points, duration: signInLimits.windowSeconds });
}

async function isSpent(limit: RateLimiterMemory, key: string, points: number): Promise<boolean> {
  return ((await limit.get(key))?.consumedPoints ?? 0) >= points;
}

async function count(limit: RateLimiterMemory, key: string): Promise<void> {
  // Beyond the limit it rejects; that it is spent is all that matters here.
  await limit.consume(key).catch(() => undefined);
}
