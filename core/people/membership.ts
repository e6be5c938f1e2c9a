import { instantOf, type Instant, type LocalTime } from '../schedule/local-time';

/** A membership that somebody holds, from one day to another. */
export interface HeldMembership {
  readonly name: string;
  /** Null began before anybody wrote it down. */
  readonly from: LocalTime | null;
  /** Null goes on. */
  readonly until: LocalTime | null;
}

/** A membership without an end. */
export function lastingMembership(name: string): HeldMembership {
  return { name, from: null, until: null };
}

/** The names of the memberships in force at a moment, each once. */
export function membershipsAt(held: readonly HeldMembership[], moment: Instant): readonly string[] {
  const inForce = held.filter(
    ({ from, until }) => (from === null || instantOf(from) <= moment) && (until === null || moment < instantOf(until)),
  );
  return [...new Set(inForce.map(each => each.name))];
}
