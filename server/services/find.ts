import type { Found } from '@contract/assembling';
import type { BlockValue } from '@core/block/block';
import { blockTypeNamed } from '@core/block/types';
import { plainText } from '@core/compare/compare';
import type { RecordKind } from '@core/ledger/records';
import type { PageValue } from '@core/page/page';
import type { PlacementValue } from '@core/placement/placement';
import { pagesReached, pagesShowingBlock } from '@core/reach/reach';
import { whereSummary } from '@core/rule/sentence';
import type { SharedRuleValue } from '@core/rule/shared-rule';
import type { SiteSnapshot } from '@core/site/snapshot';
import { labelOfTarget } from '@core/theme/manifest';
import type { Site } from '../site/site';
import { bestValueOf, namesFor, titleOf } from './names';
import { isKept } from './record-facts';

/** The most that are given back. */
const mostFound = 40;

interface Candidate {
  readonly kind: RecordKind;
  readonly id: string;
  readonly title: string;
  readonly path: string;
  readonly text: string;
}

/** Finds records of every kind by all words of a search, those whose title begins with it first. */
export function findRecords(site: Site, search: string): readonly Found[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const snapshot = site.snapshots.at();
  return [...site.ledger.records.values()]
    .filter(record => isKept(site, record.id))
    .flatMap(({ id, kind }) => {
      const candidate = candidateOf(site, snapshot, kind, id);
      const rank = candidate ? rankOf(candidate, words, search.toLowerCase()) : null;
      return rank === null ? [] : [{ candidate: candidate!, rank }];
    })
    .sort((a, b) => a.rank - b.rank || a.candidate.title.localeCompare(b.candidate.title, 'en'))
    .slice(0, mostFound)
    .map(({ candidate }) => foundOf(site, snapshot, candidate));
}

function candidateOf(site: Site, snapshot: SiteSnapshot, kind: RecordKind, id: string): Candidate | null {
  const value = bestValueOf(site, id);
  if (value === null) return null;
  const base = { kind, id, title: titleOf(site, snapshot, kind, value), path: '', text: '' };
  switch (kind) {
    case 'page': {
      const page = value as PageValue;
      return {
        ...base,
        path: snapshot.pageById.get(id)?.facts.path ?? `/${page.segment}`,
        text: `${page.standfirst} ${plainText(page.body)} ${page.topics.join(' ')}`,
      };
    }
    case 'block':
      return {
        ...base,
        text: Object.values((value as BlockValue).fields)
          .map(each => plainText(String(each)))
          .join(' '),
      };
    case 'placement': {
      const placed = value as PlacementValue;
      return {
        ...base,
        text: `${labelOfTarget(snapshot.manifest, placed.target)} ${whereSummary(placed.rule.where, namesFor(site, snapshot), null)} ${placed.reason}`,
      };
    }
    case 'shared rule':
      return { ...base, text: (value as SharedRuleValue).reason };
    case 'expectation':
      return base;
  }
}

function rankOf({ title, path, text }: Candidate, words: readonly string[], search: string): number | null {
  const [name, way, rest] = [title.toLowerCase(), path.toLowerCase(), text.toLowerCase()];
  if (!words.every(word => name.includes(word) || way.includes(word) || rest.includes(word))) return null;
  if (name === search || way === search) return 0;
  if (name.startsWith(search)) return 1;
  return words.every(word => name.includes(word)) ? 2 : words.every(word => name.includes(word) || way.includes(word)) ? 3 : 4;
}

function foundOf(site: Site, snapshot: SiteSnapshot, { kind, id, title, path }: Candidate): Found {
  switch (kind) {
    case 'page':
      return { kind, id, title, detail: path, pageId: snapshot.pageById.has(id) ? id : null };
    case 'block': {
      const type = blockTypeNamed((bestValueOf(site, id) as BlockValue).type)?.label ?? '';
      return { kind, id, title, detail: type, pageId: pagesShowingBlock(snapshot, id)[0] ?? null };
    }
    case 'placement': {
      const value = snapshot.placementById.get(id)?.value ?? (bestValueOf(site, id) as PlacementValue);
      const detail = `${labelOfTarget(snapshot.manifest, value.target)}, ${whereSummary(value.rule.where, namesFor(site, snapshot), null)}`;
      return { kind, id, title, detail, pageId: pagesReached(snapshot, value)[0] ?? null };
    }
    case 'shared rule':
      return { kind, id, title, detail: (bestValueOf(site, id) as SharedRuleValue).reason, pageId: null };
    case 'expectation':
      return { kind, id, title, detail: '', pageId: null };
  }
}
