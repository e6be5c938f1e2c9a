import fc from 'fast-check';
import type { RuleTree, WhenTest, WhereTest, WhoTest } from '../rule/rule';
import type { SeasonValue } from '../season/season';
import type { PageFacts } from '../rule/where';
import type { ReaderFacts } from '../rule/who';

const pageIds = ['front', 'visit', 'tern', 'news'] as const;
const page = fc.constantFrom(...pageIds);

/** Groups of tests, nested up to three deep. */
export function randomTree<Test extends { readonly test: string }>(test: fc.Arbitrary<Test>): fc.Arbitrary<RuleTree<Test>> {
  return fc.letrec<{ tree: RuleTree<Test> }>(tie => {
    const parts = fc.option(fc.array(tie('tree'), { minLength: 1, maxLength: 3 }), { nil: undefined });
    const group = fc.record({ all: parts, any: parts, none: parts }).map(({ all, any, none }): RuleTree<Test> => ({
      ...(all && { all }),
      ...(any && { any }),
      ...(none && { none }),
    }));
    return { tree: fc.oneof({ maxDepth: 3, depthSize: 'small' }, test, group) };
  }).tree;
}

/** Tests about pages that any evaluator can make: all but those of patterns and written words. */
const plainWhereTest: fc.Arbitrary<WhereTest> = fc.oneof(
  fc.record({ test: fc.constant('page' as const), page }),
  fc.record({ test: fc.constant('within' as const), page }),
  fc.record({ test: fc.constant('menu item' as const), page }),
  fc.record({ test: fc.constant('type' as const), type: fc.constantFrom('page', 'event') }),
  fc.record({ test: fc.constant('topic' as const), topic: fc.constantFrom('sea', 'sky') }),
  fc.record({ test: fc.constant('layout' as const), layout: fc.constantFrom('wide', 'narrow') }),
  fc.constant({ test: 'front page' as const }),
  fc.constantFrom<WhereTest[]>({ test: 'service page' }, { test: 'service page', service: 'sign-in' }),
  fc.record({ test: fc.constant('locale' as const), locale: fc.constantFrom('en-GB', 'cy') }),
  fc.record({ test: fc.constant('query' as const), name: fc.constantFrom('from', 'day'), value: fc.constantFrom(null, 'poster', '') }),
);

/** See {@link plainWhereTest}. */
export const randomWhere = randomTree(plainWhereTest);

/** Every kind of test about pages. */
export const anyWhere = randomTree<WhereTest>(
  fc.oneof(
    plainWhereTest,
    fc.record({ test: fc.constant('path' as const), pattern: fc.constantFrom('/visit/*', '/:section', '/news/:year(\\d+)') }),
    fc.record({
      test: fc.constant('field' as const),
      field: fc.constantFrom('title' as const, 'body' as const, 'takesPlace' as const),
      compare: fc.constantFrom('is' as const, 'contains' as const, 'is empty' as const),
      value: fc.string({ maxLength: 8 }),
    }),
  ),
);

/** Tests about readers, in groups. */
export const randomWho = randomTree<WhoTest>(
  fc.oneof(
    fc.constant({ test: 'signed in' as const }),
    fc.record({ test: fc.constant('role' as const), role: fc.constantFrom('editor', 'writer') }),
    fc.record({ test: fc.constant('membership' as const), membership: fc.constantFrom('member', 'friend') }),
  ),
);

const time = fc.constantFrom('2027-03-28T00:30', '2027-04-01T06:00', '2027-10-31T01:30');
const zone = fc.constantFrom('Europe/London', 'America/New_York');
const localTime = fc.oneof(
  fc.record({ local: time, zone }),
  fc.record({ local: time, zone, choice: fc.constantFrom('earlier' as const, 'later' as const) }),
);

/** The season that {@link randomWhen} asks for. */
export const randomSeason: { readonly id: string; readonly value: SeasonValue } = {
  id: '0193a000-0000-7000-8000-000000000009',
  value: {
    version: 1,
    title: 'Half-term',
    reason: '',
    dates: [
      {
        test: 'window',
        from: { local: '2027-03-28T00:00', zone: 'Europe/London' },
        until: { local: '2027-03-29T00:00', zone: 'Europe/London' },
      },
      { test: 'recurring', start: '2027-05-31T00:00', end: '2027-06-05T00:00', zone: 'Europe/London', rule: 'FREQ=YEARLY' },
    ],
  },
};

/** Tests about the moment, in groups. */
export const randomWhen = randomTree<WhenTest>(
  fc.oneof(
    fc.record({ test: fc.constant('window' as const), from: fc.option(localTime), until: fc.option(localTime) }),
    fc.record({
      test: fc.constant('time of day' as const),
      from: fc.constantFrom('06:00', '22:00'),
      until: fc.constantFrom('09:30', '23:00'),
      zone,
    }),
    fc.record({
      test: fc.constant('recurring' as const),
      start: fc.constant('2027-01-04T09:00'),
      end: fc.constant('2027-01-04T17:00'),
      zone,
      rule: fc.constantFrom('FREQ=YEARLY', 'FREQ=WEEKLY;BYDAY=MO,FR'),
    }),
    fc.constant({ test: 'season' as const, season: randomSeason.id }),
  ),
);

/** Facts of pages, service pages among them. */
export const randomPage: fc.Arbitrary<PageFacts> = fc.record({
  id: page,
  path: fc.constantFrom('/', '/visit/tern', '/news'),
  type: fc.constantFrom('page', 'event'),
  topics: fc.subarray(['sea', 'sky']),
  layout: fc.constantFrom('wide', 'narrow'),
  lineage: fc.subarray([...pageIds]),
  isFrontPage: fc.boolean(),
  service: fc.constantFrom(null, 'sign-in', 'not found'),
  menuItems: fc.subarray([...pageIds]),
  readers: fc.constant({}),
  written: fc.constant(null),
  locale: fc.constantFrom('en-GB', 'cy'),
  query: fc.constantFrom<Record<string, string>[]>({}, { from: 'poster' }, { day: '', from: 'x' }),
});

/** Readers; whoever holds something is signed in. */
export const randomReader: fc.Arbitrary<ReaderFacts> = fc.oneof(
  fc.constant({ signedIn: false, roles: [], memberships: [] }),
  fc.record({ signedIn: fc.constant(true), roles: fc.subarray(['editor', 'writer']), memberships: fc.subarray(['member', 'friend']) }),
);
