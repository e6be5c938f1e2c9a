/** What a rule may know of a reader. */
export interface ReaderFacts {
  readonly signedIn: boolean;
  readonly roles: readonly string[];
  readonly memberships: readonly string[];
}

/** A reader who has not signed in. */
export const anyone: ReaderFacts = { signedIn: false, roles: [], memberships: [] };
