import type { Instant } from '../schedule/local-time';
import { knownAtFor } from './in-force';
import type { Ledger } from './ledger';
import { outlookFrom } from './outlook';
import type { PublicationEntry } from './records';
import { isWaiting } from './stage';

/** What a list shows of a record: what its publications say, else the stage of its proposal. */
export type Status = 'live' | 'scheduled' | 'expired' | 'retired' | 'draft' | 'in review' | 'declined';

/** A record's status with what comes next and what waits. */
export interface RecordStatus {
  readonly status: Status;
  /** The next instant at which something else is in force; null when none is planned. */
  readonly nextChange: Instant | null;
  /** Whether a proposal beside what is live is being written or waits for somebody, at whatever stage; null when there is none. */
  readonly waiting: 'draft' | 'in review' | null;
  /** The publication in force or, when scheduled, the next one. */
  readonly entry: PublicationEntry | null;
}

/** Computes the status of a record at a moment, in its own locale unless another is said. */
export function statusOf(
  ledger: Ledger,
  recordId: string,
  moment: Instant,
  now: Instant,
  locale = ledger.localeOf(recordId),
): RecordStatus {
  const known = ledger.publicationsKnown(recordId, locale, knownAtFor(moment, now));
  const [present, ...ahead] = outlookFrom(known, moment);
  const inForce = present!.inForce;
  const upcoming = ahead.flatMap(turn => (turn.inForce.state === 'live' ? turn.inForce.entry : []))[0] ?? null;
  const open = ledger.openProposalsOf(recordId).filter(each => each.locale === locale);
  const waiting = open.some(each => isWaiting(each.stage)) ? 'in review' : open.length > 0 ? 'draft' : null;
  const closed = ledger.proposalsOf(recordId).some(each => each.locale === locale && each.stage === 'declined');
  const status: Status =
    inForce.state === 'live'
      ? 'live'
      : upcoming
        ? 'scheduled'
        : inForce.state === 'never'
          ? (waiting ?? (closed ? 'declined' : 'draft'))
          : inForce.state;
  const entry = inForce.state === 'live' ? inForce.entry : (upcoming ?? (inForce.state === 'never' ? null : inForce.entry));
  return { status, nextChange: ahead[0]?.at ?? null, waiting, entry };
}
