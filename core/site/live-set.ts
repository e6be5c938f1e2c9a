import { groupBy } from '../collection/group-by';
import { inForceAt, knownAtFor, nextBoundaryOf } from '../ledger/in-force';
import type { Ledger } from '../ledger/ledger';
import type { RecordKind } from '../ledger/records';
import { stateThen, type StateThen } from '../ledger/then';
import type { LiveStretch } from '../ledger/stretches';
import { decidingLocales, readAlong, type WordLayer } from '../locale/reading';
import type { Instant } from '../schedule/local-time';
import type { Overlay, SnapshotOptions } from './snapshot';

/** Values by kind and id. */
export type LiveValues = ReadonlyMap<RecordKind, ReadonlyMap<string, unknown>>;

const noValues: ReadonlyMap<string, never> = new Map<string, never>();

/** The live values of a kind; the same empty map for all kinds of which there are none. */
export function valuesOfKind<Value>(values: LiveValues, kind: RecordKind): ReadonlyMap<string, Value> {
  return (values.get(kind) as ReadonlyMap<string, Value> | undefined) ?? noValues;
}

/** The values of all records that are live at a moment. */
export interface LiveSet {
  readonly values: LiveValues;
  /** Until when nothing in the ledger changes what is live; infinite when nothing is planned. */
  readonly validUntil: Instant;
  /** A record of which something begins or ends then; null when nothing is planned. */
  readonly nextToTurn: string | null;
}

/** What a ledger has in force at a moment, each record in its own locale; for an earlier moment than now, as it was known then. */
export function liveAt(ledger: Ledger, { moment, now }: Pick<SnapshotOptions, 'moment' | 'now'>): LiveSet {
  const knownAt = knownAtFor(moment, now);
  let validUntil = Infinity;
  let nextToTurn: string | null = null;
  const values = new Map(
    ledger.kinds.map(kind => {
      const live = new Map<string, unknown>();
      for (const { id } of ledger.recordsOf(kind)) {
        const { revisionId, next } = knownAt === Infinity ? nowOf(ledger, id, moment) : stateThen(ledger.entriesOf(id), moment);
        if (next < validUntil) [validUntil, nextToTurn] = [next, id];
        if (revisionId !== null) live.set(id, ledger.revision(revisionId).value);
      }
      return [kind, live] as const;
    }),
  );
  return { values, validUntil, nextToTurn };
}

/**
 * What is live at a moment, made from what was live before: only records published since are looked at. Null when it has
 * to be looked at as a whole, since some other record has turned in between or may turn later than was thought.
 */
export function liveSince(
  ledger: Ledger,
  { moment }: Pick<SnapshotOptions, 'moment'>,
  before: LiveSet,
  published: ReadonlySet<string>,
): LiveSet | null {
  let { validUntil, nextToTurn } = before;
  if (moment >= validUntil) return null;
  if (nextToTurn !== null && published.has(nextToTurn) && !ledger.outlookOf(nextToTurn).boundaries.includes(validUntil)) return null;
  const values = new Map(before.values);
  for (const [kind, ids] of groupBy(published, id => ledger.records.get(id)?.kind)) {
    if (kind === undefined) continue;
    const live = new Map(values.get(kind));
    for (const id of ids) {
      const { revisionId, next } = nowOf(ledger, id, moment);
      if (next < validUntil) [validUntil, nextToTurn] = [next, id];
      if (revisionId === null) live.delete(id);
      else live.set(id, ledger.revision(revisionId).value);
    }
    values.set(kind, live);
  }
  return { values, validUntil, nextToTurn };
}

function nowOf(ledger: Ledger, id: string, moment: Instant): StateThen {
  const { stretches, boundaries } = ledger.outlookOf(id);
  const holding = stretches.find((each: LiveStretch) => each.from <= moment && moment < each.until);
  return { revisionId: holding?.revisionId ?? null, next: boundaries.find(at => at > moment) ?? Infinity };
}

/** Values with overlays in place of their records; kinds that none of them touches are shared. */
export function laidOver(live: LiveValues, overlays: readonly Overlay[]): LiveValues {
  if (overlays.length === 0) return live;
  const values = new Map(live);
  for (const [kind, laid] of groupBy(overlays, each => each.kind)) {
    const copy = new Map(values.get(kind));
    for (const { recordId, value } of laid) {
      copy.delete(recordId);
      if (value !== null) copy.set(recordId, value);
    }
    values.set(kind, copy);
  }
  return values;
}

/** What is read in a locale: the values, and until when nothing that was published in other locales changes them. */
export interface LocaleValues {
  readonly values: LiveValues;
  readonly validUntil: Instant;
  /** The own words of each record that has any, the nearest first. */
  readonly layers: ReadonlyMap<string, readonly WordLayer[]>;
}

/**
 * The values as they are read along a fallback chain; see {@link readAlong}. Where every record began in the chain's only
 * locale they are the values themselves, so that a site of one locale pays nothing.
 * @param base - of each record in the locale in which it began
 * @param chain - the nearest locale first
 * @param overlays - words in place of those in force; null leaves the record out
 */
export function valuesAlong(
  ledger: Ledger,
  base: LiveValues,
  chain: readonly string[],
  { moment, now }: Pick<SnapshotOptions, 'moment' | 'now'>,
  overlays: readonly Overlay[],
): LocaleValues {
  const knownAt = knownAtFor(moment, now);
  const laid = new Map<string, Map<string, unknown>>();
  for (const { recordId, locale, value } of overlays)
    if (locale !== undefined && locale !== localeOfOverlaid(ledger, recordId, overlays))
      laid.set(recordId, new Map(laid.get(recordId)).set(locale, value));
  const ids = new Set<string>(laid.keys());
  // What is only laid over may begin in another locale too.
  for (const { recordId } of overlays)
    if (!ledger.records.has(recordId) && localeOfOverlaid(ledger, recordId, overlays) !== ledger.baseLocale) ids.add(recordId);
  for (const locale of chain)
    if (locale !== ledger.baseLocale) for (const id of ledger.publishedIn(locale)) if (ledger.localeOf(id) !== locale) ids.add(id);
  for (const id of ledger.foreign) ids.add(id);
  const layers = new Map<string, readonly WordLayer[]>();
  if (ids.size === 0) return { values: base, validUntil: Infinity, layers };
  let validUntil = Infinity;
  const stateIn = (id: string) => (locale: string) => {
    const words = laid.get(id)?.get(locale);
    if (words !== undefined) return { state: 'laid' as const, words };
    const known = ledger.publicationsKnown(id, locale, knownAt);
    validUntil = Math.min(validUntil, nextBoundaryOf(known, moment));
    return inForceAt(known, moment);
  };
  const values = new Map(base);
  for (const [kind, list] of groupBy(ids, id => ledger.records.get(id)?.kind ?? overlays.find(each => each.recordId === id)!.kind)) {
    const live = new Map(values.get(kind));
    for (const id of list) {
      const own = localeOfOverlaid(ledger, id, overlays);
      for (const locale of decidingLocales(ledger, id, own, chain, laid.get(id))) stateIn(id)(locale);
      const { value, layers: said } = readAlong(ledger, id, own, chain, live.get(id) ?? null, stateIn(id), laid.get(id));
      if (said.length > 0) layers.set(id, said);
      if (value === null) live.delete(id);
      else live.set(id, value);
    }
    values.set(kind, live);
  }
  return { values, validUntil, layers };
}

/** The locale in which a record began, also when it is only laid over. */
export function localeOfOverlaid(ledger: Ledger, recordId: string, overlays: readonly Overlay[]): string {
  const known = ledger.records.get(recordId)?.locale;
  return known ?? overlays.find(each => each.recordId === recordId)?.locale ?? ledger.baseLocale;
}
