import type { Interval } from '../schedule/interval';
import { inForceAt, publicationBoundaries, publicationsKnown } from './in-force';
import type { PublicationEntry } from './records';

/** A stretch of time in which one revision of a record is in force. */
export interface LiveStretch extends Interval {
  readonly revisionId: string;
}

/** What follows from the publications of one record: what counts now and later, and when which revision is in force. */
export interface Outlook {
  /** As {@link publicationsKnown} returns them, with all that is recorded. */
  readonly known: readonly PublicationEntry[];
  /** As {@link publicationBoundaries} returns them. */
  readonly boundaries: readonly number[];
  /** In order of time; neighbours that touch differ in their revision. */
  readonly stretches: readonly LiveStretch[];
}

const kept = new WeakMap<readonly PublicationEntry[], { readonly length: number; readonly outlook: Outlook }>();

/**
 * The outlook of a record, worked out once for each list of its entries.
 * @param entries - all of one record in one locale; the list may grow at its end later
 */
export function outlookOf(entries: readonly PublicationEntry[]): Outlook {
  const before = kept.get(entries);
  if (before?.length === entries.length) return before.outlook;
  const known = publicationsKnown(entries, Infinity);
  const boundaries = publicationBoundaries(known);
  const outlook = { known, boundaries, stretches: stretchesOf(known, boundaries) };
  kept.set(entries, { length: entries.length, outlook });
  return outlook;
}

function stretchesOf(known: readonly PublicationEntry[], boundaries: readonly number[]): readonly LiveStretch[] {
  const stretches: LiveStretch[] = [];
  boundaries.forEach((from, index) => {
    const inForce = inForceAt(known, from);
    if (inForce.state !== 'live') return;
    const until = boundaries[index + 1] ?? Infinity;
    const last = stretches[stretches.length - 1];
    if (last && last.until === from && last.revisionId === inForce.revisionId) stretches[stretches.length - 1] = { ...last, until };
    else stretches.push({ from, until, revisionId: inForce.revisionId });
  });
  return stretches;
}
