import type { Instant } from '../schedule/local-time';
import type { PublicationEntry } from './records';

/** What the ledger says of one record in one locale at a moment. */
export type InForce =
  | { readonly state: 'live'; readonly revisionId: string; readonly entry: PublicationEntry }
  | { readonly state: 'retired' | 'expired'; readonly entry: PublicationEntry }
  | { readonly state: 'never' };

/**
 * The publications that count as known at `knownAt`: the last entry of each, without those withdrawn, highest ledger number first.
 * @param entries - of one record in one locale, in any order
 */
export function publicationsKnown(entries: readonly PublicationEntry[], knownAt: Instant): readonly PublicationEntry[] {
  const counting = knownAt === Infinity ? entries : entries.filter(each => each.recordedAt <= knownAt);
  // Most of the past of most records is one publication, or none.
  if (counting.length === 0 || (counting.length === 1 && counting[0]!.act === 'set')) return counting;
  const last = new Map<string, PublicationEntry>();
  for (const entry of counting) {
    const earlier = last.get(entry.publicationId);
    if (!earlier || earlier.number < entry.number) last.set(entry.publicationId, entry);
  }
  return [...last.values()].filter(entry => entry.act === 'set').sort((a, b) => b.number - a.number);
}

/**
 * What is in force at a moment: of the intervals that hold it the one with the highest ledger number.
 * An interval that has ended gives way to the earlier one beneath it, or to nothing, as its entry says: "nothing" hides
 * what had begun by the time it ended, never what begins later.
 * @param known - as {@link publicationsKnown} returns them
 */
export function inForceAt(known: readonly PublicationEntry[], moment: Instant): InForce {
  let ended: PublicationEntry | null = null;
  let hiding: PublicationEntry | null = null;
  for (const entry of known) {
    if (moment < entry.from) continue;
    if (entry.until === null || moment < entry.until) {
      if (hiding !== null && entry.from < hiding.until!) continue;
      return entry.revisionId === null ? { state: 'retired', entry } : { state: 'live', revisionId: entry.revisionId, entry };
    }
    ended ??= entry;
    if (entry.afterwards === 'nothing' && (hiding === null || hiding.until! < entry.until)) hiding = entry;
  }
  const last = hiding ?? ended;
  return last ? { state: 'expired', entry: last } : { state: 'never' };
}

/** Every instant at which what is in force may change: openings and ends of the publications, ascending. */
export function publicationBoundaries(known: readonly PublicationEntry[]): readonly Instant[] {
  const instants = new Set<Instant>();
  for (const entry of known) {
    instants.add(entry.from);
    if (entry.until !== null) instants.add(entry.until);
  }
  return [...instants].sort((a, b) => a - b);
}

/** The first instant after a moment at which what is in force may change; infinite where there is none. */
export function nextBoundaryOf(known: readonly PublicationEntry[], moment: Instant): Instant {
  let next = Infinity;
  for (const { from, until } of known) {
    if (from > moment && from < next) next = from;
    if (until !== null && until > moment && until < next) next = until;
  }
  return next;
}

/**
 * Up to when entries count for an answer about `moment`: the past stays as its readers had it,
 * for now and later everything known counts.
 */
export function knownAtFor(moment: Instant, now: Instant): Instant {
  return moment < now ? moment : Infinity;
}
