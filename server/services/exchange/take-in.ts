import type { TakeInQuery, TakeInReport, TakenUnit } from '@contract/exchange';
import type { Change } from '@contract/messages';
import { kindNamed } from '@core/kinds/index';
import type { LedgerRecord } from '@core/ledger/records';
import type { OwnWords } from '@core/locale/own-words';
import { mayWrite } from '@core/people/grants';
import { fieldState, isText, writableFields } from '@core/locale/translation';
import { judgeFile, unitOutcomes, type JudgedFile, type JudgedUnit, type UnitOutcome } from '@core/xliff/take';
import type { ReadFile, ReadPieces } from '@core/xliff/read';
import { v7 as uuidv7 } from 'uuid';
import type { Fault } from '../../errors/refusal';
import type { Person } from '../../repositories/people-repository';
import type { Site } from '../../site/site';
import { emptyBatch } from '../batch';
import { writtenIn } from '../edition-lookups';
import { editionBatch, judgedChanges, revisionOn, writeBatch } from '../editions';
import { bestValueOf, localeName, titleOf } from '../names';
import { wordsToWriteOn, type WordsToWriteOn } from '../words';

/** The most units that a report shows. */
const mostShown = 1_000;

/** What came back from translators, read. */
export interface ReturnedWords {
  readonly from: string;
  readonly locale: string;
  readonly files: readonly ReadFile[];
}

interface Returned {
  readonly file: ReadFile;
  readonly kind: string;
  readonly title: string;
  readonly labels: ReadonlyMap<string, string>;
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
  { trial, conflicts, name }: TakeInQuery,
): Promise<TakeInReport> {
  const isTrial = trial === 'yes';
  return site.writes.run(async () => {
    const records: Returned[] = [];
    for (const file of returned.files) records.push(await judgedRecord(site, person, file, returned, conflicts === 'take'));
    await refuseUnfit(site, person, records, returned.locale);
    const taken = records.filter(hasWords);
    const editionId = isTrial || taken.length === 0 ? null : await store(site, person, taken, returned.locale, name);
    return reportOf(records, taken.length, editionId, isTrial, returned);
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
  takesConflicts: boolean,
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
    takesConflicts,
  );
  const labels = new Map(fields.map(each => [each.name, each.label]));
  return { file, kind: record.kind, title: titleOf(site, site.snapshots.at(), record.kind, baseNow), labels, on, judged };
}

/** Why nothing of a record can be taken in, or null. */
function refusalOf(site: Site, person: Person, record: LedgerRecord | undefined, from: string, locale: string): string | null {
  if (!record) return 'The site has no such record.';
  if (record.locale !== from) return `It did not begin in ${localeName(site, from)}.`;
  if (!mayWrite(person.grants, writtenIn(site, { kind: record.kind, locale })))
    return `Your roles do not write a ${record.kind} in ${localeName(site, locale)}.`;
  return null;
}

function changeOf({ file, kind, on, judged }: Returned, locale: string): Change {
  return {
    recordId: file.id,
    kind,
    locale,
    value: { version: 1, words: { ...on.words?.words, ...judged.words }, madeFrom: {} },
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
async function store(site: Site, person: Person, taken: readonly Returned[], locale: string, fileName: string): Promise<string | null> {
  const note = fileName === '' ? 'Taken in' : `Taken in from ${fileName}`.slice(0, 300);
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
    const title = `Words in ${localeName(site, locale)} taken in`;
    const made = await editionBatch(site, person, { id, title, changes: fresh, wishedFrom: null, remark: '', note });
    batch.records.push(...made.records);
    batch.revisions.push(...made.revisions);
    batch.editions.push(...made.editions);
    batch.proposals.push(...made.proposals);
  }
  await writeBatch(site, batch);
  return fresh.length > 0 ? id : null;
}

function reportOf(
  records: readonly Returned[],
  count: number,
  editionId: string | null,
  isTrial: boolean,
  { from, locale }: ReturnedWords,
): TakeInReport {
  const all = records.flatMap(each => each.judged.units);
  const counts = Object.fromEntries(unitOutcomes.map(outcome => [outcome, all.filter(each => each.outcome === outcome).length]));
  const urgency = (outcome: UnitOutcome) => ['refused', 'written meanwhile', 'base moved'].indexOf(outcome);
  const worst = ({ judged }: Returned) =>
    Math.max(-1, ...judged.units.map(each => (urgency(each.outcome) < 0 ? -1 : 3 - urgency(each.outcome))));
  let room = mostShown;
  const files = [...records]
    .sort((a, b) => worst(b) - worst(a))
    .flatMap(record => {
      const units = record.judged.units.slice(0, Math.max(0, room));
      room -= units.length;
      return units.length === 0
        ? []
        : [{ id: record.file.id, title: record.title, kind: record.kind, units: units.map(unit => shown(record, unit)) }];
    });
  return {
    isTrial,
    locale,
    from,
    counts: counts as TakeInReport['counts'],
    records: count,
    editionId,
    files,
    left: all.length - files.reduce((sum, each) => sum + each.units.length, 0),
  };
}

function shown({ file, labels }: Returned, { name, unit, line, outcome, detail }: JudgedUnit): TakenUnit {
  const read = file.units.find(each => each.id === unit && each.line === line);
  return {
    unit,
    label: labels.get(name) ?? '',
    line,
    outcome,
    detail,
    source: cut(plain(read?.source ?? [])),
    target: cut(plain(read?.target ?? [])),
  };
}

function plain(pieces: ReadPieces): string {
  return pieces.map(piece => (typeof piece === 'string' ? piece : piece.pieces === null ? '\n' : plain(piece.pieces))).join('');
}

function cut(text: string): string {
  return text.length > 300 ? `${text.slice(0, 299)}…` : text;
}
