import type { Instant } from '../schedule/local-time';
import { inForceAt, nextBoundaryOf, publicationsKnown } from './in-force';
import type { PublicationEntry } from './records';

/** What was in force of a record at a moment of the past, as it was known then. */
export interface StateThen {
  /** Null where nothing was live. */
  readonly revisionId: string | null;
  /** The next boundary of what was known then; infinite where there was none. */
  readonly next: Instant;
}

/** What is worked out of a list of entries as it grows, so that one moment of a long past costs no more than the present. */
interface Chronicle {
  length: number;
  /** Whether they were recorded one after another: then those known at a moment come first. */
  isOrdered: boolean;
  /** Of each entry, when it was recorded. */
  readonly recordedAt: Instant[];
  /** Of each entry and all before it, the last instant at which anything begins or ends. */
  readonly lastEdges: number[];
}

const kept = new WeakMap<readonly PublicationEntry[], Chronicle>();

/** What was in force at a moment of the past. @param entries - of one record in one locale; the list may grow at its end later */
export function stateThen(entries: readonly PublicationEntry[], moment: Instant): StateThen {
  const { isOrdered, recordedAt, lastEdges } = chronicleOf(entries);
  const count = isOrdered ? knownBy(recordedAt, moment) : entries.length;
  const newest = entries[count - 1];
  if (newest === undefined) return { revisionId: null, next: Infinity };
  const isSettled = isOrdered && lastEdges[count - 1]! <= moment;
  // Most often nothing lay ahead, and what was recorded last had no end: nothing lies over it.
  if (isSettled && newest.act === 'set' && newest.until === null) return { revisionId: newest.revisionId, next: Infinity };
  const known = publicationsKnown(isOrdered ? entries.slice(0, count) : entries, moment);
  const inForce = inForceAt(known, moment);
  return { revisionId: inForce.state === 'live' ? inForce.revisionId : null, next: nextBoundaryOf(known, moment) };
}

function chronicleOf(entries: readonly PublicationEntry[]): Chronicle {
  const known = kept.get(entries);
  if (known?.length === entries.length) return known;
  const chronicle: Chronicle = known ?? { length: 0, isOrdered: true, recordedAt: [], lastEdges: [] };
  for (let at = chronicle.length; at < entries.length; at += 1) {
    const { recordedAt, number, from, until } = entries[at]!;
    const before = entries[at - 1];
    chronicle.isOrdered &&= before === undefined || (before.recordedAt <= recordedAt && before.number < number);
    chronicle.recordedAt.push(recordedAt);
    chronicle.lastEdges.push(Math.max(chronicle.lastEdges[at - 1] ?? -Infinity, from, until ?? -Infinity));
  }
  chronicle.length = entries.length;
  kept.set(entries, chronicle);
  return chronicle;
}

/** How many of some ascending instants have come by a moment. */
function knownBy(recordedAt: readonly Instant[], moment: Instant): number {
  let [low, high] = [0, recordedAt.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (recordedAt[middle]! <= moment) low = middle + 1;
    else high = middle;
  }
  return low;
}
