import fc from 'fast-check';
import type { Rule, WhenTest, WhereTest, WhoTest } from '../rule/rule';
import { anyone } from '../rule/who';
import { candidatePlacements } from '../site/placement-index';
import type { SiteSnapshot } from '../site/snapshot';
import { SmallWorld } from '../testing/small-world';
import { audienceKey, resolvePage } from './resolve';

const member = { signedIn: true, roles: [], memberships: ['member'] };
const window = (from: number, until: number): Rule['when'] => ({
  all: [
    {
      test: 'window',
      from: { local: new Date(from).toISOString().slice(0, 16), zone: 'UTC' },
      until: { local: new Date(until).toISOString().slice(0, 16), zone: 'UTC' },
    },
  ],
});
const minute = 60_000;
const base = () =>
  new SmallWorld()
    .page('front', null)
    .page('visit', 'front')
    .page('tern', 'visit')
    .page('small', 'front', { layout: 'narrow' })
    .block('words');
const onPage = (world: SmallWorld, page = 'tern', reader = anyone, moment = 0) => {
  const snapshot = world.at(moment);
  return resolvePage(snapshot, snapshot.pageById.get(page)!.facts, reader, true);
};

describe('resolvePage', () => {
  it('shows what its rule shows, in order', () => {
    const world = base().placement('second', { order: 'a2' }).placement('first', { order: 'a1' });
    expect(onPage(world).shown.map(each => each.placement.id)).toEqual(['first', 'second']);
  });

  const steps: readonly (readonly [step: string, build: (world: SmallWorld) => SmallWorld, page?: string])[] = [
    ['off', world => world.placement('p', { off: true })],
    [
      'where',
      world => world.placement('p', {}, { where: { any: [{ test: 'within', page: 'visit' }], none: [{ test: 'page', page: 'tern' }] } }),
    ],
    ['who', world => world.placement('p', {}, { who: { any: [{ test: 'membership', membership: 'member' }] } })],
    ['when', world => world.placement('p', {}, { when: window(10 * minute, 20 * minute) })],
    ['block', world => world.placement('p', { blockId: 'gone' })],
    [
      'block readers',
      world => world.block('private', { readers: { all: [{ test: 'signed in' }] } }).placement('p', { blockId: 'private' }),
    ],
    ['layout', world => world.placement('p', { target: { kind: 'region', name: 'aside' } }), 'small'],
    [
      'stand-in',
      world => world.placement('q', { order: 'a1', target: { kind: 'stand in', name: 'main' } }).placement('p', { order: 'a2' }),
    ],
    ['publication', world => world.placement('p', {}, {}, { from: 60 * minute })],
  ];
  for (const [step, build, page] of steps) {
    it(`names “${step}” as what stops it`, () =>
      expect(onPage(build(base()), page).away.find(each => each.id === 'p')?.reason.step).toBe(step as 'off'));
  }

  it('does not list as away what belongs to other pages', () => {
    expect(onPage(base().placement('elsewhere', {}, { where: { any: [{ test: 'page', page: 'small' }] } })).away).toEqual([]);
  });

  it('names the readers it depended on, and no others', () => {
    const world = base()
      .placement('p', {}, { who: { any: [{ test: 'membership', membership: 'member' }] } })
      .placement('elsewhere', {}, { where: { any: [{ test: 'page', page: 'small' }] }, who: { any: [{ test: 'role', role: 'editor' }] } });
    const { dependsOn } = onPage(world);
    expect(dependsOn).toEqual(['membership member']);
    expect(audienceKey(dependsOn, member)).not.toBe(audienceKey(dependsOn, anyone));
  });
});

// Random sites: the shortcuts must never change an answer.
const where: fc.Arbitrary<Rule['where']> = fc.record({
  any: fc.array(
    fc.constantFrom<WhereTest[]>(
      { test: 'page', page: 'tern' },
      { test: 'within', page: 'visit' },
      { test: 'type', type: 'page' },
      { test: 'path', pattern: '/visit*' },
      { test: 'front page' },
    ),
    { maxLength: 2 },
  ),
  none: fc.array(fc.constantFrom<WhereTest[]>({ test: 'page', page: 'small' }, { test: 'layout', layout: 'wide' }), { maxLength: 1 }),
});
const who: fc.Arbitrary<Rule['who']> = fc.record({
  none: fc.array(fc.constantFrom<WhoTest[]>({ test: 'signed in' }, { test: 'membership', membership: 'member' }), { maxLength: 1 }),
});
const when = fc.oneof(
  fc.constant({} as Rule['when']),
  fc
    .tuple(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 1, max: 20 }))
    .map(([from, length]) => window(from * minute, (from + length) * minute)),
);
const season: Rule['when'] = {
  all: [{ test: 'recurring', start: '1970-01-01T00:05', end: '1970-01-01T00:12', zone: 'UTC', rule: 'FREQ=DAILY' } satisfies WhenTest],
};
const placements = fc.array(
  fc.record({
    where,
    who,
    when: fc.oneof(when, fc.constant(season)),
    from: fc.integer({ min: 0, max: 20 }),
    length: fc.option(fc.integer({ min: 1, max: 20 })),
  }),
  { minLength: 1, maxLength: 6 },
);

function randomWorld(
  list: readonly { where: Rule['where']; who: Rule['who']; when: Rule['when']; from: number; length: number | null }[],
): SmallWorld {
  const world = base();
  list.forEach(({ from, length, ...rule }, index) =>
    world.placement(`p${index}`, {}, rule, { from: from * minute, until: length === null ? null : (from + length) * minute }),
  );
  return world;
}
const shownIds = (snapshot: SiteSnapshot, page: string, reader = anyone) =>
  resolvePage(snapshot, snapshot.pageById.get(page)!.facts, reader).shown.map(each => each.placement.id);

describe('the shortcuts of resolution', () => {
  it('find the same placements as asking every one', () => {
    fc.assert(
      fc.property(placements, fc.constantFrom('front', 'visit', 'tern', 'small'), (list, page) => {
        const snapshot = randomWorld(list).at(15 * minute);
        const { facts } = snapshot.pageById.get(page)!;
        const holding = (each: readonly { id: string; whereHolds: (facts: (typeof snapshot.pages)[number]['facts']) => boolean }[]) =>
          each.filter(one => one.whereHolds(facts)).map(one => one.id);
        expect(holding(candidatePlacements(snapshot, facts))).toEqual(holding(snapshot.placements));
      }),
    );
  });

  it('never promise an answer for longer than it holds', () => {
    fc.assert(
      fc.property(placements, fc.constantFrom('front', 'tern'), fc.integer({ min: 0, max: 40 }), (list, page, start) => {
        const world = randomWorld(list);
        const snapshot = world.at(start * minute);
        const { validUntil } = resolvePage(snapshot, snapshot.pageById.get(page)!.facts, anyone);
        const answer = shownIds(snapshot, page);
        for (let at = start * minute; at < Math.min(validUntil, (start + 45) * minute); at += minute / 2)
          expect(shownIds(world.at(at, 0), page)).toEqual(answer);
      }),
      { numRuns: 60 },
    );
  });

  it('give readers of one audience one answer', () => {
    const readers = [anyone, { ...anyone, signedIn: true }, member];
    fc.assert(
      fc.property(placements, list => {
        const snapshot = randomWorld(list).at(15 * minute);
        const { facts } = snapshot.pageById.get('tern')!;
        const answers = new Map<string, string>();
        for (const reader of readers) {
          const { dependsOn } = resolvePage(snapshot, facts, reader);
          const key = audienceKey(dependsOn, reader);
          const ids = shownIds(snapshot, 'tern', reader).join();
          expect(answers.get(key) ?? ids).toBe(ids);
          answers.set(key, ids);
        }
      }),
    );
  });
});
