import type { WhoTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** Readers who hold a role. */
export interface RoleTest {
  readonly test: 'role';
  readonly role: string;
}

/** See {@link RoleTest}. */
export const role: WhoTestKind<RoleTest> = {
  name: 'role',
  label: 'people with a role',
  parameters: [{ name: 'role', label: 'Role', kind: 'short text', help: '', most: 60, from: 'roles' }],
  holds: test => facts => facts.roles.includes(test.role),
  phrase: (test, names) => say`people with the role ${names.role(test.role)}`,
  key: test => `role ${test.role}`,
  ofKey: key => (key.startsWith('role ') ? { test: 'role', role: key.slice('role '.length) } : null),
};
