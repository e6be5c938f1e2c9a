import type { Knex } from 'knex';
import { inTransaction } from '../database/store-fault';
import type { Unreadable } from './readable';

/** What has been set aside, each as "table row". Nothing of it is read, and nothing of it is deleted. */
export async function readSetAside(knex: Knex): Promise<ReadonlySet<string>> {
  const rows = (await knex('set_aside').select('table_name', 'row_id')) as { table_name: string; row_id: string }[];
  return new Set(rows.map(row => `${row.table_name} ${row.row_id}`));
}

/**
 * Sets a row aside: a copy of it as it was is kept with the reason. Rows of the ledger stay where they are and are read no
 * more; a setting goes back to its initial value, or a past one is as if it had never been; a person keeps the name and loses what cannot be read.
 */
export async function setAside(knex: Knex, { table, row, why }: Unreadable, at: number): Promise<void> {
  const key = table === 'settings' ? 'name' : table === 'publication_entries' ? 'number' : 'id';
  await inTransaction(knex, async transaction => {
    const stored: unknown = await transaction(table).where(key, row).first();
    await transaction('set_aside')
      .insert({ table_name: table, row_id: row, stored: JSON.stringify(stored ?? null), why, at })
      .onConflict(['table_name', 'row_id'])
      .ignore();
    if (table === 'settings' || table === 'former_settings') await transaction(table).where(key, row).delete();
    if (table === 'people') await transaction(table).where(key, row).update({ grants: '[]', memberships: '[]', profile: '{}' });
  });
}
