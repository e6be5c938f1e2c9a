import type { Instant } from '../schedule/local-time';
import { inForceAt, knownAtFor, publicationsKnown } from './in-force';
import type { Ledger } from './ledger';
import type { PublicationEntry, Stage } from './records';

/** What a list shows of a record: what its publications say, else the stage of its proposal. */
export type Status = 'live' | 'scheduled' | 'expired' | 'retired' | Exclude<Stage, 'withdrawn'>;

/** A record's status with what comes next and what waits. */
export interface RecordStatus {
  readonly status: Status;
  /** The next publication boundary after the moment; null when none is planned. */
  readonly nextChange: Instant | null;
  /** The furthest stage of a proposal that waits beside what is live; null when none does. */
  readonly waiting: 'draft' | 'in review' | null;
  /** The publication in force or, when scheduled, the next one. */
  readonly entry: PublicationEntry | null;
}

/** Computes the status of a record at a moment. */
export function statusOf(ledger: Ledger, recordId: string, locale: string, moment: Instant, now: Instant): RecordStatus {
  const known = publicationsKnown(ledger.entriesOf(recordId, locale), knownAtFor(moment, now));
  const inForce = inForceAt(known, moment);
  const upcoming = known.filter(entry => entry.from > moment && entry.revisionId !== null).sort((a, b) => a.from - b.from)[0] ?? null;
  const boundaries = known.flatMap(entry => [entry.from, entry.until ?? Infinity]).filter(at => at > moment && at < Infinity);
  const open = ledger.openProposalsOf(recordId);
  const waiting = open.some(each => each.stage === 'in review') ? 'in review' : open.length > 0 ? 'draft' : null;
  const closed = ledger.proposalsOf(recordId).some(each => each.stage === 'declined');
  const status: Status =
    inForce.state === 'live'
      ? 'live'
      : upcoming
        ? 'scheduled'
        : inForce.state === 'never'
          ? (waiting ?? (closed ? 'declined' : 'draft'))
          : inForce.state;
  const entry = inForce.state === 'live' ? inForce.entry : (upcoming ?? (inForce.state === 'never' ? null : inForce.entry));
  return { status, nextChange: boundaries.length > 0 ? Math.min(...boundaries) : null, waiting, entry };
}
