import { checkExpectation } from '@core/expectation/check';
import type { ExpectationValue } from '@core/expectation/expectation';
import { regionFindings } from '@core/health/region-health';
import { planWithin } from '@core/plan/site-plan';
import type { Rule, WhoTest } from '@core/rule/rule';
import { placementOf, smallTheme, SmallWorld } from '@core/testing/small-world';
import type { ThemeManifest } from '@core/theme/manifest';
import type { Row } from './measure';

const day = 86_400_000;
const year = 366 * day;
const start = Date.UTC(2027, 0, 1);
const theme: ThemeManifest = {
  ...smallTheme,
  regions: smallTheme.regions.map(each => ({ ...each, limits: { least: 1, most: 4 } })),
};

/** What stands in one region: how many everywhere, how many on a page of their own, and how each asks. */
interface Shape {
  readonly everywhere: number;
  readonly ownPage: number;
  /** How many open each day, at times of their own. */
  readonly daily: number;
  /** How many groups of readers rules ask for, two at a time. */
  readonly groups: number;
  /** How many of those everywhere come and go within the year. */
  readonly planned: number;
}

const shapes: readonly Shape[] = [
  { everywhere: 20, ownPage: 3_000, daily: 0, groups: 30, planned: 0 },
  { everywhere: 12, ownPage: 3_000, daily: 12, groups: 4, planned: 0 },
  { everywhere: 60, ownPage: 500, daily: 40, groups: 40, planned: 20 },
  { everywhere: 2_000, ownPage: 0, daily: 0, groups: 40, planned: 2_000 },
  { everywhere: 500, ownPage: 1_000, daily: 0, groups: 0, planned: 500 },
  { everywhere: 300, ownPage: 1_000, daily: 100, groups: 60, planned: 200 },
];

/** The longest that an expectation or a region's limits take over a year, of shapes made to be hard. */
export function benchWorstPlan(): readonly Row[] {
  let worst = 0;
  let what = '';
  let partial = 0;
  for (const shape of shapes) {
    const world = worldOf(shape);
    const plan = planWithin(world.ledger, { from: start, until: start + year }, { locale: 'en-GB', manifest: theme, services: [] });
    const region = {
      version: 1,
      subject: { kind: 'region', name: 'main' },
      claim: 'at most',
      count: 3,
      where: {},
      who: {},
      when: {},
      reason: '',
    };
    const blocks = { ...region, subject: { kind: 'type', type: 'rich text' }, claim: 'shows' };
    const questions = {
      'a region that holds at most three': () => checkExpectation(region as ExpectationValue, plan).isPartial,
      'every block of a type shows': () => checkExpectation(blocks as ExpectationValue, plan).isPartial,
      'least and most': () => regionFindings(plan, 'main').isPartial,
    };
    for (const [question, ask] of Object.entries(questions)) {
      const begun = performance.now();
      if (ask()) partial += 1;
      const took = performance.now() - begun;
      if (took > worst) [worst, what] = [took, `${question}: ${JSON.stringify(shape)}`];
    }
  }
  return [
    {
      what: `what is asked about a year, the worst of ${shapes.length * 3} hard ones, ${partial} of them cut short and so called, in seconds (${what})`,
      ratio: worst / 1_000,
      aim: 'at most',
      bound: 1,
    },
  ];
}

function worldOf({ everywhere, ownPage, daily, groups, planned }: Shape): SmallWorld {
  const world = new SmallWorld().page('front', null).block('words');
  for (let index = 0; index < Math.max(ownPage, 200); index += 1) world.page(`page${index}`, 'front');
  const asks = (index: number): WhoTest => ({ test: 'membership', membership: `group ${index % groups}` });
  for (let index = 0; index < everywhere; index += 1) {
    const hour = `${String(index % 24).padStart(2, '0')}:${String(index % 60).padStart(2, '0')}`;
    const rule: Partial<Rule> = {
      ...(groups > 0 && { who: { any: [asks(index), asks(index * 7 + 1)] } }),
      ...(index < daily && { when: { test: 'time of day', from: hour, until: '23:59', zone: 'Europe/London' } }),
    };
    const from = index < planned ? start + Math.round(((index + 1) * year) / (planned + 1)) : 0;
    world.block(`b${index}`).add('placement', `e${index}`, placementOf({ blockId: `b${index}`, order: `a${index}` }, rule), {
      from,
      until: index < planned ? from + 40 * day : null,
    });
  }
  for (let index = 0; index < ownPage; index += 1)
    world
      .block(`o${index}`)
      .placement(`own${index}`, { blockId: `o${index}`, order: `b${index}` }, { where: { test: 'page', page: `page${index}` } });
  return world;
}
