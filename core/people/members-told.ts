import type { Instant } from '../schedule/local-time';

/** Those who have an account, as a page may tell of them: how many, and the names of those who agreed to it. */
export interface MembersTold {
  readonly count: number;
  readonly named: readonly string[];
}

/** Who is new and who is here: outside facts, taken as they are for a while. */
export interface MembersSeen {
  /** Those who came within so many days, the newest first. */
  readonly newest: (days: number) => MembersTold;
  /** Those who are signed in and asked for a page within the last quarter of an hour. */
  readonly here: () => MembersTold;
  /** Until when what was told is taken as it is. */
  readonly validUntil: Instant;
}

/** A site on which nobody has an account. */
export const noMembers: MembersSeen = {
  newest: () => ({ count: 0, named: [] }),
  here: () => ({ count: 0, named: [] }),
  validUntil: Infinity,
};
