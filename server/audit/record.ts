import type { Knex } from 'knex';
import { AsyncLocalStorage } from 'node:async_hooks';
import { appendAudit, type AuditFact } from '../repositories/audit-repository';
import type { SiteSettings } from '../repositories/settings-repository';
import { inTransaction } from '../database/store-fault';
import { sha256 } from '../secrets';
import type { Site } from '../site/site';

/** Who acts, and from where. */
export interface Actor {
  readonly personId: string | null;
  /** A network address, or a program on the server itself. */
  readonly source: string;
}

/** Something that was done, as whoever does it tells of it. */
export interface Done {
  readonly act: string;
  readonly kind?: string;
  readonly subjectId?: string;
  readonly locale?: string;
  readonly title?: string;
  /** What there was before and is after; left out, nothing. Passwords and keys are never told. */
  readonly before?: unknown;
  readonly after?: unknown;
  /** Who did it, where that is somebody else than the request is from. */
  readonly personId?: string;
}

const acting = new AsyncLocalStorage<Actor>();

/** Does something as somebody; all that is written down meanwhile names them. */
export function actingAs<Result>(actor: Actor, act: () => Result): Result {
  return acting.run(actor, act);
}

const onTheServer: Actor = { personId: null, source: 'this machine' };

/** The most characters that are kept of what there was before, and is after. */
const mostKept = 20_000;

/** Writes down what is done, in the transaction that does it. @param at - UTC milliseconds */
export function writeDown(transaction: Knex.Transaction, at: number, done: readonly Done[]): Promise<void> {
  const actor = acting.getStore() ?? onTheServer;
  return appendAudit(
    transaction,
    done.map(({ act, kind, subjectId, locale, title, before, after, personId }): AuditFact => ({
      at,
      personId: personId ?? actor.personId,
      source: actor.source,
      act,
      kind: kind ?? '',
      subjectId: subjectId ?? '',
      locale: locale ?? '',
      title: (title ?? '').slice(0, 300),
      before: kept(before),
      after: kept(after),
    })),
  );
}

/** Writes down what changes nothing in the store besides. */
export function writeDownAlone({ writes, knex, clocks }: Site, done: Done): Promise<void> {
  return writes.run(() => inTransaction(knex, transaction => writeDown(transaction, clocks.running(), [done])));
}

// Of what is too long its digest is kept, so that a copy of it can be held against the log.
function kept(value: unknown): string | null {
  if (value === undefined || value === null) return null;
  const text = JSON.stringify(value);
  return text.length <= mostKept ? text : JSON.stringify({ characters: text.length, sha256: sha256(text) });
}

/** What setting some settings does, one by one. */
export function settingsDone(now: SiteSettings, change: Partial<SiteSettings>): readonly Done[] {
  return (Object.keys(change) as (keyof SiteSettings)[])
    .filter(name => JSON.stringify(now[name]) !== JSON.stringify(change[name]))
    .map(name => ({ act: 'set', kind: 'setting', subjectId: name, title: name, before: now[name], after: change[name] }));
}
