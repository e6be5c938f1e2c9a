import { mostFormMessages, type FormMessageTold, type FormRow } from '@contract/forms';
import type { BlockValue } from '@core/block/block';
import { namedPage } from '@core/kinds/effect';
import { pagesShowingBlock } from '@core/reach/reach';
import { say } from '@core/tongue/say';
import { writeDown } from '../audit/record';
import { inTransaction } from '../database/store-fault';
import { Refusal } from '../errors/refusal';
import { countFormMessages, deleteFormMessage, readFormMessages, type FormMessage } from '../repositories/form-messages-repository';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { csvTable } from './csv-table';
import { bestValueOf, namesFor } from './names';
import { refuseUnless } from './rights';

/** Every form that is live or through which something was sent. */
export async function listForms(site: Site, person: Person): Promise<readonly FormRow[]> {
  refuseUnless(person, 'read what was sent');
  const counts = await countFormMessages(site.knex);
  const snapshot = site.snapshots.at();
  return site.ledger
    .recordsOf('block')
    .flatMap(({ id }): FormRow[] => {
      const value = bestValueOf(site, id) as BlockValue;
      const isForm = value.type === 'form' && (snapshot.blocks.has(id) || counts.has(id));
      if (!isForm) return [];
      const pages = pagesShowingBlock(snapshot, id).map(each => namedPage(snapshot.pageById.get(each)!));
      const { to, keptDays } = value.fields;
      return [{ id, title: value.title, count: counts.get(id) ?? 0, keptDays: Number(keptDays), to: String(to), pages }];
    })
    .sort((a, b) => a.title.localeCompare(b.title, site.ledger.baseLocale));
}

/** What readers sent through a form, the latest first. */
export async function formMessages(site: Site, person: Person, id: string): Promise<readonly FormMessageTold[]> {
  refuseUnless(person, 'read what was sent');
  const names = namesFor(site, site.snapshots.at());
  const messages = await readFormMessages(site.knex, [id], mostFormMessages);
  return messages.map(each => ({
    id: each.id,
    sentAt: each.sentAt,
    keptUntil: each.keptUntil,
    page: names.page(each.pageId),
    answers: [...each.answers],
  }));
}

/** All that was sent through a form as a table: a column for each question that was ever asked. */
export async function formCsv(site: Site, person: Person, id: string): Promise<string> {
  refuseUnless(person, 'read what was sent');
  const messages = await readFormMessages(site.knex, [id], Number.MAX_SAFE_INTEGER);
  const questions = [...new Set(messages.flatMap(each => each.answers.map(({ question }) => question)))];
  const answerTo = ({ answers }: FormMessage, question: string) => answers.find(each => each.question === question)?.answer ?? '';
  const rows = messages.map(each => [new Date(each.sentAt).toISOString(), ...questions.map(question => answerTo(each, question))]);
  return csvTable([say`Sent`, ...questions], rows);
}

/** Deletes what somebody sent, for good; that it was done is written down, not what it said. */
export async function dropFormMessage(site: Site, person: Person, id: string): Promise<void> {
  refuseUnless(person, 'read what was sent');
  await site.writes.run(() =>
    inTransaction(site.knex, async transaction => {
      if (!(await deleteFormMessage(transaction, id))) throw new Refusal('not-found', say`There is no such message.`);
      await writeDown(transaction, site.clocks.running(), [{ act: 'delete what was sent', subjectId: id }]);
    }),
  );
}
