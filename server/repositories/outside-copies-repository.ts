import type { OutsideFeed } from '@core/outside/feed';
import type { Knex } from 'knex';

/** The last good copies of feeds elsewhere, by address; what cannot be read is as if it had never been. */
export async function readOutsideCopies(knex: Knex): Promise<ReadonlyMap<string, OutsideFeed>> {
  const rows = (await knex('outside_copies').orderBy('read_at')) as { address: string; body: string; read_at: number }[];
  return new Map(
    rows.flatMap(({ address, body, read_at: readAt }): readonly (readonly [string, OutsideFeed])[] => {
      try {
        return [[address, { ...(JSON.parse(body) as Omit<OutsideFeed, 'readAt'>), readAt }]];
      } catch {
        return [];
      }
    }),
  );
}

/** Keeps a copy in place of the one before. @param most - copies; of more the oldest go */
export async function keepOutsideCopy(knex: Knex, address: string, { readAt, ...feed }: OutsideFeed, most: number): Promise<void> {
  await knex('outside_copies')
    .insert({ address, body: JSON.stringify(feed), read_at: readAt })
    .onConflict('address')
    .merge();
  const newest = knex('outside_copies').select('address').orderBy('read_at', 'desc').limit(most);
  await knex('outside_copies').whereNotIn('address', newest).delete();
}
