import { groupBy } from '../collection/group-by';
import { inForceAt, knownAtFor, publicationBoundaries } from '../ledger/in-force';
import type { Ledger } from '../ledger/ledger';
import type { RecordKind } from '../ledger/records';
import type { LiveStretch } from '../ledger/stretches';
import { valueIn, type OwnWords } from '../locale/own-words';
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

/** What a ledger has in force at a moment, in one locale; for an earlier moment than now, as it was known then. */
export function liveAt(ledger: Ledger, { moment, now, locale }: Pick<SnapshotOptions, 'moment' | 'now' | 'locale'>): LiveSet {
  const knownAt = knownAtFor(moment, now);
  let validUntil = Infinity;
  let nextToTurn: string | null = null;
  const values = new Map(
    ledger.kinds.map(kind => {
      const live = new Map<string, unknown>();
      for (const { id } of ledger.recordsOf(kind)) {
        const { revisionId, next } = knownAt === Infinity ? nowOf(ledger, id, locale, moment) : thenOf(ledger, id, locale, moment, knownAt);
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
  { moment, locale }: Pick<SnapshotOptions, 'moment' | 'locale'>,
  before: LiveSet,
  published: ReadonlySet<string>,
): LiveSet | null {
  let { validUntil, nextToTurn } = before;
  if (moment >= validUntil) return null;
  if (nextToTurn !== null && published.has(nextToTurn) && !ledger.outlookOf(nextToTurn, locale).boundaries.includes(validUntil))
    return null;
  const values = new Map(before.values);
  for (const [kind, ids] of groupBy(published, id => ledger.records.get(id)?.kind)) {
    if (kind === undefined) continue;
    const live = new Map(values.get(kind));
    for (const id of ids) {
      const { revisionId, next } = nowOf(ledger, id, locale, moment);
      if (next < validUntil) [validUntil, nextToTurn] = [next, id];
      if (revisionId === null) live.delete(id);
      else live.set(id, ledger.revision(revisionId).value);
    }
    values.set(kind, live);
  }
  return { values, validUntil, nextToTurn };
}

interface State {
  readonly revisionId: string | null;
  /** The next boundary of its publications. */
  readonly next: Instant;
}

function nowOf(ledger: Ledger, id: string, locale: string, moment: Instant): State {
  const { stretches, boundaries } = ledger.outlookOf(id, locale);
  const holding = stretches.find((each: LiveStretch) => each.from <= moment && moment < each.until);
  return { revisionId: holding?.revisionId ?? null, next: boundaries.find(at => at > moment) ?? Infinity };
}

function thenOf(ledger: Ledger, id: string, locale: string, moment: Instant, knownAt: Instant): State {
  const known = ledger.publicationsKnown(id, locale, knownAt);
  const inForce = inForceAt(known, moment);
  return {
    revisionId: inForce.state === 'live' ? inForce.revisionId : null,
    next: publicationBoundaries(known).find(at => at > moment) ?? Infinity,
  };
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

/** What is read in a locale: the values, and until when no own words come or go. */
export interface LocaleValues {
  readonly values: LiveValues;
  readonly validUntil: Instant;
}

/**
 * The values as they are read along a fallback chain: own words that are in force over the base. Without any, the values
 * themselves, so that a site of one locale pays nothing.
 * @param chain - the nearest locale first, the base last
 * @param overlays - own words in place of those in force
 */
export function valuesAlong(
  ledger: Ledger,
  base: LiveValues,
  chain: readonly string[],
  { moment, now }: Pick<SnapshotOptions, 'moment' | 'now'>,
  overlays: readonly Overlay[],
): LocaleValues {
  const knownAt = knownAtFor(moment, now);
  const own = new Map<string, OwnWords[]>();
  let validUntil = Infinity;
  for (const locale of chain.slice(0, -1)) {
    const laid = new Map(overlays.filter(each => each.locale === locale).map(each => [each.recordId, each.value as OwnWords | null]));
    for (const id of new Set([...ledger.publishedIn(locale), ...laid.keys()])) {
      const { revisionId, next } = thenOf(ledger, id, locale, moment, knownAt);
      validUntil = Math.min(validUntil, next);
      const words = laid.has(id) ? laid.get(id) : revisionId === null ? null : (ledger.revision(revisionId).value as OwnWords);
      if (words) own.set(id, [...(own.get(id) ?? []), words]);
    }
  }
  if (own.size === 0) return { values: base, validUntil };
  const values = new Map(base);
  for (const [kind, ids] of groupBy(own.keys(), id => ledger.records.get(id)?.kind ?? '')) {
    const live = new Map(values.get(kind));
    for (const id of ids) if (live.has(id)) live.set(id, valueIn(live.get(id), own.get(id)!));
    values.set(kind, live);
  }
  return { values, validUntil };
}
