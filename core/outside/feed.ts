import type { Instant } from '../schedule/local-time';

/** An entry of a feed elsewhere, as plain words. */
export interface OutsideEntry {
  readonly title: string;
  /** Empty where it leads nowhere that is of the web. */
  readonly address: string;
  readonly text: string;
  /** Null where it does not say. */
  readonly at: Instant | null;
}

/** A feed elsewhere as it was read last. */
export interface OutsideFeed {
  readonly title: string;
  readonly entries: readonly OutsideEntry[];
  readonly readAt: Instant;
}

/** How often feeds elsewhere are read anew, in milliseconds. */
export const feedReadEvery = 3_600_000;

/** After how long without being read a feed is no longer shown as if it were of today, in milliseconds. */
export const feedStaleAfter = 86_400_000;
