import type { Knex } from 'knex';

/** How often something was asked for, and when last. */
export interface Hits {
  readonly count: number;
  /** UTC milliseconds. */
  readonly lastAt: number;
}

/** All that has been counted, by the id of the record. */
export async function readHits(knex: Knex): Promise<ReadonlyMap<string, Hits>> {
  const rows = (await knex('hits')) as { record_id: string; count: number; last_at: number }[];
  return new Map(rows.map(row => [row.record_id, { count: row.count, lastAt: row.last_at }]));
}

/** Adds to what has been counted. */
export async function addHits(knex: Knex, hits: ReadonlyMap<string, Hits>): Promise<void> {
  for (const [id, { count, lastAt }] of hits)
    await knex('hits')
      .insert({ record_id: id, count, last_at: lastAt })
      .onConflict('record_id')
      .merge({ count: knex.raw('hits.count + ?', [count]), last_at: lastAt });
}
