import type { Knex } from 'knex';
import { fromRow, toRow } from './rows';

/** What a link in an e-mail lets somebody do, once. */
export type TokenPurpose = 'invitation' | 'new password' | 'sign-up';

/** A link that was sent; only its hash is kept. */
export interface AccessToken {
  /** SHA-256 of the token, in hexadecimal. */
  readonly hash: string;
  readonly personId: string;
  readonly purpose: TokenPurpose;
  /** UTC milliseconds. */
  readonly createdAt: number;
  /** UTC milliseconds. */
  readonly expiresAt: number;
  /** UTC milliseconds; null until it has been used. */
  readonly usedAt: number | null;
}

/** Keeps a token in place of all others of the same person and purpose that have not been used. */
export async function insertToken(knex: Knex, token: AccessToken): Promise<void> {
  await knex('access_tokens').where({ person_id: token.personId, purpose: token.purpose, used_at: null }).delete();
  await knex('access_tokens').insert(toRow(token));
}

/** The token with a hash. */
export async function tokenByHash(knex: Knex, hash: string): Promise<AccessToken | undefined> {
  const row = await knex('access_tokens').where({ hash }).first();
  return row && fromRow<AccessToken>(row as Record<string, unknown>);
}

/** Marks a token as used. @returns false when somebody used it at the same moment */
export async function useToken(knex: Knex, hash: string, at: number): Promise<boolean> {
  return (await knex('access_tokens').where({ hash, used_at: null }).update({ used_at: at })) === 1;
}

/** When the invitation of each person ends who has not come yet, by person. */
export async function openInvitations(knex: Knex): Promise<ReadonlyMap<string, number>> {
  const rows = (await knex('access_tokens').where({ purpose: 'invitation', used_at: null })) as Record<string, unknown>[];
  return new Map(rows.map(row => fromRow<AccessToken>(row)).map(each => [each.personId, each.expiresAt]));
}

/** Forgets tokens that ended before a moment. */
export async function deleteTokensBefore(knex: Knex, moment: number): Promise<void> {
  await knex('access_tokens').where('expires_at', '<', moment).delete();
}
