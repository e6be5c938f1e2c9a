import { inForceAt, publicationBoundaries, publicationsKnown } from '../ledger/in-force';
import type { Ledger } from '../ledger/ledger';
import type { RecordKind } from '../ledger/records';
import type { PlacementValue } from '../placement/placement';
import { openTimeWithin } from '../rule/when';
import { sharesTime, type Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';

/** Something that readers will notice, at the instant it happens. */
export interface PlannedChange {
  readonly at: Instant;
  readonly recordId: string;
  readonly kind: RecordKind;
  /** The record goes live, is replaced by another of its revisions, or ends; or its rule's window opens or closes. */
  readonly what: 'goes live' | 'changes' | 'ends' | 'opens' | 'closes';
  /** The value that counts: the new one, or the one that ends. */
  readonly value: unknown;
}

/** Lists all that changes by itself within a span, in order of time. */
export function changesWithin(ledger: Ledger, locale: string, span: Interval): readonly PlannedChange[] {
  const changes: PlannedChange[] = [];
  for (const record of ledger.records.values()) {
    const known = publicationsKnown(ledger.entriesOf(record.id, locale), Infinity);
    for (const at of publicationBoundaries(known)) {
      if (at < span.from || at >= span.until) continue;
      const [before, after] = [inForceAt(known, at - 1), inForceAt(known, at)];
      if (after.state === 'live') {
        if (before.state === 'live' && before.revisionId === after.revisionId) continue;
        changes.push({
          at,
          recordId: record.id,
          kind: record.kind,
          what: before.state === 'live' ? 'changes' : 'goes live',
          value: ledger.revision(after.revisionId).value,
        });
      } else if (before.state === 'live') {
        changes.push({ at, recordId: record.id, kind: record.kind, what: 'ends', value: ledger.revision(before.revisionId).value });
      }
    }
    if (record.kind === 'placement') changes.push(...windowChanges(record.id, known, ledger, span));
  }
  return changes.sort((a, b) => a.at - b.at || (a.recordId < b.recordId ? -1 : 1));
}

/** The time within a span in which a placement is in force, on, and its rule's when part holds. */
export function openTimeOfPlacement(ledger: Ledger, recordId: string, locale: string, span: Interval): readonly Interval[] {
  const known = publicationsKnown(ledger.entriesOf(recordId, locale), Infinity);
  const cuts = [span.from, ...publicationBoundaries(known).filter(at => at > span.from && at < span.until), span.until];
  return cuts.slice(0, -1).flatMap((from, index) => {
    const inForce = inForceAt(known, from);
    if (inForce.state !== 'live') return [];
    const value = ledger.revision(inForce.revisionId).value as PlacementValue;
    return value.off ? [] : openTimeWithin(value.rule.when, { from, until: cuts[index + 1]! });
  });
}

function windowChanges(
  recordId: string,
  known: ReturnType<typeof publicationsKnown>,
  ledger: Ledger,
  span: Interval,
): readonly PlannedChange[] {
  return known.flatMap(entry => {
    const interval = { from: entry.from, until: entry.until ?? Infinity };
    if (entry.revisionId === null || !sharesTime(interval, span)) return [];
    const value = ledger.revision(entry.revisionId).value as PlacementValue;
    if (value.off) return [];
    const isInForce = (at: Instant) => {
      const state = inForceAt(known, at);
      return state.state === 'live' && state.revisionId === entry.revisionId;
    };
    const change = (at: Instant, what: 'opens' | 'closes'): PlannedChange => ({ at, recordId, kind: 'placement', what, value });
    // Looked at a moment earlier than the span, so that a window which opens exactly at its start is seen to open.
    return openTimeWithin(value.rule.when, { from: span.from - 1, until: span.until })
      .flatMap(open => [
        ...(open.from >= span.from ? [change(open.from, 'opens')] : []),
        ...(open.until < span.until ? [change(open.until, 'closes')] : []),
      ])
      .filter(each => isInForce(each.at));
  });
}
