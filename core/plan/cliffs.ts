import { groupBy } from '../collection/group-by';
import { instantOf, localTimeAt, type Instant } from '../schedule/local-time';
import type { PlannedChange } from './changes';

/** A day on which much ends together. */
export interface Cliff {
  /** The beginning of the day. */
  readonly at: Instant;
  /** What ends or closes on it, in order of time. */
  readonly ends: readonly PlannedChange[];
}

/**
 * The days on which at least so many things end for readers, in order.
 * @param changes - in order of time
 * @param zone - IANA name; a day is one there
 */
export function cliffsAmong(changes: readonly PlannedChange[], zone: string, least: number): readonly Cliff[] {
  const ends = changes.filter(each => each.what === 'ends' || each.what === 'closes');
  return [...groupBy(ends, each => localTimeAt(each.at, zone).slice(0, 10))]
    .filter(([, together]) => new Set(together.map(each => each.recordId)).size >= least)
    .map(([day, together]) => ({ at: instantOf({ local: `${day}T00:00`, zone }), ends: [...together] }));
}
