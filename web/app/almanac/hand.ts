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
  const isOwn = (edge: AlmanacBar['edges']['from']) => edge !== 'fixed' && edge !== 'others';
  const isFrom = isOwn(edges.from) && from >= sight.from;
  const isUntil = isOwn(edges.until) && (until === null || until <= sight.until);
  const isWhole = isFrom && (until === null || (isUntil && edges.from === edges.until));
  return [...(isFrom ? ['from' as const] : []), ...(isUntil ? ['until' as const] : []), ...(isWhole ? ['whole' as const] : [])];
}

/**
 * Where a bar stands while one is moved: that one itself, and all that goes live with it, since an edition has one date.
 * @returns null for one that stays
 */
export function standingWith(moved: MovedBar | null, bar: AlmanacBar): MovedBar | null {
  if (moved === null || moved.bar === bar) return moved;
  const { editionId, state, edges, from, until } = moved.bar;
  const isTogether = bar.editionId === editionId && editionId !== null && bar.state === state && bar.edges.from === edges.from;
  if (!isTogether || state === 'live' || bar.from !== from) return null;
  return { bar, from: moved.from, until: bar.until === until ? moved.until : bar.until };
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
  // Where two things say when it begins and when it ends, one of them is set at a time.
  const isOne = bar.edges.from === bar.edges.until;
  const begin = grip === 'until' ? (isOne ? from : bar.from) : later(from);
  const end = grip === 'from' ? (isOne ? until : bar.until) : grip === 'whole' ? until && later(until) : later(until ?? sight.until);
  const isFit = (grip === 'until' || begin > now) && (end === null || (end > begin && end > now));
  return isFit ? { bar, from: begin, until: end } : { bar, from, until };
}
