import fc from 'fast-check';
import { planWithin } from '../plan/site-plan';
import type { RuleTree, WhenTest, WhereTest } from '../rule/rule';
import { randomPlacements, worldWith } from '../testing/random-world';
import { smallTheme } from '../testing/small-world';
import type { ThemeManifest } from '../theme/manifest';
import { regionFindings, RegionMemory } from './region-health';

const minute = 60_000;
const theme: ThemeManifest = {
  ...smallTheme,
  regions: smallTheme.regions.map(each => (each.name === 'main' ? { ...each, limits: { most: 2, least: 1 } } : each)),
};
const hour = (from: number): RuleTree<WhenTest> => ({
  test: 'recurring',
  start: `1970-01-01T00:${String(10 + from).padStart(2, '0')}`,
  end: `1970-01-01T00:${String(20 + from).padStart(2, '0')}`,
  zone: 'UTC',
  rule: 'FREQ=HOURLY;COUNT=20',
});
const change = fc.record({
  later: fc.integer({ min: 0, max: 7 }),
  placement: fc.constantFrom('x', 'y', 'z'),
  order: fc.constantFrom('a0', 'a2', 'a5'),
  when: fc.option(fc.integer({ min: 0, max: 30 })),
  where: fc.constantFrom<RuleTree<WhereTest>[]>({}, { test: 'page' as const, page: 'visit' }, { test: 'within' as const, page: 'news' }),
});

describe('region findings', () => {
  it('are the same, kept from one change to the next while the clock runs on, as found anew', () => {
    fc.assert(
      fc.property(randomPlacements, fc.array(change, { minLength: 2, maxLength: 8 }), (placements, changes) => {
        const world = worldWith(placements);
        const memory = new RegionMemory();
        let now = 0;
        for (const { later, placement, order, when, where } of changes) {
          now += later * minute;
          world.placement(placement, { order }, { where, when: when === null ? {} : hour(when) }, { from: now });
          // Nothing turns for long before the end, where what is kept looks a little less far.
          const plan = planWithin(
            world.ledger,
            { from: now, until: now + 2_000 * minute },
            { locale: 'en-GB', manifest: theme, services: [] },
          );
          expect(regionFindings(plan, 'main', memory)).toEqual(regionFindings(plan, 'main'));
        }
      }),
      { numRuns: 150 },
    );
  });
});
