import { ConnectSessionKnexStore } from 'connect-session-knex';
import session, { type SessionData } from 'express-session';
import type { Knex } from 'knex';
import type { Logger } from 'pino';
import { whenFree } from '../database/store-fault';

type Done = (error?: unknown) => void;

/**
 * Sessions in the database, such that no failing write of one takes more with it than itself: the store behind this
 * rejects promises that nobody waits for. That a session lives on a little longer is noted at leisure; a page never waits
 * for it and answers when it fails.
 */
export class SteadySessionStore extends session.Store {
  readonly #inner: ConnectSessionKnexStore;

  constructor(
    knex: Knex,
    private readonly logger: Logger,
  ) {
    super();
    this.#inner = new ConnectSessionKnexStore({ knex, tableName: 'sessions', createTable: false, cleanupInterval: 0 });
    this.#inner.ready.catch((error: unknown) => logger.error({ code: codeOf(error) }, 'sessions cannot be kept'));
  }

  override get(sid: string, done: (error: unknown, data?: SessionData | null) => void): void {
    this.#inner
      .get(sid, () => undefined)
      .then(
        data => done(null, data),
        (error: unknown) => done(error),
      );
  }

  override set(sid: string, data: SessionData, done: Done = () => undefined): void {
    whenFree(() => this.#inner.set(sid, data)).then(() => done(), done);
  }

  override destroy(sid: string, done: Done = () => undefined): void {
    whenFree(() => this.#inner.destroy(sid)).then(() => done(), done);
  }

  override touch(sid: string, data: SessionData, done: () => void = () => undefined): void {
    done();
    // What the driver says holds the session's id, which no log may tell.
    this.#inner.touch(sid, data).catch((error: unknown) => this.logger.warn({ code: codeOf(error) }, 'a session could not be prolonged'));
  }
}

function codeOf(error: unknown): unknown {
  return (error as { code?: unknown } | null)?.code ?? 'unknown';
}
