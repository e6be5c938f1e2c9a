import type { RecordKind } from '@core/ledger/records';
import type { Knex } from 'knex';
import { fromRow, toRow } from './rows';

/** A private address at which somebody's calendar reads the plan. */
export interface CalendarFeed {
  readonly id: string;
  /** SHA-256 of the secret in its address. */
  readonly hash: string;
  readonly personId: string;
  readonly name: string;
  /** What it tells of; of everything where there are none. */
  readonly kinds: readonly RecordKind[];
  /** The page at whose section it looks; null for the whole site. */
  readonly section: string | null;
  /** Whether it tells of what is only proposed too. */
  readonly withProposed: boolean;
  readonly createdAt: number;
}

const json = ['kinds'];

/** Stores a feed. */
export async function insertCalendarFeed(transaction: Knex.Transaction, feed: CalendarFeed): Promise<void> {
  await transaction('calendar_feeds').insert(toRow(feed, json));
}

/** Takes a feed away. */
export async function deleteCalendarFeed(transaction: Knex.Transaction, id: string): Promise<void> {
  await transaction('calendar_feeds').where({ id }).delete();
}

/** The feeds of a person, the newest first. */
export async function calendarFeedsOf(knex: Knex, personId: string): Promise<readonly CalendarFeed[]> {
  const rows = (await knex('calendar_feeds')
    .where({ person_id: personId })
    .orderBy([
      { column: 'created_at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])) as Record<string, unknown>[];
  return rows.map(feedOf);
}

/** The feed at an address, by the hash of its secret. */
export async function calendarFeedWith(knex: Knex, hash: string): Promise<CalendarFeed | null> {
  const row = (await knex('calendar_feeds').where({ hash }).first()) as Record<string, unknown> | undefined;
  return row ? feedOf(row) : null;
}

function feedOf(row: Record<string, unknown>): CalendarFeed {
  const feed = fromRow<CalendarFeed>(row, json);
  return { ...feed, withProposed: Boolean(feed.withProposed) };
}
