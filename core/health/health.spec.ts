import fc from 'fast-check';
import { mayRead, resolvePage } from '../placement/resolve';
import { planWithin } from '../plan/site-plan';
import { audiencesOf } from '../reach/audiences';
import { compileTree } from '../rule/evaluate';
import type { RuleTree, WhereTest } from '../rule/rule';
import { compileWhereTest, type PageFacts } from '../rule/where';
import { takeSnapshot } from '../site/snapshot';
import { limitedTheme, randomPlacements, worldSpan, worldWith, type RandomPlacement } from '../testing/random-world';
import { placementOf, smallTheme, SmallWorld, textHolding } from '../testing/small-world';
import type { ThemeManifest } from '../theme/manifest';
import { HealthCheck } from './health';

const step = 30_000;
const planOf = (world: SmallWorld, manifest: ThemeManifest = smallTheme) =>
  planWithin(world.ledger, { from: 0, until: worldSpan }, { locale: 'en-GB', manifest, services: [] });
const kindsOf = (world: SmallWorld, manifest?: ThemeManifest) =>
  new HealthCheck().check(planOf(world, manifest), ['en-GB']).findings.map(each => `${each.kind} ${each.recordId}`);

describe('what never shows', () => {
  // One placement by itself, so that nothing but its own rule can keep it away.
  const alone = randomPlacements.map(list => list.slice(0, 1).map((each): RandomPlacement => ({ ...each, off: false })));
  it('is what no page, reader and moment of a small world shows', () => {
    fc.assert(
      fc.property(alone, placements => {
        const world = worldWith(placements);
        const found = new HealthCheck()
          .check(planOf(world), ['en-GB'])
          .findings.some(each => each.kind === 'never shows' && each.recordId === 'p0');
        const { readers } = audiencesOf(['membership member']);
        let shows = false;
        for (let at = 0; at < worldSpan && !shows; at += step) {
          const snapshot = takeSnapshot(world.ledger, { moment: at, now: 0, manifest: smallTheme });
          shows = snapshot.pages.some(page =>
            readers.some(reader => mayRead(page, reader) && resolvePage(snapshot, page.facts, reader).shown.length > 0),
          );
        }
        // A placement that shows to nobody may still be reported by its single causes only; it is never called dead while it shows.
        if (shows) expect(found).toBeFalse();
        else if (placements[0]!.blockId !== 'private') expect(found).toBeTrue();
      }),
      { numRuns: 250 },
    );
  });
});

describe('tests that never matter', () => {
  it('can be taken out without any page noticing, by brute force', () => {
    fc.assert(
      fc.property(randomPlacements, placements => {
        const world = worldWith(placements.map(each => ({ ...each, off: false, from: 0, until: null, blockId: 'words' })));
        const plan = planOf(world);
        const snapshot = world.at(0);
        const { pages } = snapshot;
        for (const finding of new HealthCheck().check(plan, ['en-GB']).findings) {
          if (finding.kind !== 'test never matters' || finding.tested.part !== 'where') continue;
          const { rule } = snapshot.placementById.get(finding.recordId)!;
          const { test } = finding.tested;
          const fixed = (value: boolean) => pages.map(page => holdsWith(rule.where, page.facts, test, value));
          expect(fixed(true)).toEqual(fixed(false));
        }
      }),
      { numRuns: 150 },
    );
  });
});

describe('health', () => {
  const rows: readonly (readonly [string, () => SmallWorld, string, ThemeManifest?])[] = [
    [
      'a page that is gone',
      () =>
        base().placement(
          'p',
          {},
          {
            where: {
              any: [
                { test: 'page', page: 'gone' },
                { test: 'page', page: 'front' },
              ],
            },
          },
        ),
      'page gone p',
    ],
    [
      'a pattern with no page',
      () =>
        base().placement(
          'p',
          {},
          {
            where: {
              any: [
                { test: 'path', pattern: '/nowhere' },
                { test: 'page', page: 'front' },
              ],
            },
          },
        ),
      'pattern without a page p',
    ],
    ['a shared rule that is gone', () => base().placement('p', {}, { follows: ['gone'] }), 'shared rule gone p'],
    [
      'a test that always holds',
      () => base().placement('p', {}, { where: { any: [{ test: 'within', page: 'front' }] } }),
      'test always true p',
    ],
    [
      'a layout without the region',
      () =>
        base().placement(
          'p',
          { target: { kind: 'region', name: 'aside' } },
          {
            where: {
              any: [
                { test: 'page', page: 'front' },
                { test: 'page', page: 'narrow' },
              ],
            },
          },
        ),
      'region missing p',
    ],
    ['a block that no page shows', () => base().block('alone'), 'block unseen alone'],
    ['an inset that is gone', () => base().block('holder', { fields: { body: textHolding('gone') } }), 'inset missing holder'],
    [
      'two notices at one time',
      () => base().placement('p').placement('q', { order: 'a1' }).placement('r', { order: 'a2' }),
      'too many q',
      limitedTheme,
    ],
  ];
  for (const [title, world, finding, manifest] of rows) it(`finds ${title}`, () => expect(kindsOf(world(), manifest)).toContain(finding));

  it('finds when a region is left empty, from when until when', () => {
    const least: ThemeManifest = {
      ...smallTheme,
      regions: smallTheme.regions.map(each => (each.name === 'main' ? { ...each, limits: { least: 1 } } : each)),
    };
    const world = base().placement('p', {}, {}, { from: 60_000, until: 120_000, afterwards: 'nothing' });
    const found = new HealthCheck().check(planOf(world, least), ['en-GB']).findings.filter(each => each.kind === 'too few');
    expect(found.map(each => [each.kind === 'too few' && each.from, each.kind === 'too few' && each.until])).toEqual([
      [0, 60_000],
      [120_000, null],
    ]);
  });

  it('finds nothing wrong with a sound site, and one fault where there is one', () => {
    const sound = () => base().placement('p');
    expect(new HealthCheck().check(planOf(sound()), ['en-GB'])).toEqual(jasmine.objectContaining({ findings: [], isPartial: false }));
    expect(new HealthCheck().check(planOf(sound()), ['en-GB']).computed).toBeGreaterThan(0);
    expect(kindsOf(sound().block('lonely')).map(each => each.split(' ').slice(0, 2).join(' '))).toEqual(['block unseen']);
  });

  it('judges times over all that is ahead, not only until the next publication', () => {
    const local = (text: string) => ({ local: text, zone: 'UTC' });
    const all = [
      { test: 'window', from: local('1970-01-01T00:06'), until: null },
      { test: 'window', from: local('1970-01-01T00:04'), until: local('1970-01-01T00:08') },
    ] as const;
    const world = base().placement('p', {}, { when: { all } }).block('later', {}, { from: 60_000 }).placement('q', { blockId: 'later' });
    expect(kindsOf(world).filter(each => each.startsWith('test never matters'))).toEqual([]);
  });

  it('looks again when the limits of a region change', () => {
    const world = base().placement('p').placement('q', { order: 'a1' });
    const most = (count: number): ThemeManifest => ({
      ...smallTheme,
      regions: smallTheme.regions.map(each => ({ ...each, limits: { most: count } })),
    });
    const expectation = {
      version: 1,
      subject: { kind: 'region', name: 'main' },
      claim: 'at most',
      count: 1,
      where: {},
      who: {},
      when: {},
      reason: '',
    };
    world.add('expectation', 'one', expectation);
    const check = new HealthCheck();
    const broken = (manifest: ThemeManifest) =>
      check.check(planOf(world, manifest), ['en-GB']).findings.some(each => each.kind === 'expectation broken');
    expect([broken(most(2)), broken(most(1)), broken(most(2))]).toEqual([true, false, true]);
  });

  it('looks again only at what a change touches', () => {
    const world = base();
    for (let index = 0; index < 20; index += 1)
      world.placement(`p${index}`, { order: `a${index}` }, { where: { any: [{ test: 'page', page: index % 2 ? 'front' : 'narrow' }] } });
    const check = new HealthCheck();
    const first = check.check(planOf(world), ['en-GB']);
    expect(first.computed).toBe(20);
    expect(check.check(planOf(world), ['en-GB']).computed).toBe(0);
    world.add('placement', 'p3', placementOf({}, { where: { any: [{ test: 'page', page: 'narrow' }] } }));
    expect(check.check(planOf(world), ['en-GB']).computed).toBe(1);
  });
});

function base(): SmallWorld {
  return new SmallWorld().page('front', null).page('narrow', 'front', { layout: 'narrow' }).block('words');
}

function holdsWith(tree: RuleTree<WhereTest>, facts: PageFacts, test: WhereTest, value: boolean): boolean {
  return compileTree(tree, each => (each === test ? () => value : compileWhereTest(each)))(facts);
}
