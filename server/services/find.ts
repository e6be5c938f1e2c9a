import type { Found } from '@contract/assembling';
import { kindNamed } from '@core/kinds/index';
import type { KindContext } from '@core/kinds/kind';
import type { RecordKind } from '@core/ledger/records';
import type { Site } from '../site/site';
import { bestValueOf, kindContext } from './names';
import { isKept } from './record-facts';

/** The most that are given back. */
const mostFound = 40;

interface Candidate {
  readonly kind: RecordKind;
  readonly id: string;
  readonly value: unknown;
  readonly title: string;
  readonly path: string;
  readonly text: string;
}

/** Finds records of every kind by all words of a search, those whose title begins with it first. */
export function findRecords(site: Site, search: string): readonly Found[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const context = kindContext(site, site.snapshots.at());
  return [...site.ledger.records.values()]
    .filter(record => isKept(site, record.id))
    .flatMap(({ id, kind }) => {
      const candidate = candidateOf(context, kind, id, bestValueOf(site, id));
      const rank = candidate ? rankOf(candidate, words, search.toLowerCase()) : null;
      return rank === null ? [] : [{ candidate: candidate!, rank }];
    })
    .sort((a, b) => a.rank - b.rank || a.candidate.title.localeCompare(b.candidate.title, 'en'))
    .slice(0, mostFound)
    .map(({ candidate: { kind, id, title, value } }) => ({ kind, id, title, ...kindNamed(kind).found(id, value, context) }));
}

function candidateOf(context: KindContext, kind: RecordKind, id: string, value: unknown): Candidate | null {
  if (value === null) return null;
  const { title, path, words } = kindNamed(kind);
  return {
    kind,
    id,
    value,
    title: title(value, context),
    path: path?.(id, value, context.snapshot) ?? '',
    text: words(value, context),
  };
}

function rankOf({ title, path, text }: Candidate, words: readonly string[], search: string): number | null {
  const [name, way, rest] = [title.toLowerCase(), path.toLowerCase(), text.toLowerCase()];
  if (!words.every(word => name.includes(word) || way.includes(word) || rest.includes(word))) return null;
  if (name === search || way === search) return 0;
  if (name.startsWith(search)) return 1;
  return words.every(word => name.includes(word)) ? 2 : words.every(word => name.includes(word) || way.includes(word)) ? 3 : 4;
}
