import type { Instant } from '../schedule/local-time';

/** What a cache must know of an answer. */
export interface CacheFacts {
  /** The next instant at which the answer could change. */
  readonly validUntil: Instant;
  readonly now: Instant;
  /** The longest a cache may keep it, so that a change published at once is not long in coming. */
  readonly capSeconds: number;
  /** Whether the answer rests on who reads. */
  readonly dependsOnReader: boolean;
  readonly isSignedIn: boolean;
  /** A clock that stands still says nothing about lifetimes. */
  readonly isClockFrozen: boolean;
}

/**
 * The Cache-Control of an answer. It never outlives the answer: whole seconds, rounded down.
 * @see RFC 9111 sections 4.2 and 5.2.2
 */
export function cacheControl(facts: CacheFacts): string {
  if (facts.dependsOnReader && facts.isSignedIn) return 'private, no-cache';
  if (facts.isClockFrozen) return 'public, no-cache';
  const seconds = Math.max(0, Math.floor(Math.min(facts.capSeconds, (facts.validUntil - facts.now) / 1000)));
  return `public, max-age=${seconds}`;
}
