import type { Knex } from 'knex';

/** How often something happened on a day. */
export interface DayCount {
  readonly what: string;
  readonly id: string;
  /** ISO 8601 date in the zone of the site. */
  readonly day: string;
  readonly count: number;
}

/** All that was counted since a day. @param day - ISO 8601 date */
export async function readDayCounts(knex: Knex, day: string): Promise<readonly DayCount[]> {
  return (await knex('day_counts').where('day', '>=', day)) as DayCount[];
}

/** What was counted of one sort of some things, in order of days. */
export async function readDayCountsOf(knex: Knex, whats: readonly string[], ids: readonly string[]): Promise<readonly DayCount[]> {
  return (await knex('day_counts')
    .whereIn('what', [...whats])
    .whereIn('id', [...ids])
    .orderBy('day')) as DayCount[];
}

/** Adds to what was counted; all of it or nothing. */
export async function addDayCounts(knex: Knex, counts: readonly DayCount[]): Promise<void> {
  await knex.transaction(async transaction => {
    for (const each of counts)
      await transaction('day_counts')
        .insert(each)
        .onConflict(['what', 'id', 'day'])
        .merge({ count: transaction.raw('day_counts.count + ?', [each.count]) });
  });
}

/** Forgets what was counted before a day. */
export async function deleteDayCountsBefore(knex: Knex, day: string): Promise<void> {
  await knex('day_counts').where('day', '<', day).delete();
}
