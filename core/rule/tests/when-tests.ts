import { recurring } from './recurring/test';
import { season } from './season/test';
import { TestTable, type WhenTestKind } from './test-kind';
import { timeOfDay } from './time-of-day/test';
import { window } from './window/test';

const shipped = [window, recurring, timeOfDay, season] as const;

type TestOf<Kind> = Kind extends WhenTestKind<infer Test> ? Test : never;

/** What a rule may ask about the moment. */
export type WhenTest = TestOf<(typeof shipped)[number]>;

/** The kinds of test about the moment. */
export const whenTests = new TestTable<WhenTestKind>(shipped);
