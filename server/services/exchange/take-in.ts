import type { TakeInQuery, TakeInReport } from '@contract/exchange';
import type { Change } from '@contract/messages';
import { kindNamed } from '@core/kinds/index';
import type { LedgerRecord } from '@core/ledger/records';
import type { OwnWords } from '@core/locale/own-words';
import { mayWrite } from '@core/rights/grants';
import { fieldState, isText, writableFields } from '@core/locale/translation';
import { say, told } from '@core/tongue/say';
import { conflictKey, type JudgedFile, type JudgedUnit, judgeFile } from '@core/xliff/take';
import type { ReadFile } from '@core/xliff/read';
import { v7 as uuidv7 } from 'uuid';
import { settingsDone, writeDown } from '../../audit/record';
import type { Fault } from '../../errors/refusal';
import type { Person } from '../../repositories/people-repository';
import { saveSettings, type SiteSettings } from '../../repositories/settings-repository';
import { adoptSettings, type Site } from '../../site/site';
import { emptyBatch } from '../batch';
import { writtenIn } from '../edition-lookups';
import { editionBatch, judgedChanges, revisionOn, writeBatch } from '../editions';
import { bestValueOf, localeName, titleOf } from '../names';
import { reportOf, type ReturnedWords, type Told } from './report';
import { fixedWordsNamed, judgeFixedWords } from './take-fixed-words';
import { wordsToWriteOn, type WordsToWriteOn } from '../words';

interface Returned extends Told {
  readonly on: WordsToWriteOn;
  judged: JudgedFile;
}

/**
 * Takes in words that translators wrote outside: as proposals, in one step, or only told what that would do. What cannot be
 * taken is told unit by unit; the rest goes on.
 */
export function takeInWords(
  site: Site,
  person: Person,
  returned: ReturnedWords,
  { trial, conflicts, except, name }: TakeInQuery,
): Promise<TakeInReport> {
  const isTrial = trial === 'yes';
  return site.writes.run(async () => {
    const excepted = new Set(except);
    const takesConflictOf = (file: ReadFile) => (field: string) => (conflicts === 'take') !== excepted.has(conflictKey(file.id, field));
    const { locale, files } = returned;
    const fixed = files.flatMap(file => {
      const of = fixedWordsNamed(file.id);
      return of ? [{ file, judged: judgeFixedWords(site, person, of, file, locale, takesConflictOf(file)) }] : [];
    });
    const records: Returned[] = [];
    for (const file of files)
      if (fixedWordsNamed(file.id) === null) records.push(await judgedRecord(site, person, file, returned, takesConflictOf(file)));
    await refuseUnfit(site, person, records, locale);
    const taken = records.filter(hasWords);
    const settings = Object.assign({}, ...fixed.map(each => each.judged.change)) as Partial<SiteSettings>;
    const count = taken.length + fixed.filter(each => Object.keys(each.judged.change).length > 0).length;
    const editionId = isTrial || count === 0 ? null : await store(site, person, taken, settings, locale, name);
    const all = [
      ...fixed.map(({ file, judged }) => ({ file, kind: '', title: judged.title, labels: new Map<string, string>(), judged })),
      ...records,
    ];
    return reportOf(all, count, editionId, isTrial, returned);
  });
}

function hasWords({ judged }: Returned): boolean {
  return Object.keys(judged.words).length > 0 || judged.stillRight.length > 0;
}

const nothingOn: WordsToWriteOn = { words: null, revisionId: null, proposal: null };

async function judgedRecord(
  site: Site,
  person: Person,
  file: ReadFile,
  { from, locale }: ReturnedWords,
  takesConflict: (name: string) => boolean,
): Promise<Returned> {
  const record = site.ledger.records.get(file.id);
  const baseNow = record ? bestValueOf(site, file.id) : null;
  const refusal = refusalOf(site, person, baseNow === null ? undefined : record, from, locale);
  if (refusal !== null || !record) {
    const detail = refusal ?? '';
    const units = file.units.map(({ id, line }): JudgedUnit => ({ name: '', unit: id, line, outcome: 'refused', detail }));
    return {
      file,
      kind: record?.kind ?? '',
      title: file.title,
      labels: new Map(),
      on: nothingOn,
      judged: { units, words: {}, stillRight: [] },
    };
  }
  const kind = kindNamed(record.kind);
  const revisions = [file.baseRevision, file.ownRevision]
    .flatMap(id => site.ledger.revisions.get(id) ?? [])
    .filter(each => each.recordId === file.id);
  await site.history.read(revisions);
  const valueOf = (id: string, of: string) => revisions.find(each => each.id === id && each.locale === of)?.value ?? null;
  const on = wordsToWriteOn(site, person, file.id, locale);
  const fields = writableFields(kind, baseNow, site.registry).filter(field => field.mayDiffer && isText(field));
  const judged = judgeFile(
    file,
    {
      names: fields.map(each => each.name),
      baseThen: valueOf(file.baseRevision, from),
      baseNow,
      ownThen: valueOf(file.ownRevision, locale) as OwnWords | null,
      ownNow: on.words,
      behind: fields.filter(field => fieldState(baseNow, on.words, field) === 'behind').map(each => each.name),
    },
    takesConflict,
  );
  const labels = new Map(fields.map(each => [each.name, each.label]));
  return { file, kind: record.kind, title: titleOf(site, site.snapshots.at(), record.kind, baseNow), labels, on, judged };
}

/** Why nothing of a record can be taken in, or null. */
function refusalOf(site: Site, person: Person, record: LedgerRecord | undefined, from: string, locale: string): string | null {
  if (!record) return say`The site has no such record.`;
  if (record.locale !== from) return say`It did not begin in ${localeName(site, from)}.`;
  if (!mayWrite(person.grants, writtenIn(site, { kind: record.kind, locale })))
    return say`Your roles do not write a ${told(record.kind)} in ${localeName(site, locale)}.`;
  return null;
}

function changeOf({ file, kind, on, judged }: Returned, locale: string): Change {
  const stillDrafted = (on.words?.drafted ?? []).filter(name => !Object.hasOwn(judged.words, name));
  return {
    recordId: file.id,
    kind,
    locale,
    value: { version: 1, words: { ...on.words?.words, ...judged.words }, madeFrom: {}, drafted: stillDrafted },
    retires: false,
    baseRevisionId: on.revisionId,
    translatedFromId: file.baseRevision || null,
    stillRight: [...judged.stillRight],
  } as Change;
}

/** How often words that cannot be stored are put aside and the rest looked at again. */
const mostRounds = 3;

// Words are held against the site as if they were saved, and those that it would refuse are put aside by name.
async function refuseUnfit(site: Site, person: Person, records: Returned[], locale: string): Promise<void> {
  for (let round = 0; round < mostRounds; round += 1) {
    const taken = records.filter(hasWords);
    if (taken.length === 0) return;
    const { faults } = await judgedChanges(
      site,
      person,
      taken.map(each => changeOf(each, locale)),
    );
    if (faults.length === 0) return;
    for (const [at, record] of taken.entries()) putAside(record, faults, `/changes/${at}`, round === mostRounds - 1);
  }
}

function putAside(record: Returned, faults: readonly Fault[], pointer: string, isWhole: boolean): void {
  const about = faults.filter(each => each.pointer === pointer || each.pointer.startsWith(`${pointer}/`));
  if (about.length === 0) return;
  const { judged } = record;
  const faultOf = (name: string) =>
    about.find(
      each => isWhole || !each.pointer.startsWith(`${pointer}/value/words/`) || each.pointer.startsWith(`${pointer}/value/words/${name}`),
    )?.detail;
  const words = Object.fromEntries(Object.entries(judged.words).filter(([name]) => faultOf(name) === undefined));
  record.judged = {
    words,
    stillRight: isWhole ? [] : judged.stillRight.filter(name => faultOf(name) === undefined),
    units: judged.units.map(unit => {
      const isAside = Object.hasOwn(judged.words, unit.name) && !Object.hasOwn(words, unit.name);
      return isAside ? { ...unit, outcome: 'refused', detail: faultOf(unit.name)! } : unit;
    }),
  };
}

// What one has a proposal on goes on there; the rest is an edition of its own. All is written together.
async function store(
  site: Site,
  person: Person,
  taken: readonly Returned[],
  settings: Partial<SiteSettings>,
  locale: string,
  fileName: string,
): Promise<string | null> {
  const note = fileName === '' ? say`Taken in` : say`Taken in from ${fileName}`.slice(0, 300);
  const batch = emptyBatch();
  const fresh: Change[] = [];
  for (const record of taken) {
    const { proposal } = record.on;
    const change = changeOf(record, locale);
    if (proposal?.createdBy !== person.id) fresh.push(change);
    else {
      const made = await revisionOn(site, person, proposal.id, change.value, proposal.headRevisionId, note, change);
      batch.revisions.push(made.revision);
      batch.proposals.push(made.proposal);
    }
  }
  const id = uuidv7();
  if (fresh.length > 0) {
    const title = say`Words in ${localeName(site, locale)} taken in`;
    const made = await editionBatch(site, person, { id, title, changes: fresh, wishedFrom: null, remark: '', note });
    batch.records.push(...made.records);
    batch.revisions.push(...made.revisions);
    batch.editions.push(...made.editions);
    batch.proposals.push(...made.proposals);
  }
  const done = settingsDone(site.settings, settings);
  const at = site.clocks.running();
  await writeBatch(site, batch, async transaction => {
    await saveSettings(transaction, settings, at);
    await writeDown(transaction, at, done);
  });
  if (Object.keys(settings).length > 0) adoptSettings(site, settings, at);
  return fresh.length > 0 ? id : null;
}
