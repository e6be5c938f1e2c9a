import type { NoticeChoiceRow, NoticeChoicesWish, Notices } from '@contract/notices';
import { noticeLabels, noticeWords, type NoticeKind } from '@core/notice/notice';
import { editorLanguageFor } from '@core/people/editor-language';
import { localTimeAt, instantOf } from '@core/schedule/local-time';
import { kindNamed } from '@core/kinds/index';
import { told } from '@core/tongue/say';
import type { Knex } from 'knex';
import { v7 as uuidv7 } from 'uuid';
import { writeDown } from '../audit/record';
import { inTransaction } from '../database/store-fault';
import { inLanguage } from '../speaking';
import { noticeMail } from '../mail/texts';
import {
  countNew,
  insertNotices,
  markMailed,
  markRead,
  noticesOf,
  readNoticeChoices,
  saveNoticeChoices,
  waitingForMail,
  type Notice,
} from '../repositories/notices-repository';
import type { Person } from '../repositories/people-repository';
import { siteAddress, type Site } from '../site/site';
import { bestValueOf, momentStyle, nameOfPerson, recordName } from './names';

/** Something that one person is to be told of. */
export interface Tiding {
  readonly personId: string;
  readonly kind: NoticeKind;
  /** What was done, where the kind leaves that open. */
  readonly act: string;
  readonly title: string;
  readonly editionId: string | null;
  readonly recordId: string | null;
}

/** Tells everybody that was named, once what they are told of is stored. */
export type Announce = () => Promise<void>;

/** How many notices are listed. */
const mostListed = 100;

/** The hour of the site's day at which the daily e-mails go out. */
const mailHour = '07:00';

/** Writes something in a transaction, and with it what people are to be told of it. @param byId - who does it */
export async function storedWithNotices<Result>(
  site: Site,
  byId: string,
  tidings: readonly Tiding[],
  write: (transaction: Knex.Transaction) => Promise<Result>,
): Promise<{ readonly result: Result; readonly announce: Announce }> {
  return inTransaction(site.knex, async transaction => {
    const result = await write(transaction);
    return { result, announce: await storeNotices(site, transaction, tidings, byId) };
  });
}

/**
 * Stores what people are to be told of, each as they chose, in the transaction of what it is about.
 * @param byId - who did it; they are told of nothing that they did themselves
 */
export async function storeNotices(site: Site, transaction: Knex.Transaction, tidings: readonly Tiding[], byId: string): Promise<Announce> {
  const once = new Map(tidings.map(each => [`${each.personId} ${each.kind} ${each.editionId ?? each.recordId ?? ''}`, each]));
  const wanted = [...once.values()].filter(({ personId }) => personId !== byId && isOnTheStaff(site, personId));
  if (wanted.length === 0) return () => Promise.resolve();
  const choices = await readNoticeChoices(
    transaction,
    wanted.map(each => each.personId),
  );
  const madeAt = site.clocks.running();
  const made = wanted.flatMap(tiding => {
    const { inApp, mail } = choices.get(tiding.personId)!.find(each => each.kind === tiding.kind)!;
    const notice: Notice = {
      ...tiding,
      id: uuidv7(),
      byId,
      madeAt,
      isInApp: inApp,
      readAt: null,
      waitsForMail: mail === 'daily',
    };
    return inApp || mail !== 'not' ? [{ notice, mail }] : [];
  });
  // What only goes out by e-mail is kept as well: that it was told is asked before it is told again.
  await insertNotices(
    transaction,
    made.map(each => each.notice),
  );
  return async () => {
    for (const { notice, mail } of made) {
      if (notice.isInApp) await tellNew(site, notice.personId);
      // Nobody's work waits for a mail server, or fails by one; what it did not take is noted in the outbox.
      if (mail === 'at once') void sendNotices(site, notice.personId, [notice]).catch(() => undefined);
    }
  };
}

/** What one has been told of. */
export async function listNotices(site: Site, person: Person): Promise<Notices> {
  const [notices, newCount] = await Promise.all([noticesOf(site.knex, person.id, mostListed), countNew(site.knex, person.id)]);
  return {
    notices: notices.map(({ id, kind, editionId, recordId, madeAt, readAt, ...notice }) => ({
      id,
      kind,
      words: wordsOf(site, { kind, ...notice }),
      at: madeAt,
      isNew: readAt === null,
      editionId,
      record: recordId === null ? null : whereIs(site, recordId),
    })),
    newCount,
  };
}

// A record that was deleted for good since leads nowhere.
function whereIs(site: Site, id: string): Notices['notices'][number]['record'] {
  const record = site.ledger.records.get(id);
  if (!record) return null;
  const snapshot = site.snapshots.at();
  const [pageId = null] = kindNamed(record.kind).pagesToSee(id, bestValueOf(site, id), snapshot);
  return { id, kind: record.kind, title: recordName(site, snapshot, id), detail: '', pageId };
}

/** Says that notices were read. @param ids - null for all of them */
export async function readNotices(site: Site, person: Person, ids: readonly string[] | null): Promise<Notices> {
  await site.writes.run(() => markRead(site.knex, person.id, ids, site.clocks.running()));
  await tellNew(site, person.id);
  return listNotices(site, person);
}

/** Of what one is told, and how. */
export async function noticeChoices(site: Site, person: Person): Promise<NoticeChoiceRow[]> {
  const choices = (await readNoticeChoices(site.knex, [person.id])).get(person.id)!;
  return choices.map(each => ({ ...each, label: told(noticeLabels[each.kind]) }));
}

/** Chooses of what one is told, and how; what is not named stays as it is. */
export async function chooseNotices(site: Site, person: Person, { choices }: NoticeChoicesWish): Promise<NoticeChoiceRow[]> {
  await site.writes.run(() =>
    inTransaction(site.knex, async transaction => {
      await saveNoticeChoices(transaction, person.id, choices);
      await writeDown(transaction, site.clocks.running(), [
        { act: 'choose notices', kind: 'person', subjectId: person.id, title: person.name, after: choices },
      ]);
    }),
  );
  return noticeChoices(site, person);
}

/** Sends the daily e-mails that are due: one to each who has been told of something before the last time that they went out. */
export async function sendDailyMails(site: Site): Promise<void> {
  const { zone } = site.settings;
  const now = site.clocks.running();
  const hourOf = (moment: number) => instantOf({ local: `${localTimeAt(moment, zone).slice(0, 10)}T${mailHour}`, zone });
  const due = hourOf(now) <= now ? hourOf(now) : hourOf(now - 86_400_000);
  const waiting = await waitingForMail(site.knex, due);
  for (const personId of new Set(waiting.map(each => each.personId))) {
    const theirs = waiting.filter(each => each.personId === personId);
    await sendNotices(site, personId, theirs);
    const ids = theirs.map(each => each.id);
    await site.writes.run(() => markMailed(site.knex, ids));
  }
}

/** Whether somebody works on the site. */
export function isOnTheStaff(site: Site, personId: string): boolean {
  const person = site.people.get(personId);
  return person !== undefined && person.deactivatedAt === null && person.roles.length > 0;
}

async function sendNotices(site: Site, personId: string, notices: readonly Notice[]): Promise<void> {
  const to = site.people.get(personId);
  if (!to || !isOnTheStaff(site, personId)) return;
  const address = siteAddress(site);
  const lines = (each: Notice) => ({
    words: wordsOf(site, each),
    link: each.editionId ? `${address}/almanac/reviews/${each.editionId}` : `${address}/almanac/`,
  });
  const mail = inLanguage(editorLanguageFor(to.language, ''), () =>
    noticeMail({ siteName: site.settings.name, to, notices: notices.map(lines), account: `${address}/almanac/account` }),
  );
  await site.outbox.send(mail, { name: site.settings.name, host: new URL(address).hostname }, site.clocks.running());
}

async function tellNew(site: Site, personId: string): Promise<void> {
  site.live.tellOne(personId, { kind: 'notice', newCount: await countNew(site.knex, personId) });
}

function wordsOf(site: Site, { kind, act, title, byId }: Pick<Notice, 'kind' | 'act' | 'title' | 'byId'>): string {
  return noticeWords({ kind, act, title, by: nameOfPerson(site, byId) }, momentStyle(site));
}
