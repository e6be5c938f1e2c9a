import { outlookFrom, type Turn } from '../ledger/outlook';
import type { Ledger } from '../ledger/ledger';
import type { RecordKind } from '../ledger/records';
import type { PageValue } from '../page/page';
import { instantOf, type Instant } from '../schedule/local-time';

/** Something that ends, has ended, or is to be looked over. */
export interface Ending {
  readonly recordId: string;
  readonly kind: RecordKind;
  readonly state: 'ends' | 'ended' | 'review';
  readonly at: Instant;
  /** What follows: the earlier publication again, or nothing. */
  readonly then: 'earlier' | 'nothing';
  /** What readers have, or had last. */
  readonly value: unknown;
  /** Whether readers have it now. */
  readonly isLive: boolean;
}

/**
 * What ends by itself within a span ahead, what ended within one behind, and pages that are to be looked over by the end of
 * it; in order of time. What somebody took off is none of it.
 * @param back - how far behind, in milliseconds
 * @param ahead - how far ahead
 */
export function endingsAround(ledger: Ledger, now: Instant, back: number, ahead: number): readonly Ending[] {
  const found: Ending[] = [];
  for (const { id: recordId, kind } of ledger.records.values()) {
    const known = ledger.publicationsKnown(recordId, ledger.localeOf(recordId), Infinity);
    const turns = outlookFrom(known, now);
    const { inForce } = turns[0]!;
    const end = endAmong(turns);
    if (end && end.at < now + ahead) {
      const { value } = ledger.revision(end.revisionId);
      found.push({ recordId, kind, state: 'ends', at: end.at, then: end.then, value, isLive: inForce.state === 'live' });
    }
    if (inForce.state === 'live') {
      const { value } = ledger.revision(inForce.revisionId);
      const { reviewBy } = value as Partial<PageValue>;
      if (kind === 'page' && reviewBy && instantOf(reviewBy) < now + ahead)
        found.push({ recordId, kind, state: 'review', at: instantOf(reviewBy), then: 'nothing', value, isLive: true });
    } else if (inForce.state === 'expired' && inForce.entry.until! >= now - back && turns.length === 1) {
      const last = known.find(entry => entry.revisionId !== null && entry.from <= now);
      if (last) {
        const { value } = ledger.revision(last.revisionId!);
        found.push({ recordId, kind, state: 'ended', at: inForce.entry.until!, then: 'nothing', value, isLive: false });
      }
    }
  }
  return found.sort((a, b) => a.at - b.at || (a.recordId < b.recordId ? -1 : 1));
}

/** The first end of a publication that readers notice. Where another one begins at that very instant, that is a change and no end. */
function endAmong(turns: readonly Turn[]): { readonly at: Instant; readonly then: Ending['then']; readonly revisionId: string } | null {
  for (const [index, { at, inForce }] of turns.entries()) {
    const before = turns[index - 1]?.inForce;
    const goesOn = inForce.state === 'live' && inForce.entry.from === at;
    if (before?.state === 'live' && before.entry.until === at && !goesOn)
      return { at, then: inForce.state === 'live' ? 'earlier' : 'nothing', revisionId: before.revisionId };
  }
  return null;
}
