import type { SavedFilter } from '@contract/assembling';
import type { Knex } from 'knex';

/** The filters that somebody keeps, by list and name. */
export async function readSavedFilters(knex: Knex, personId: string): Promise<SavedFilter[]> {
  const rows = (await knex('saved_filters').where({ person_id: personId }).orderBy(['list', 'name'])) as (Omit<SavedFilter, 'query'> & {
    query: string;
  })[];
  return rows.map(({ list, name, query }) => ({ list, name, query: JSON.parse(query) as SavedFilter['query'] }));
}

/** Keeps a filter; one of the same list and name is replaced. */
export async function saveSavedFilter(knex: Knex, personId: string, { list, name, query }: SavedFilter): Promise<void> {
  await knex('saved_filters')
    .insert({ person_id: personId, list, name, query: JSON.stringify(query) })
    .onConflict(['person_id', 'list', 'name'])
    .merge();
}

/** Forgets a filter. */
export async function dropSavedFilter(knex: Knex, personId: string, list: string, name: string): Promise<void> {
  await knex('saved_filters').where({ person_id: personId, list, name }).delete();
}
