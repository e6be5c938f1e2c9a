import type { Knex } from 'knex';
import { fromRow, toRow } from './rows';

/** An e-mail that was sent. */
export interface SentMail {
  readonly id: string;
  readonly to: string;
  readonly subject: string;
  /** Its words, kept only where no mail server takes it on. */
  readonly text: string;
  /** UTC milliseconds. */
  readonly sentAt: number;
  /** Why it could not be sent; empty when it was. */
  readonly fault: string;
}

/** Notes an e-mail. */
export async function insertMail(knex: Knex, mail: SentMail): Promise<void> {
  await knex('mails').insert(toRow(mail));
}

/** The newest e-mails. */
export async function readMails(knex: Knex, most: number): Promise<readonly SentMail[]> {
  const rows = (await knex('mails')
    .orderBy([
      { column: 'sent_at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(most)) as Record<string, unknown>[];
  return rows.map(row => fromRow<SentMail>(row));
}

/** Forgets e-mails sent before a moment; @returns their ids. */
export async function deleteMailsBefore(knex: Knex, moment: number): Promise<readonly string[]> {
  const old = (await knex('mails').where('sent_at', '<', moment).select('id')) as { id: string }[];
  await knex('mails').where('sent_at', '<', moment).delete();
  return old.map(each => each.id);
}
