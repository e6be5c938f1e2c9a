import type { WhoTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** Readers who have signed in. */
export interface SignedInTest {
  readonly test: 'signed in';
}

/** See {@link SignedInTest}. */
export const signedIn: WhoTestKind<SignedInTest> = {
  name: 'signed in',
  label: 'signed-in readers',
  parameters: [],
  holds: () => facts => facts.signedIn,
  phrase: () => say`signed-in readers`,
  key: () => 'signed in',
  ofKey: key => (key === 'signed in' ? { test: 'signed in' } : null),
};
