import type { Ledger } from '../ledger/ledger';
import type { PublicationEntry, RecordKind } from '../ledger/records';
import type { LiveStretch } from '../ledger/stretches';
import type { PlacementValue } from '../placement/placement';
import { singleWindowOf } from '../rule/single-window';
import { sharesTime, type Interval } from '../schedule/interval';
import { openTimeOfPlacement } from './changes';

/**
 * What says when a bar begins or ends: that something is published from then or until then, the one window of a placement's
 * own rule, or more of a rule than that: times that come again, seasons, shared rules.
 */
export type EdgeKind = 'publication' | 'window' | 'rule';

/** A stretch of time in which readers have something in one locale, as far as it lies within a span. */
export interface PlanBar extends Interval {
  readonly recordId: string;
  readonly kind: RecordKind;
  readonly locale: string;
  /** The value that readers have. */
  readonly value: unknown;
  /** The publication by which they have it; null where none says so any more. */
  readonly entry: PublicationEntry | null;
  /** What says when it begins, and ends. */
  readonly edges: { readonly from: EdgeKind; readonly until: EdgeKind };
  /** What readers have of it once the bar has ended; null where it has no end. */
  readonly then: BarEnd | null;
}

/** What follows the end of a bar: what had been there before comes back, something else takes its place, or nothing does. */
export type BarEnd = 'earlier' | 'next' | 'nothing';

/** What readers have within a span of time, record by record and locale by locale. */
export interface Bars {
  /** What begins or ends within the span, in order of time. */
  readonly bars: readonly PlanBar[];
  /** What is there all through it, one each. */
  readonly steady: readonly PlanBar[];
}

/**
 * Everything that readers have within a span: records as they are published, placements only while the times of their
 * rules hold besides. What stays the same from before the span until after it is told of apart.
 */
export function barsWithin(ledger: Ledger, span: Interval): Bars {
  const bars: PlanBar[] = [];
  const steady: PlanBar[] = [];
  for (const { id, kind } of ledger.records.values())
    for (const locale of ledger.localesPublished(id))
      for (const bar of barsOf(ledger, id, kind, locale, span)) {
        if (bar.from <= span.from && bar.until >= span.until) steady.push(bar);
        else bars.push(bar);
      }
  return { bars: bars.sort((a, b) => a.from - b.from || a.until - b.until || (a.recordId < b.recordId ? -1 : 1)), steady };
}

function barsOf(ledger: Ledger, recordId: string, kind: RecordKind, locale: string, span: Interval): readonly PlanBar[] {
  const { stretches, known } = ledger.outlookOf(recordId, locale);
  const live = stretches.filter(each => sharesTime(each, span));
  const isPlaced = kind === 'placement' && locale === ledger.localeOf(recordId);
  // Looked at a little beyond, so that what ends or begins with the span is seen to do so.
  const open = isPlaced ? openTimeOfPlacement(ledger, recordId, { from: span.from - 1, until: span.until + 1 }) : null;
  return live.flatMap(({ from, until, revisionId }) => {
    const { value } = ledger.revision(revisionId);
    const entryAt = (at: number) =>
      known.find(each => each.revisionId === revisionId && each.from <= at && (each.until === null || at < each.until)) ?? null;
    const ofRule: EdgeKind = isPlaced && singleWindowOf((value as PlacementValue).rule) ? 'window' : 'rule';
    const pieces =
      open === null ? [{ from, until }] : open.map(each => ({ from: Math.max(from, each.from), until: Math.min(until, each.until) }));
    return pieces
      .filter(each => each.from < each.until && sharesTime(each, span))
      .map((each): PlanBar => ({
        ...each,
        recordId,
        kind,
        locale,
        value,
        entry: entryAt(Math.max(each.from, from)),
        then: endOf(stretches, from, each.until, each.until === until),
        edges: { from: each.from === from ? 'publication' : ofRule, until: each.until === until ? 'publication' : ofRule },
      }));
  });
}

function endOf(stretches: readonly LiveStretch[], from: number, until: number, isByPublication: boolean): BarEnd | null {
  if (until === Infinity) return null;
  const next = isByPublication ? stretches.find(each => each.from === until) : undefined;
  if (!next) return 'nothing';
  return stretches.some(each => each.until <= from && each.revisionId === next.revisionId) ? 'earlier' : 'next';
}
