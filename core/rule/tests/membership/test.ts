import type { WhoTestKind } from '../test-kind';

/** Readers who hold a membership. */
export interface MembershipTest {
  readonly test: 'membership';
  readonly membership: string;
}

/** See {@link MembershipTest}. */
export const membership: WhoTestKind<MembershipTest> = {
  name: 'membership',
  label: 'readers with a membership',
  parameters: [{ name: 'membership', label: 'Membership', kind: 'short text', help: '', most: 60, from: 'memberships' }],
  holds: test => facts => facts.memberships.includes(test.membership),
  phrase: (test, names) => names.membership(test.membership),
  key: test => `membership ${test.membership}`,
  ofKey: key => (key.startsWith('membership ') ? { test: 'membership', membership: key.slice('membership '.length) } : null),
};
