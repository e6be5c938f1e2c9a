import { membership } from './membership/test';
import { role } from './role/test';
import { signedIn } from './signed-in/test';
import { TestTable, type WhoTestKind } from './test-kind';

const shipped = [signedIn, membership, role] as const;

type TestOf<Kind> = Kind extends WhoTestKind<infer Test> ? Test : never;

/** What a rule may ask about the reader. */
export type WhoTest = TestOf<(typeof shipped)[number]>;

/** The kinds of test about the reader, in the order in which they are offered. */
export const whoTests = new TestTable<WhoTestKind>(shipped);
