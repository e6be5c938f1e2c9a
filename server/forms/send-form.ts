import { addressGiven, answerName, faultsOfAnswers, longestAnswer, questionsOf, type FormState, type Question } from '@core/form/form';
import { isEmailAddress } from '@core/form/email';
import { mayRead, resolvePage } from '@core/placement/resolve';
import type { ReaderFacts } from '@core/rule/who';
import type { BlockNode, PageNode, SiteSnapshot } from '@core/site/snapshot';
import { siteWord, themeWords } from '../public/locales';
import { insertFormMessage, type FormMessage } from '../repositories/form-messages-repository';
import { siteAddress, type Site } from '../site/site';
import { copyMail, receivedMail } from './mails';
import { issueToken, leastAge, readToken } from './token';

const day = 86_400_000;

/** A form on a page that a reader has before them. */
export interface FormPlace {
  readonly snapshot: SiteSnapshot;
  readonly page: PageNode;
  readonly block: BlockNode;
}

/** The form that a reader sees on a page; null where there is none for them. */
export function formAt(snapshot: SiteSnapshot, pageId: string, blockId: string, reader: ReaderFacts): FormPlace | null {
  const page = snapshot.pageById.get(pageId);
  if (!page || !mayRead(page, reader)) return null;
  const { shown } = resolvePage(snapshot, page.facts, reader);
  const block = shown.find(each => each.block.id === blockId)?.block;
  return block?.value.type === 'form' ? { snapshot, page, block } : null;
}

/** The field that people do not see and programs fill in. */
export const trapName = 'website';

/** What was typed into a form, cut where it is longer than anything that is taken. */
function answersOf(questions: readonly Question[], body: Readonly<Record<string, unknown>>): Readonly<Record<string, string>> {
  return Object.fromEntries(
    questions.map(({ id, answer }) => {
      const given = body[answerName(id)];
      return [id, typeof given === 'string' ? given.slice(0, 2 * longestAnswer[answer]) : ''];
    }),
  );
}

/** A form of which too much was sent within a short time: what was typed stays, and can be sent later. */
export function heldForm(site: Site, { block }: FormPlace, body: Readonly<Record<string, unknown>>, secret: string): FormState {
  return standing(site, block, body, 'form too many', secret);
}

function standing(
  site: Site,
  block: BlockNode,
  body: Readonly<Record<string, unknown>>,
  notice: string,
  secret: string,
  faults: FormState['faults'] = {},
): FormState {
  const answers = answersOf(questionsOf(block.value.fields), body);
  const isFaulty = Object.keys(faults).length > 0;
  // Whoever mends a fault has been there for a while.
  const issuedAt = site.clocks.running() - (isFaulty ? leastAge : 0);
  return { answers, faults, wantsCopy: body['copy'] === 'yes', isSent: false, notice, token: issueToken(secret, block.id, issuedAt) };
}

/**
 * Takes what a reader sends through a form: stores it and hands it on by e-mail. What is filled in by a program is answered
 * like anything else and goes nowhere; what was sent faster than anybody types is looked over once more.
 * @param secret - by which tokens are signed
 */
export async function sendForm(
  site: Site,
  { snapshot, page, block }: FormPlace,
  body: Readonly<Record<string, unknown>>,
  secret: string,
): Promise<FormState> {
  const { fields, title } = block.value;
  const questions = questionsOf(fields);
  const answers = answersOf(questions, body);
  const faults = faultsOfAnswers(questions, answers);
  const wantsCopy = Boolean(fields['offersCopy']) && body['copy'] === 'yes';
  const now = site.clocks.running();
  const sent: FormState = { answers: {}, faults: {}, wantsCopy: false, isSent: true, notice: '', token: '' };
  if (typeof body[trapName] === 'string' && body[trapName] !== '') return sent;
  if (Object.keys(faults).length > 0) return standing(site, block, body, 'form faults', secret, faults);
  const token = readToken(secret, block.id, typeof body['token'] === 'string' ? body['token'] : '', now);
  if (!token || now - token.issuedAt < leastAge) return standing(site, block, body, 'form look over', secret);
  const message: FormMessage = {
    id: token.id,
    blockId: block.id,
    pageId: page.id,
    locale: snapshot.locale,
    answers: questions.map(({ id, label }) => ({ question: label, answer: answers[id]!.trim() })),
    sentAt: now,
    keptUntil: now + Number(fields['keptDays']) * day,
  };
  const isNew = await site.writes.run(() => insertFormMessage(site.knex, message));
  if (!isNew) return sent;
  const address = siteAddress(site);
  const mailFacts = {
    siteName: siteWord(site, snapshot.locale, 'name'),
    formTitle: title,
    pageAddress: page.address.startsWith('/') ? `${address}${page.address}` : page.address,
    answers: message.answers,
  };
  const from = { name: site.settings.name, host: new URL(address).hostname };
  const to = String(fields['to']).trim();
  if (isEmailAddress(to)) await site.outbox.send(receivedMail(to, mailFacts), from, now);
  const copyTo = wantsCopy ? addressGiven(questions, answers) : '';
  const copyWords = themeWords(site, snapshot.locale)['form copy'] ?? '';
  if (copyTo !== '') await site.outbox.send(copyMail(copyTo, copyWords, mailFacts), from, now);
  return sent;
}
