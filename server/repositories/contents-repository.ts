import type { FileContent } from '@core/file/file';
import type { Knex } from 'knex';
import { fromRow, toRow } from './rows';

/** Everything that has been received. */
export async function readContents(knex: Knex): Promise<readonly FileContent[]> {
  const rows = (await knex('contents').select('hash', 'media_type', 'size', 'width', 'height')) as Record<string, unknown>[];
  return rows.map(row => fromRow<FileContent>(row));
}

/** Notes what has been received. @param receivedAt - UTC milliseconds */
export async function insertContent(knex: Knex, content: FileContent, receivedAt: number): Promise<void> {
  await knex('contents')
    .insert(toRow({ ...content, receivedAt }))
    .onConflict('hash')
    .ignore();
}

/** The hashes of what was received before a moment and no revision of any file names. */
export async function unnamedContents(knex: Knex, before: number): Promise<readonly string[]> {
  const old = (await knex('contents').where('received_at', '<', before).select('hash')) as { hash: string }[];
  if (old.length === 0) return [];
  const files = (await knex('revisions')
    .whereIn('record_id', knex('records').where({ kind: 'file' }).select('id'))
    .select('value')) as { value: string }[];
  const named = new Set(files.flatMap(({ value }) => /"hash":"([0-9a-f]{64})"/.exec(value)?.[1] ?? []));
  return old.map(each => each.hash).filter(hash => !named.has(hash));
}

/** Forgets contents. */
export async function deleteContents(knex: Knex, hashes: readonly string[]): Promise<void> {
  for (const hash of hashes) await knex('contents').where({ hash }).delete();
}
