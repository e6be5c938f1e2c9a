import type { ReaderFacts } from '../rule/who';

/** The classes of readers that some rules tell apart. */
export interface Audiences {
  readonly readers: readonly ReaderFacts[];
  /** Whether there would be more than the cap: then only readers with at most one fact each are looked at. */
  readonly isPartial: boolean;
}

/** The most classes of readers that are told apart. */
export const mostAudiences = 4_096;

/**
 * Every combination of the reader facts that some rules mention, without those that cannot be: whoever holds a role or
 * a membership is signed in.
 * @param keys - as {@link readerFactsIn} names them
 */
export function audiencesOf(keys: Iterable<string>): Audiences {
  const names = [...new Set(keys)].filter(key => key !== 'signed in').sort();
  const isPartial = 2 ** names.length + 1 > mostAudiences;
  const held = isPartial ? [[], ...names.map(name => [name])] : subsetsOf(names);
  return {
    readers: [{ signedIn: false, roles: [], memberships: [] }, ...held.map(readerHolding)],
    isPartial,
  };
}

function readerHolding(keys: readonly string[]): ReaderFacts {
  const named = (kind: string) => keys.filter(key => key.startsWith(kind)).map(key => key.slice(kind.length));
  return { signedIn: true, roles: named('role '), memberships: named('membership ') };
}

function subsetsOf(names: readonly string[]): readonly (readonly string[])[] {
  return names.reduce<readonly (readonly string[])[]>((sets, name) => [...sets, ...sets.map(set => [...set, name])], [[]]);
}
