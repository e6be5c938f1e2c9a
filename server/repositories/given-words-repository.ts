import type { Role } from '@core/kinds/kind';
import type { Knex } from 'knex';
import { fromRow, toRow } from './rows';

/** Somebody's word, as one of their roles, for what stood in an edition. */
export interface StoredWord {
  readonly id: string;
  readonly editionId: string;
  readonly role: Role;
  /** The heads of its proposals when it was given; it holds for nothing else. */
  readonly heads: readonly string[];
  readonly remark: string;
  readonly givenAt: number;
  readonly givenBy: string;
}

const json = ['heads'];

/** Whether a word was given for exactly what some heads are. */
export function isGivenFor({ heads }: StoredWord, now: readonly string[]): boolean {
  return heads.length === now.length && now.every(each => heads.includes(each));
}

/** Stores a word. */
export async function insertWord(transaction: Knex.Transaction, word: StoredWord): Promise<void> {
  await transaction('given_words').insert(toRow(word, json));
}

/** The words given for an edition, in the order in which they were. */
export async function wordsOf(knex: Knex, editionId: string): Promise<readonly StoredWord[]> {
  const rows = (await knex('given_words').where({ edition_id: editionId }).orderBy(['given_at', 'id'])) as Record<string, unknown>[];
  return rows.map(row => fromRow<StoredWord>(row, json));
}
