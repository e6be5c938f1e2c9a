import fc from 'fast-check';
import type { PlacementValue } from '../placement/placement';
import type { RuleTree, WhenTest, WhereTest, WhoTest } from '../rule/rule';
import type { ThemeManifest } from '../theme/manifest';
import { randomTree } from './random-rules';
import { SmallWorld, smallTheme } from './small-world';

const ids = ['front', 'visit', 'tern', 'marsh', 'news'] as const;
const members: RuleTree<WhoTest> = { any: [{ test: 'membership', membership: 'member' }] };

const where = randomTree<WhereTest>(
  fc.oneof(
    fc.record({ test: fc.constant('page' as const), page: fc.constantFrom(...ids, 'gone') }),
    fc.record({ test: fc.constant('within' as const), page: fc.constantFrom(...ids) }),
    fc.record({ test: fc.constant('topic' as const), topic: fc.constantFrom('sea', 'sky') }),
    fc.record({ test: fc.constant('layout' as const), layout: fc.constantFrom('wide', 'narrow') }),
    fc.constant({ test: 'path' as const, pattern: '/visit/*' }),
  ),
);
const who = randomTree<WhoTest>(
  fc.oneof(
    fc.constant({ test: 'signed in' as const }),
    fc.record({ test: fc.constant('membership' as const), membership: fc.constant('member') }),
  ),
);
const minute = 60_000;
const local = fc.constantFrom('1970-01-01T00:02', '1970-01-01T00:05', '1970-01-01T00:08').map(text => ({ local: text, zone: 'UTC' }));
const when = randomTree<WhenTest>(local.map((from): WhenTest => ({ test: 'window', from, until: null })));

/** What one random placement is made of. */
export interface RandomPlacement {
  readonly where: RuleTree<WhereTest>;
  readonly who: RuleTree<WhoTest>;
  readonly when: RuleTree<WhenTest>;
  readonly follows: boolean;
  readonly target: PlacementValue['target'];
  readonly off: boolean;
  readonly blockId: string;
  readonly from: number;
  readonly until: number | null;
}

/** Up to five placements of every kind: in regions, at a point, standing in, switched off, following a shared rule. */
export const randomPlacements: fc.Arbitrary<readonly RandomPlacement[]> = fc.array(
  fc.record({
    where,
    who: fc.oneof(fc.constant({}), who),
    when: fc.oneof(fc.constant({}), when),
    follows: fc.boolean(),
    target: fc.constantFrom<PlacementValue['target'][]>(
      { kind: 'region', name: 'main' },
      { kind: 'region', name: 'aside' },
      { kind: 'insertion point', name: 'top' },
      { kind: 'stand in', name: 'main' },
    ),
    off: fc.integer({ min: 0, max: 9 }).map(each => each === 0),
    blockId: fc.constantFrom('words', 'private', 'later', 'missing'),
    from: fc.constantFrom(0, 3 * minute),
    until: fc.constantFrom(null, 7 * minute),
  }),
  { minLength: 1, maxLength: 5 },
);

/** How long a random world is looked at, in milliseconds. */
export const worldSpan = 10 * minute;

/** The small theme with at most two in main. */
export const limitedTheme: ThemeManifest = {
  ...smallTheme,
  regions: smallTheme.regions.map(each => (each.name === 'main' ? { ...each, limits: { most: 2 } } : each)),
};

/** A site of five pages, four blocks and one shared rule with the placements. */
export function worldWith(placements: readonly RandomPlacement[]): SmallWorld {
  const world = new SmallWorld()
    .page('front', null)
    .page('visit', 'front', { fields: { topics: ['sea'] }, order: 'a1' })
    .page('tern', 'visit', { layout: 'narrow', order: 'a1' })
    .page('marsh', 'visit', { readers: members, order: 'a2' })
    .page('news', 'front', { fields: { topics: ['sky'] }, order: 'a2' })
    .block('words')
    .block('private', { readers: members })
    .block('later', {}, { from: 4 * minute })
    .add('shared rule', 'shared', {
      version: 1,
      title: 'Shared',
      reason: 'R',
      rule: { version: 2, where: { none: [{ test: 'page', page: 'news' }] }, who: {}, when: {}, follows: [] },
    });
  placements.forEach(({ where: places, who: readers, when: times, follows, from, until, ...part }, index) =>
    world.placement(
      `p${index}`,
      { ...part, order: `a${index}` },
      { where: places, who: readers, when: times, follows: follows ? ['shared'] : [] },
      { from, until, afterwards: 'nothing' },
    ),
  );
  return world;
}
