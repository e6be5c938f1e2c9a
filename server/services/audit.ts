import type { AuditCheck, AuditExportQuestion, AuditPage, AuditPageQuestion } from '@contract/audit';
import { checkChain, uncheckedChain, type ChainCheck, type ChainedEntry } from '@core/audit/chain';
import { quoted } from '@core/format/moment';
import { isKnownKind } from '@core/kinds/index';
import { say, told, word } from '@core/tongue/say';
import { stringify } from 'csv-stringify/sync';
import type { Knex } from 'knex';
import { Readable } from 'node:stream';
import { readAudit, readAuditAfter, type AuditQuestion } from '../repositories/audit-repository';
import type { Person } from '../repositories/people-repository';
import { sha256 } from '../secrets';
import { refuseUnless } from './rights';
import type { Site } from '../site/site';
import { localeName } from './names';

/** How many entries are told at once. */
const pageSize = 100;

/** How many are read at once where all are gone through. */
const chunkSize = 1_000;

/** Entries of the log, newest first. @throws Refusal when the person may not read it */
export async function readLog(site: Site, person: Person, { below, ...question }: AuditPageQuestion): Promise<AuditPage> {
  refuseUnless(person, 'read the log');
  const entries = await readAudit(site.knex, { ...asked(question), below }, pageSize + 1);
  return {
    entries: entries.slice(0, pageSize).map(entry => ({
      number: entry.number,
      at: entry.at,
      by: nameOf(site, entry.personId),
      personId: entry.personId,
      source: entry.source,
      act: entry.act,
      words: wordsOf(site, entry),
      kind: entry.kind,
      subjectId: entry.subjectId,
      before: entry.before,
      after: entry.after,
    })),
    hasMore: entries.length > pageSize,
    acts: Object.entries(actWords).map(([act, words]) => ({ act, words: told(words) })),
  };
}

/** The log as comma-separated values or as lines of JSON, oldest first, sent as it is read. @see RFC 4180; JSON Lines */
export function exportLog(site: Site, person: Person, { as, ...question }: AuditExportQuestion): Readable {
  refuseUnless(person, 'read the log');
  const columns = ['number', 'at', 'personId', 'source', 'act', 'kind', 'subjectId', 'locale', 'title', 'before', 'after', 'hash'] as const;
  const line = (entry: ChainedEntry) =>
    as === 'jsonl'
      ? `${JSON.stringify(entry)}\n`
      : stringify([columns.map(name => (name === 'at' ? new Date(entry.at).toISOString() : (entry[name] ?? '')))], csvForm);
  return Readable.from(
    (async function* () {
      if (as === 'csv') yield stringify([[...columns]], csvForm);
      for await (const entries of chunksOf(site.knex, asked(question))) yield entries.map(line).join('');
    })(),
  );
}

/** Goes through the whole chain, taking turns with readers. */
export async function checkLog(site: Site, person: Person): Promise<AuditCheck> {
  refuseUnless(person, 'read the log');
  return checkedLog(site.knex, site.turns.begin());
}

/** Goes through the whole chain, up to where it is broken. @param rest - is waited for between any two pieces of it */
export async function checkedLog(knex: Knex, rest: () => Promise<void> | void): Promise<ChainCheck> {
  let check: ChainCheck = uncheckedChain;
  for await (const entries of chunksOf(knex, {})) {
    check = checkChain(check, entries, sha256);
    if (check.brokenAt !== null) break;
    await rest();
  }
  return check;
}

/** The entries that are asked for, oldest first, some at a time. */
async function* chunksOf(knex: Knex, question: AuditQuestion): AsyncGenerator<readonly ChainedEntry[]> {
  for (let after = 0; ;) {
    const entries = await readAuditAfter(knex, question, after, chunkSize);
    if (entries.length === 0) return;
    yield entries;
    after = entries.at(-1)!.number;
  }
}

// What a table program would take for a formula is words to it.
const csvForm = { record_delimiter: 'windows', escape_formulas: true } as const;

function asked({ person, subject, ...rest }: Omit<AuditPageQuestion, 'below'>): AuditQuestion {
  return { ...rest, personId: person, subjectId: subject };
}

const actWords: Readonly<Record<string, string>> = {
  save: word`Saved`,
  'send for review': word`Sent for review`,
  'take back': word`Taken back`,
  return: word`Returned`,
  decline: word`Declined`,
  approve: word`Approved`,
  publish: word`Published`,
  withdraw: word`Withdrawn`,
  'put live': word`Put live`,
  'take off': word`Taken off`,
  delete: word`Deleted for good`,
  set: word`Set`,
  invite: word`Invited`,
  change: word`Rights changed`,
  forget: word`Forgotten`,
  'sign up': word`Signed up`,
  'choose password': word`Chose a password`,
  'sign in': word`Signed in`,
  'sign-in refused': word`Sign-in refused`,
  refused: word`Refused`,
  'take out': word`Taken out of its edition`,
  'join editions': word`Put into another edition`,
  'edit edition': word`Edition changed`,
  'make preview link': word`Preview link made`,
  remark: word`Remark made`,
  'settle remark': word`Remark settled`,
  'open remark': word`Remark opened again`,
  'choose notices': word`Notices chosen`,
  'end preview link': word`Preview link ended`,
  'make calendar address': word`Calendar address made`,
  'end calendar address': word`Calendar address ended`,
};

// "Saved: “Storm warning” (block) in Cymraeg".
function wordsOf(site: Site, { act, kind, subjectId, locale, title, personId }: ChainedEntry): string {
  const what = told(actWords[act] ?? act);
  const name = kind === 'person' ? nameOf(site, subjectId) : title;
  if (name === '' || (kind === 'person' && subjectId === personId)) return what;
  const called = kind === 'setting' || act === 'refused' ? name : quoted(name);
  const sort = isKnownKind(kind) ? ` (${told(kind)})` : '';
  const where = locale === '' || locale === site.ledger.baseLocale ? '' : say` in ${localeName(site, locale)}`;
  return `${what}: ${called}${sort}${where}`;
}

function nameOf(site: Site, personId: string | null): string {
  return personId === null ? say`nobody signed in` : (site.people.get(personId)?.name ?? say`somebody who has left`);
}
