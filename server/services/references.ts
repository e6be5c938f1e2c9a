import { kindNamed } from '@core/kinds/index';
import type { LedgerRecord, RecordKind } from '@core/ledger/records';
import { valueIn, type OwnWords } from '@core/locale/own-words';
import type { Reference, ReferenceWay } from '@core/references/reference';
import { ReferenceGraph } from '@core/references/graph';
import type { Site } from '../site/site';
import { bestValueOf, titleOf } from './names';
import { isKept } from './record-facts';

/** A record that names another, and how. */
export interface NamingRecord {
  readonly recordId: string;
  readonly kind: RecordKind;
  readonly title: string;
  readonly way: ReferenceWay;
}

interface Kept {
  readonly graph: ReferenceGraph;
  version: number;
  /** When something that was looked at begins or ends by itself, so that other values count. */
  validUntil: number;
}

const kept = new WeakMap<Site['ledger'], Kept>();

/**
 * Every reference of every record, both ways: of what is live, planned or proposed; of a record of which nothing is, of
 * its newest words. It is brought up to date by the records that were written since.
 */
export function referencesOf(site: Site): ReferenceGraph {
  const { ledger } = site;
  const now = site.clocks.content();
  const known = kept.get(ledger);
  const changed = known && now < known.validUntil ? ledger.changedSince(known.version) : null;
  if (known && changed) {
    for (const id of changed) known.validUntil = Math.min(known.validUntil, lookAt(site, known.graph, id, now));
    known.version = ledger.version;
    return known.graph;
  }
  const graph = new ReferenceGraph();
  const validUntil = [...ledger.records.keys()].reduce((next, id) => Math.min(next, lookAt(site, graph, id, now)), Infinity);
  kept.set(ledger, { graph, version: ledger.version, validUntil });
  return graph;
}

/** Every record that names one, each once for every way in which it does; those that were taken off or withdrawn left out. */
export function recordsNaming(site: Site, recordId: string): readonly NamingRecord[] {
  const snapshot = site.snapshots.at();
  const seen = new Set<string>();
  return referencesOf(site)
    .to(recordId)
    .flatMap(({ from, way }) => {
      const record = site.ledger.records.get(from);
      if (!record || seen.has(`${from} ${way}`) || !isKept(site, from)) return [];
      seen.add(`${from} ${way}`);
      return [{ recordId: from, kind: record.kind, title: titleOf(site, snapshot, record.kind, bestValueOf(site, from)), way }];
    });
}

// Looks at all values of a record that count, and says until when they are these.
function lookAt(site: Site, graph: ReferenceGraph, id: string, now: number): number {
  const record = site.ledger.records.get(id);
  if (!record) {
    graph.set(id, []);
    return Infinity;
  }
  const { references } = kindNamed(record.kind);
  const ahead = site.ledger.outlookOf(id).stretches.filter(each => each.until > now);
  const proposed = site.ledger.openProposalsOf(id).filter(each => !each.retires && each.locale === record.locale);
  const revisionIds = new Set([...ahead.map(each => each.revisionId), ...proposed.map(each => each.headRevisionId)]);
  const values = [...revisionIds].map(each => site.ledger.revision(each).value);
  const own = values.length > 0 ? values : [bestValueOf(site, id)];
  const counting = [...own, ...translationsOf(site, record, own.at(-1), now)];
  const found = new Map<string, Reference>();
  for (const value of counting)
    if (value !== null) for (const each of references(value, site.registry)) found.set(`${each.to} ${each.pointer}`, each);
  graph.set(id, [...found.values()]);
  return ahead.reduce((next, each) => Math.min(next, each.until), Infinity);
}

// What it says in other locales names things too: live, to come or proposed.
function translationsOf(site: Site, { id, locale: began }: LedgerRecord, base: unknown, now: number): readonly unknown[] {
  if (base === null || base === undefined) return [];
  const { ledger } = site;
  const published = ledger
    .localesPublished(id)
    .filter(locale => locale !== began)
    .flatMap(locale => ledger.outlookOf(id, locale).stretches.filter(each => each.until > now));
  const proposed = ledger.openProposalsOf(id).filter(each => !each.retires && each.locale !== began);
  const words = [...published.map(each => each.revisionId), ...proposed.map(each => each.headRevisionId)];
  return words.map(each => valueIn(base, [ledger.revision(each).value as OwnWords]));
}
