import type { AlmanacBar } from '@contract/almanac';
import type { Instant } from '@core/schedule/local-time';
import { stepped } from './snap';
import type { Sight } from './zoom';

/** What of a bar is held: its beginning, its end, or all of it. */
export type Grip = 'from' | 'until' | 'whole';

/** A bar as it would stand; nothing is stored yet. */
export interface MovedBar {
  readonly bar: AlmanacBar;
  readonly from: Instant;
  /** Null has no end. */
  readonly until: Instant | null;
}

/** What of a bar can be moved by hand in what is in sight. */
export function gripsOf({ edges, from, until }: AlmanacBar, sight: Sight): readonly Grip[] {
  const isFrom = edges.from !== 'fixed' && from >= sight.from;
  const isUntil = edges.until !== 'fixed' && (until === null || until <= sight.until);
  const isWhole = isFrom && (until === null || (isUntil && edges.from === edges.until));
  return [...(isFrom ? ['from' as const] : []), ...(isUntil ? ['until' as const] : []), ...(isWhole ? ['whole' as const] : [])];
}

/** Where and how far bars are moved. */
export interface Moving {
  readonly sight: Sight;
  readonly zoom: string;
  readonly zone: string;
  readonly now: Instant;
}

/**
 * A bar moved by so many steps of the zoom. What is already moved goes on from where it is; nothing begins or ends before
 * now, and nothing ends before it begins. Of one without an end the end begins at the edge of what is in sight.
 */
export function movedBy({ bar, from, until }: MovedBar, grip: Grip, steps: number, { sight, zoom, zone, now }: Moving): MovedBar {
  if (!gripsOf(bar, sight).includes(grip)) return { bar, from, until };
  const later = (edge: Instant) => stepped(zoom, edge, steps, zone);
  const begin = grip === 'until' ? from : later(from);
  const end = grip === 'from' ? until : grip === 'whole' ? until && later(until) : later(until ?? sight.until);
  const isFit = (grip === 'until' || begin > now) && (end === null || (end > begin && end > now));
  return isFit ? { bar, from: begin, until: end } : { bar, from, until };
}
