import { groupBy } from '../collection/group-by';
import { kindNamed } from '../kinds/index';
import { inForceAt } from '../ledger/in-force';
import type { Ledger } from '../ledger/ledger';
import type { LedgerRecord, RecordKind } from '../ledger/records';
import { shelvedAt } from '../page/back-shelf';
import type { PageValue } from '../page/page';
import type { PlacementValue } from '../placement/placement';
import { alwaysHolds } from '../rule/rule';
import { idsInRule } from '../rule/shared-rule';
import { openTimeWithin } from '../rule/when';
import { sharesTime, unionOf, type Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import { placedSpans, stretchesNamed } from './placed-spans';
import { stretchesWithin } from './stretch';

/** Something that readers will notice, at the instant it happens. */
export interface PlannedChange {
  readonly at: Instant;
  readonly recordId: string;
  readonly kind: RecordKind;
  /** The record goes live, is replaced by another of its revisions, or ends; or its rule's window opens or closes; or it goes to the back shelf. */
  readonly what: 'goes live' | 'changes' | 'ends' | 'opens' | 'closes' | 'is shelved';
  /** The value that counts: the new one, or the one that ends. */
  readonly value: unknown;
}

/** Lists all that changes by itself within a span, in order of time. */
export function changesWithin(ledger: Ledger, span: Interval): readonly PlannedChange[] {
  return inOrder([...ledger.records.values()].flatMap(record => changesOf(ledger, record, span)));
}

/** The same of some records alone, in one locale. @param locale - left out, the one in which each began */
export function changesAmong(ledger: Ledger, recordIds: Iterable<string>, span: Interval, locale?: string): readonly PlannedChange[] {
  const records = [...new Set(recordIds)].flatMap(id => ledger.records.get(id) ?? []);
  return inOrder(records.flatMap(record => changesOf(ledger, record, span, locale)));
}

/** The same without the blocks that come or go with their placements: those are told of by these. */
export function toldOnce(changes: readonly PlannedChange[]): readonly PlannedChange[] {
  const needed = new Map(
    [...groupBy(changes, each => each.at)].map(([at, together]) => [
      at,
      new Set(together.flatMap(({ kind, value }) => kindNamed(kind).needsBlock?.(value) ?? [])),
    ]),
  );
  return changes.filter(each => !needed.get(each.at)!.has(each.recordId));
}

function inOrder(changes: readonly PlannedChange[]): readonly PlannedChange[] {
  return [...changes].sort((a, b) => a.at - b.at || (a.recordId < b.recordId ? -1 : 1));
}

function changesOf(
  ledger: Ledger,
  { id: recordId, kind, locale: own }: LedgerRecord,
  span: Interval,
  locale = own,
): readonly PlannedChange[] {
  const changes: PlannedChange[] = [];
  const { known, boundaries } = ledger.outlookOf(recordId, locale);
  for (const at of boundaries) {
    if (at < span.from || at >= span.until) continue;
    const [before, after] = [inForceAt(known, at - 1), inForceAt(known, at)];
    if (after.state === 'live') {
      if (before.state === 'live' && before.revisionId === after.revisionId) continue;
      const what = before.state === 'live' ? 'changes' : 'goes live';
      changes.push({ at, recordId, kind, what, value: ledger.revision(after.revisionId).value });
    } else if (before.state === 'live') changes.push({ at, recordId, kind, what: 'ends', value: ledger.revision(before.revisionId).value });
  }
  if (locale === own && kind === 'page') changes.push(...shelvings(ledger, recordId, span));
  if (locale === own && kind === 'placement' && hasWindows(ledger, recordId)) changes.push(...windowChanges(ledger, recordId, span));
  return changes;
}

/**
 * The time within a span in which a placement is in force, on, and the when part of its rule holds, that of the shared
 * rules it follows included, as they are in force then.
 */
export function openTimeOfPlacement(ledger: Ledger, recordId: string, span: Interval): readonly Interval[] {
  const sharedOf = (id: string) => stretchesNamed(ledger, id, [ledger.localeOf(id)], span);
  const open = stretchesWithin<PlacementValue>(ledger, recordId, [ledger.localeOf(recordId)], span)
    .filter(each => !each.value.off)
    .flatMap(each => placedSpans(each, sharedOf))
    .filter(each => each.missing === null && sharesTime(each, span))
    .flatMap(({ rule, from, until }) => openTimeWithin(rule.when, { from: Math.max(from, span.from), until: Math.min(until, span.until) }));
  return unionOf(open);
}

// A page that comes to readers when it stands on the back shelf already never left a listing.
function shelvings(ledger: Ledger, recordId: string, span: Interval): readonly PlannedChange[] {
  return ledger.outlookOf(recordId).stretches.flatMap(({ from, until, revisionId }) => {
    const value = ledger.revision(revisionId).value as PageValue;
    const at = shelvedAt(value);
    const isWithin = at > from && at < until && at >= span.from && at < span.until;
    return isWithin ? [{ at, recordId, kind: 'page', what: 'is shelved' as const, value }] : [];
  });
}

/** Whether any revision that is ever in force asks for times, itself or by a rule that it follows. */
function hasWindows(ledger: Ledger, recordId: string): boolean {
  return ledger.outlookOf(recordId).stretches.some(({ revisionId }) => {
    const { rule } = ledger.revision(revisionId).value as PlacementValue;
    return idsInRule(rule).length > 0 || !alwaysHolds(rule.when);
  });
}

// What opens or closes at the instant at which another revision comes into force is told of by that.
function windowChanges(ledger: Ledger, recordId: string, span: Interval): readonly PlannedChange[] {
  const { known, boundaries: all } = ledger.outlookOf(recordId);
  const revisionAt = (at: Instant) => {
    const state = inForceAt(known, at);
    return state.state === 'live' ? state.revisionId : null;
  };
  const boundaries = new Set(all.filter(at => revisionAt(at - 1) !== revisionAt(at)));
  const valueAt = (at: Instant) => {
    const revisionId = revisionAt(at);
    return revisionId === null ? null : ledger.revision(revisionId).value;
  };
  // Looked at a moment earlier than the span, so that a window which opens exactly at its start is seen to open.
  const sight = { from: span.from - 1, until: span.until };
  return openTimeOfPlacement(ledger, recordId, sight).flatMap(open => {
    const changes: PlannedChange[] = [];
    const add = (at: Instant, what: 'opens' | 'closes', value: unknown) => changes.push({ at, recordId, kind: 'placement', what, value });
    if (open.from >= span.from && !boundaries.has(open.from)) add(open.from, 'opens', valueAt(open.from));
    if (open.until < span.until && !boundaries.has(open.until)) add(open.until, 'closes', valueAt(open.until - 1));
    return changes;
  });
}
