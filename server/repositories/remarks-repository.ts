import type { Passage } from '@core/remark/passage';
import type { Knex } from 'knex';
import { fromRow, toRow } from './rows';

/** Something said of a proposal, or in answer to that. */
export interface Remark {
  readonly id: string;
  readonly editionId: string;
  /** The change of the edition that it is about; null is all of it. */
  readonly proposalId: string | null;
  /** The field that it is about, by name; empty is all of the change. */
  readonly field: string;
  /** The revision in which the field was read. */
  readonly revisionId: string | null;
  /** The words of the field that it is about; null is all of them. */
  readonly passage: (Passage & { readonly quote: string }) | null;
  readonly body: string;
  /** The remark that it answers; null begins one. */
  readonly replyTo: string | null;
  readonly madeAt: number;
  readonly madeBy: string;
  readonly settledAt: number | null;
  readonly settledBy: string | null;
}

const json = ['passage'];

/** Stores a remark. */
export async function insertRemark(transaction: Knex.Transaction, remark: Remark): Promise<void> {
  await transaction('remarks').insert(toRow(remark, json));
}

/** The remarks on an edition, in the order in which they were made. */
export async function remarksOf(knex: Knex, editionId: string): Promise<readonly Remark[]> {
  const rows = (await knex('remarks').where({ edition_id: editionId }).orderBy(['made_at', 'id'])) as Record<string, unknown>[];
  return rows.map(row => fromRow<Remark>(row, json));
}

/** One remark, or null. */
export async function remarkBy(knex: Knex, id: string): Promise<Remark | null> {
  const row = (await knex('remarks').where({ id }).first()) as Record<string, unknown> | undefined;
  return row ? fromRow<Remark>(row, json) : null;
}

/** Lets what is said of a change, or of all that is in an edition, go with it into another edition. */
export async function moveRemarks(
  transaction: Knex.Transaction,
  of: { readonly proposalId: string } | { readonly editionId: string },
  into: string,
): Promise<void> {
  const about = 'proposalId' in of ? { proposal_id: of.proposalId } : { edition_id: of.editionId };
  await transaction('remarks').where(about).update({ edition_id: into });
}

/** Says that a remark is settled, or is not. */
export async function saveSettled(
  transaction: Knex.Transaction,
  id: string,
  settled: { readonly at: number | null; readonly by: string | null },
): Promise<void> {
  await transaction('remarks').where({ id }).update({ settled_at: settled.at, settled_by: settled.by });
}
