import type { Knex } from 'knex';
import { createHash } from 'node:crypto';

/** A session as it is kept. */
export interface KeptSession {
  /** Tells it from others without letting anybody in. */
  readonly id: string;
  readonly sid: string;
  readonly personId: string;
  /** UTC milliseconds; null for one begun before that was noted. */
  readonly begunAt: number | null;
  readonly browser: string;
}

/** The sessions of everybody who is signed in somewhere, or of one person. */
export async function readSessions(knex: Knex, personId?: string): Promise<readonly KeptSession[]> {
  const rows = (await knex('sessions').where('expired', '>=', new Date().toISOString()).select('sid', 'sess')) as {
    sid: string;
    sess: string | object;
  }[];
  return rows.flatMap(({ sid, sess }) => {
    const held = (typeof sess === 'string' ? JSON.parse(sess) : sess) as { personId?: string; begunAt?: number; browser?: string };
    if (!held.personId || (personId !== undefined && held.personId !== personId)) return [];
    return [{ id: publicIdOf(sid), sid, personId: held.personId, begunAt: held.begunAt ?? null, browser: held.browser ?? '' }];
  });
}

/** Whether a session goes on. */
export async function isSession(knex: Knex, sid: string): Promise<boolean> {
  return (await knex('sessions').where({ sid }).andWhere('expired', '>=', new Date().toISOString()).first('sid')) !== undefined;
}

/** Ends all sessions of somebody but one. @param keptSid - the one that goes on; null ends all */
export async function endSessionsOf(knex: Knex, personId: string, keptSid: string | null): Promise<void> {
  for (const { sid } of await readSessions(knex, personId)) if (sid !== keptSid) await knex('sessions').where({ sid }).delete();
}

/** What a session is called outside: nobody takes one over by it. */
export function publicIdOf(sid: string): string {
  return createHash('sha256').update(sid).digest('hex').slice(0, 16);
}
