import type { Remembered as RememberedAnswer } from '@contract/bench';
import { compareWords } from '@core/compare/compare';
import { kindNamed } from '@core/kinds/index';
import { saidIn, type OwnWords } from '@core/locale/own-words';
import { fieldState, isText, writableFields } from '@core/locale/translation';
import { Memory, type Remembered } from '@core/memory/memory';
import { segmentsOf, wordsOfPieces } from '@core/segments/segment';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { kindOf } from './edition-lookups';
import { bestValueOf, titleOf } from './names';
import { refuseUnknownLocale } from './own-words';
import { wordsToWriteOn } from './words';

/** How many matches of a segment are told, and of how many segments of a record. */
const mostMatches = 3;
const mostSegments = 300;

/**
 * What was written before in a locale for sources like those of a record, segment by segment; those without a match are left
 * out.
 */
export function rememberedFor(site: Site, person: Person, id: string, locale: string): RememberedAnswer {
  refuseUnknownLocale(site, locale, '/locale');
  const kind = kindOf(site, id);
  const base = bestValueOf(site, id);
  const memory = memoryOf(site, person, site.ledger.localeOf(id), locale);
  let room = mostSegments;
  const fields = writableFields(kindNamed(kind), base, site.registry)
    .filter(field => field.mayDiffer && isText(field))
    .map(({ name }) => {
      const segments = segmentsOf(saidIn(base, name)).slice(0, Math.max(0, room));
      room -= segments.length;
      return { name, segments: segments.flatMap(({ key, pieces }) => matchesOf(site, memory, id, key, wordsOfPieces(pieces))) };
    });
  return { fields: fields.filter(each => each.segments.length > 0) };
}

function matchesOf(site: Site, memory: Memory, id: string, key: string, source: string): RememberedAnswer['fields'][number]['segments'] {
  const matches = memory.find(source, mostMatches, id).map(match => ({
    change: [...compareWords(match.source, source)],
    target: match.target,
    likeness: Math.floor(match.likeness * 100),
    title: titleOf(site, site.snapshots.at(), kindOf(site, match.recordId), bestValueOf(site, match.recordId)),
    recordId: match.recordId,
  }));
  return matches.length === 0 ? [] : [{ key, source, matches }];
}

interface Kept {
  version: number;
  memory: Memory | null;
  readonly byRecord: Map<string, readonly Remembered[]>;
}

const kept = new WeakMap<Site, Map<string, Kept>>();

// What was not written since is not read again. Open proposals count too: whoever wrote it did so for a reason.
function memoryOf(site: Site, person: Person, from: string, locale: string): Memory {
  const all = kept.get(site) ?? new Map<string, Kept>();
  kept.set(site, all);
  const key = `${from} ${locale}`;
  const { ledger } = site;
  const known = all.get(key);
  const changed = known ? ledger.changedSince(known.version) : null;
  const held: Kept = known && changed ? known : { version: 0, memory: null, byRecord: new Map() };
  all.set(key, held);
  const ids = changed ?? ledger.records.keys();
  for (const id of ids) {
    const pairs = ledger.records.has(id) && ledger.localeOf(id) === from ? pairsOf(site, person, id, locale) : [];
    if (pairs.length > 0 || held.byRecord.has(id)) {
      held.byRecord.set(id, pairs);
      held.memory = null;
    }
  }
  held.version = ledger.version;
  return (held.memory ??= new Memory([...held.byRecord.values()].flat()));
}

// Words that are behind were made from another source, and what a machine drafted was made by nobody.
function pairsOf(site: Site, person: Person, recordId: string, locale: string): readonly Remembered[] {
  const { words } = wordsToWriteOn(site, person, recordId, locale);
  if (words === null || Object.keys(words.words).length === 0) return [];
  const base = bestValueOf(site, recordId);
  return writableFields(kindNamed(kindOf(site, recordId)), base, site.registry)
    .filter(
      field =>
        field.name !== 'segment' && isText(field) && fieldState(base, words, field) === 'own' && !words.drafted?.includes(field.name),
    )
    .flatMap(({ name }) => pairsIn(saidIn(base, name), words.words[name], recordId));
}

function pairsIn(source: unknown, target: OwnWords['words'][string], recordId: string): readonly Remembered[] {
  const targets = new Map(segmentsOf(target).map(({ key, pieces }) => [key, wordsOfPieces(pieces)]));
  return segmentsOf(source).flatMap(({ key, pieces }) => {
    const said = targets.get(key);
    return said === undefined ? [] : [{ source: wordsOfPieces(pieces), target: said, recordId }];
  });
}
