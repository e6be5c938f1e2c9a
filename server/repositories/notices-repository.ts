import { noticeKinds, usualChoice, type NoticeChoice, type NoticeKind } from '@core/notice/notice';
import type { Knex } from 'knex';
import { fromRow, toRow } from './rows';

/** Something that one person is told of. */
export interface Notice {
  readonly id: string;
  readonly personId: string;
  readonly kind: NoticeKind;
  readonly act: string;
  readonly title: string;
  readonly editionId: string | null;
  readonly recordId: string | null;
  readonly byId: string;
  readonly madeAt: number;
  /** Whether it is told in the editor. */
  readonly isInApp: boolean;
  /** When it was read there; null while it is new. */
  readonly readAt: number | null;
  /** Whether it waits for the daily e-mail. */
  readonly waitsForMail: boolean;
}

const flags = ['isInApp', 'waitsForMail'] as const;

/** Stores notices. */
export async function insertNotices(transaction: Knex.Transaction, notices: readonly Notice[]): Promise<void> {
  for (const notice of notices) await transaction('notices').insert(toRow(notice));
}

/** The newest notices of somebody in the editor. */
export async function noticesOf(knex: Knex, personId: string, most: number): Promise<readonly Notice[]> {
  const rows = await knex('notices')
    .where({ person_id: personId, is_in_app: true })
    .orderBy([
      { column: 'made_at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(most);
  return rows.map(noticeOf);
}

/** Of what somebody was told about records, for one kind: "person record act". */
export async function toldOf(knex: Knex, kind: NoticeKind): Promise<ReadonlySet<string>> {
  const rows = (await knex('notices').where({ kind }).select('person_id', 'record_id', 'act')) as Record<string, string>[];
  return new Set(rows.map(each => `${each['person_id']} ${each['record_id']} ${each['act']}`));
}

/** How many notices of somebody are new. */
export async function countNew(knex: Knex, personId: string): Promise<number> {
  const row = (await knex('notices').where({ person_id: personId, is_in_app: true }).whereNull('read_at').count({ count: '*' }).first()) as
    { count: number } | undefined;
  return Number(row?.count ?? 0);
}

/** Says that notices of somebody were read. @param ids - null for all of them */
export async function markRead(knex: Knex, personId: string, ids: readonly string[] | null, at: number): Promise<void> {
  const wanted = knex('notices').where({ person_id: personId }).whereNull('read_at');
  await (ids === null ? wanted : wanted.whereIn('id', [...ids])).update({ read_at: at });
}

/** The notices made before a moment that wait for the daily e-mail, oldest first. */
export async function waitingForMail(knex: Knex, before: number): Promise<readonly Notice[]> {
  const rows = await knex('notices').where({ waits_for_mail: true }).where('made_at', '<', before).orderBy(['made_at', 'id']);
  return rows.map(noticeOf);
}

/** Says that notices went out. */
export async function markMailed(knex: Knex, ids: readonly string[]): Promise<void> {
  await knex('notices')
    .whereIn('id', [...ids])
    .update({ waits_for_mail: false });
}

/** Forgets notices made before a moment. */
export async function deleteNoticesBefore(knex: Knex, moment: number): Promise<void> {
  await knex('notices').where('made_at', '<', moment).delete();
}

/** What some people chose, for every kind of notice. */
export async function readNoticeChoices(knex: Knex, personIds: readonly string[]): Promise<ReadonlyMap<string, readonly NoticeChoice[]>> {
  const rows = (await knex('notice_choices').whereIn('person_id', [...personIds])) as {
    person_id: string;
    kind: string;
    in_app: number | boolean;
    mail: NoticeChoice['mail'];
  }[];
  const chosen = new Map(rows.map(row => [`${row.person_id} ${row.kind}`, { inApp: Boolean(row.in_app), mail: row.mail }]));
  return new Map(personIds.map(id => [id, noticeKinds.map(kind => ({ kind, ...(chosen.get(`${id} ${kind}`) ?? usualChoice) }))]));
}

/** Keeps what somebody chose. */
export async function saveNoticeChoices(knex: Knex, personId: string, choices: readonly NoticeChoice[]): Promise<void> {
  for (const { kind, inApp, mail } of choices)
    await knex('notice_choices').insert({ person_id: personId, kind, in_app: inApp, mail }).onConflict(['person_id', 'kind']).merge();
}

// SQLite has no booleans.
function noticeOf(row: Record<string, unknown>): Notice {
  const notice = fromRow<Notice>(row);
  return { ...notice, ...Object.fromEntries(flags.map(name => [name, Boolean(notice[name])])) };
}
