import type { ReaderFacts } from '@core/rule/who';
import type { Knex } from 'knex';
import { fromRow, toRow } from './rows';

/** A link by which somebody without an account looks at an edition before it is live. */
export interface PreviewLink {
  readonly id: string;
  /** SHA-256 of the secret in its address. */
  readonly hash: string;
  readonly editionId: string;
  /** BCP 47. */
  readonly locale: string;
  /** The moment that is looked at, UTC milliseconds; null is whenever one looks. */
  readonly moment: number | null;
  /** As whom one looks. */
  readonly reader: ReaderFacts;
  readonly createdAt: number;
  readonly createdBy: string;
  /** When it ends by itself. */
  readonly endsAt: number;
  /** When somebody ended it; null when nobody did. */
  readonly endedAt: number | null;
}

const json = ['reader'];

/** Stores a link. */
export async function insertPreviewLink(transaction: Knex.Transaction, link: PreviewLink): Promise<void> {
  await transaction('preview_links').insert(toRow(link, json));
}

/** Ends a link by hand. */
export async function endPreviewLink(transaction: Knex.Transaction, id: string, endedAt: number): Promise<void> {
  await transaction('preview_links').where({ id }).update({ ended_at: endedAt });
}

/** The links to an edition, the newest first. */
export async function previewLinksOf(knex: Knex, editionId: string): Promise<readonly PreviewLink[]> {
  const rows = (await knex('preview_links')
    .where({ edition_id: editionId })
    .orderBy([
      { column: 'created_at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])) as Record<string, unknown>[];
  return rows.map(row => fromRow<PreviewLink>(row, json));
}

/** One link by its id or the hash of its secret. */
export async function previewLinkBy(knex: Knex, by: { readonly id: string } | { readonly hash: string }): Promise<PreviewLink | null> {
  const row = (await knex('preview_links').where(by).first()) as Record<string, unknown> | undefined;
  return row ? fromRow<PreviewLink>(row, json) : null;
}

/** Forgets links that ended before a moment. */
export async function deletePreviewLinksBefore(knex: Knex, moment: number): Promise<void> {
  await knex('preview_links').where('ends_at', '<', moment).delete();
}
