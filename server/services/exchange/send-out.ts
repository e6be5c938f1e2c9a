import type { SendOutQuestion } from '@contract/exchange';
import { kindNamed } from '@core/kinds/index';
import { fieldsToWrite } from '@core/locale/coverage';
import { saidIn, type OwnWords } from '@core/locale/own-words';
import { fieldState, isText, mostOf, writableFields, type WritableField } from '@core/locale/translation';
import { writtenLocales } from '@core/locale/site-locale';
import { segmentsOf, wordsOfPieces } from '@core/segments/segment';
import { say } from '@core/tongue/say';
import type { SegmentState, XliffField, XliffFile } from '@core/xliff/document';
import { writeXliff } from '@core/xliff/write';
import { Readable } from 'node:stream';
import { refuseInvalid } from '../../errors/refusal';
import type { Person } from '../../repositories/people-repository';
import type { Site } from '../../site/site';
import { bestValueOf, titleOf } from '../names';
import { newestBase } from '../own-words';
import { isKept } from '../record-facts';
import { readSources, wordsToWriteOn } from '../words';

/** Refuses locales that nothing can be sent from or into. */
export function refuseUnfitLocales({ settings }: Site, from: string, into: string, pointers = { from: '/from', into: '/locale' }): void {
  const has = (tag: string) => writtenLocales(settings.locales).some(each => each.tag === tag);
  if (!has(from)) refuseInvalid([{ pointer: pointers.from, detail: say`The site has no locale “${from}”.` }]);
  if (!has(into)) refuseInvalid([{ pointer: pointers.into, detail: say`The site has no locale “${into}”.` }]);
  if (from === into) refuseInvalid([{ pointer: pointers.into, detail: say`It is the locale that the words come from.` }]);
}

/**
 * Records as an XLIFF document for translators, written while it is sent: what began in one locale, with the words that it
 * has in another. What began elsewhere is left out.
 * @throws Refusal when the site lacks a locale
 */
export function xliffOf(site: Site, person: Person, question: SendOutQuestion): Readable {
  const from = question.from ?? site.ledger.baseLocale;
  refuseUnfitLocales(site, from, question.locale);
  return Readable.from(writeXliff(from, question.locale, filesOf(site, person, from, question)), { objectMode: false });
}

async function* filesOf(site: Site, person: Person, from: string, { ids, locale, only }: SendOutQuestion): AsyncGenerator<XliffFile> {
  for (const id of new Set(ids)) {
    const sent = await sentRecord(site, person, id, from, locale, only);
    if (sent) yield sent;
  }
}

/** A record as it is sent out: its words in both locales; null where it began elsewhere or there is nothing to write. */
export async function sentRecord(
  site: Site,
  person: Person,
  id: string,
  from: string,
  locale: string,
  only: SendOutQuestion['only'],
): Promise<XliffFile | null> {
  if (!site.ledger.records.has(id) || site.ledger.localeOf(id) !== from || !isKept(site, id)) return null;
  const { kind } = site.ledger.records.get(id)!;
  const base = bestValueOf(site, id);
  if (base === null) return null;
  const { words, revisionId, proposal } = wordsToWriteOn(site, person, id, locale);
  const needed = new Set(fieldsToWrite(kindNamed(kind), base, site.registry).map(each => each.name));
  const wanted = writableFields(kindNamed(kind), base, site.registry).filter(field => {
    const state = fieldState(base, words, field);
    return field.mayDiffer && isText(field) && (only === 'all' ? state !== 'empty' : needed.has(field.name) && state !== 'own');
  });
  if (wanted.length === 0) return null;
  await readSources(site, [words]);
  return {
    recordId: id,
    title: titleOf(site, site.snapshots.at(), kind, base),
    baseRevision: newestBase(site, id)!.id,
    ownRevision: revisionId ?? '',
    fields: wanted.map(field => sentField(site, field, base, words, proposal ? 'translated' : 'final')),
  };
}

function sentField(site: Site, field: WritableField, base: unknown, own: OwnWords | null, stateOfOwn: SegmentState): XliffField {
  const { name, label } = field;
  const isBehind = fieldState(base, own, field) === 'behind';
  const isOwn = own !== null && Object.hasOwn(own.words, name);
  const isDrafted = own?.drafted?.includes(name) ?? false;
  const targets = new Map(isOwn ? segmentsOf(own.words[name]).map(({ key, pieces }) => [key, pieces]) : []);
  const sources = segmentsOf(saidIn(base, name));
  // Blocks that were written from another structure do not answer to these.
  const isAlike = sources.length === targets.size && sources.every(each => targets.has(each.key));
  return {
    name,
    label,
    isBehind,
    state: isBehind || isDrafted ? 'initial' : stateOfOwn,
    notes: notesOf(site, field, own, isBehind),
    units: sources.map(({ key, pieces }) => ({ key, source: pieces, target: isAlike ? targets.get(key)! : null })),
  };
}

function notesOf(site: Site, field: WritableField, own: OwnWords | null, isBehind: boolean): readonly string[] {
  const most = mostOf(field);
  const source = isBehind ? site.ledger.revisions.get(own!.madeFrom[field.name]!.revision)?.value : undefined;
  const earlier =
    source === undefined
      ? ''
      : segmentsOf(saidIn(source, field.name))
          .map(each => wordsOfPieces(each.pieces))
          .join(' ');
  return [
    ...(field.name === 'segment' ? [say`A part of the address: small letters, digits and hyphens.`] : []),
    ...(most === null ? [] : [say`At most ${most} characters.`]),
    ...(earlier === '' ? [] : [say`What is written was made from: ${earlier}`]),
  ];
}
