import type { Knex } from 'knex';

/** An answer as it was given, with the question as it was asked then. */
export interface GivenAnswer {
  readonly question: string;
  readonly answer: string;
}

/** What somebody sent through a form. */
export interface FormMessage {
  readonly id: string;
  readonly blockId: string;
  readonly pageId: string;
  readonly locale: string;
  readonly answers: readonly GivenAnswer[];
  /** UTC milliseconds. */
  readonly sentAt: number;
  /** When it is deleted, in UTC milliseconds. */
  readonly keptUntil: number;
}

interface Row {
  readonly id: string;
  readonly block_id: string;
  readonly page_id: string;
  readonly locale: string;
  readonly answers: string;
  readonly sent_at: number;
  readonly kept_until: number;
}

/** Stores one; false where it is stored already. */
export async function insertFormMessage(knex: Knex, message: FormMessage): Promise<boolean> {
  const { id, blockId, pageId, locale, answers, sentAt, keptUntil } = message;
  const row: Row = {
    id,
    block_id: blockId,
    page_id: pageId,
    locale,
    answers: JSON.stringify(answers),
    sent_at: sentAt,
    kept_until: keptUntil,
  };
  if (await knex('form_messages').where({ id }).first('id')) return false;
  await knex('form_messages').insert(row);
  return true;
}

/** What was sent through some forms, the latest first. @param most - at most so many */
export async function readFormMessages(knex: Knex, blockIds: readonly string[], most: number): Promise<readonly FormMessage[]> {
  const rows = (await knex('form_messages')
    .whereIn('block_id', [...blockIds])
    .orderBy([
      { column: 'sent_at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(most)) as Row[];
  return rows.map(row => ({
    id: row.id,
    blockId: row.block_id,
    pageId: row.page_id,
    locale: row.locale,
    answers: JSON.parse(row.answers) as GivenAnswer[],
    sentAt: row.sent_at,
    keptUntil: row.kept_until,
  }));
}

/** How many there are of each form, by the id of its block. */
export async function countFormMessages(knex: Knex): Promise<ReadonlyMap<string, number>> {
  const rows = (await knex('form_messages').groupBy('block_id').select('block_id').count({ count: '*' })) as {
    block_id: string;
    count: number;
  }[];
  return new Map(rows.map(row => [row.block_id, Number(row.count)]));
}

/** Deletes one; false where there is none. */
export async function deleteFormMessage(knex: Knex, id: string): Promise<boolean> {
  return (await knex('form_messages').where({ id }).delete()) > 0;
}

/** Deletes what is kept no longer. @param now - UTC milliseconds */
export async function deleteFormMessagesBefore(knex: Knex, now: number): Promise<void> {
  await knex('form_messages').where('kept_until', '<', now).delete();
}
