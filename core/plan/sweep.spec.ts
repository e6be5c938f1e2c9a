import fc from 'fast-check';
import { TooManyClasses } from '../reach/reader-diagrams';
import type { RuleTree, WhenTest } from '../rule/rule';
import { withDates } from '../rule/shared-rule';
import { compileWhen } from '../rule/when';
import { holdsInstant } from '../schedule/interval';
import { ruleOfSeason } from '../season/season';
import { randomSeason, randomWhen } from '../testing/random-rules';
import { smallTheme, SmallWorld } from '../testing/small-world';
import { planWithin, type SitePlan } from './site-plan';
import { standingsIn, type Standing } from './standing';
import { byTimes, sweep, type Found } from './sweep';

const day = 86_400_000;
const start = Date.UTC(2027, 0, 1);
const daily = (from: string, until: string): RuleTree<WhenTest> => ({ test: 'time of day', from, until, zone: 'UTC' });

/** What is open together, and for how long, as "a b: 3 h". */
function sweepOver(world: SmallWorld, days: number, work = () => 0): { said: readonly string[]; isPartial: boolean; judged: number } {
  const plan = planOf(world, days);
  let judged = 0;
  const { found, isPartial } = sweep(plan, {
    pages: plan.universe.everyPage,
    standings: standingsIn(plan, 'main'),
    likeness: () => '',
    cuts: [],
    judge: open => {
      judged += 1;
      return namesOf(open) || 'nothing';
    },
    workOfJudging: work,
  });
  return { said: hoursOf(found, plan), isPartial, judged };
}

const planOf = (world: SmallWorld, days: number): SitePlan =>
  planWithin(world.ledger, { from: start, until: start + days * day }, { locale: 'en-GB', manifest: smallTheme, services: [] });
const namesOf = (open: readonly Standing[]) => open.map(each => each.placed.id).join(' ');
const hoursOf = (found: readonly Found<string>[], { universe }: SitePlan) =>
  found
    .map(({ times, verdict, positions }) => {
      const hours = times.reduce((sum, each) => sum + (each.until - each.from), 0) / 3_600_000;
      return `${positions.map(each => universe.pages[each]!.id).join('+')}: ${verdict}, ${hours} h`;
    })
    .sort();

describe('sweep', () => {
  it('looks once at what is open together, however often that comes', () => {
    const world = new SmallWorld()
      .page('front', null)
      .block('words')
      .placement('a', {}, { when: daily('06:00', '18:00') })
      .placement('b', { order: 'a1' }, { when: daily('12:00', '23:00') });
    const { said, judged } = sweepOver(world, 100);
    expect(said).toEqual(['front: a b, 600 h', 'front: a, 600 h', 'front: b, 500 h', 'front: nothing, 700 h']);
    expect(judged).toBe(4);
  });

  it('finds at every instant what is open then, by rules of any kind', () => {
    fc.assert(
      fc.property(fc.array(randomWhen, { minLength: 1, maxLength: 3 }), whens => {
        const world = new SmallWorld().page('front', null).block('words').add('season', randomSeason.id, randomSeason.value);
        whens.forEach((when, index) => world.placement(`p${index}`, { order: `a${index}` }, { when }));
        const from = Date.parse('2027-03-27T00:00Z');
        const plan = planWithin(world.ledger, { from, until: from + 3 * day }, { locale: 'en-GB', manifest: smallTheme, services: [] });
        const { found } = sweep(plan, {
          pages: plan.universe.everyPage,
          standings: standingsIn(plan, 'main'),
          likeness: () => '',
          cuts: [],
          judge: namesOf,
          workOfJudging: () => 0,
        });
        const seasons = new Map([[randomSeason.id, ruleOfSeason(randomSeason.value)]]);
        const holds = whens.map(when => compileWhen(withDates(when, seasons)));
        for (let step = 0; step < 60; step += 1) {
          const at = from + step * 47 * 60_000;
          const told = found.filter(each => each.times.some(time => holdsInstant(time, at))).map(each => each.verdict);
          expect(told).toEqual([whens.flatMap((_when, index) => (holds[index]!(at) ? `p${index}` : [])).join(' ')]);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('gives up on what tells too many classes of readers apart, and says so', () => {
    const world = new SmallWorld().page('front', null).block('words');
    const plan = planOf(world, 1);
    const asked = { pages: plan.universe.everyPage, standings: [], cuts: [], workOfJudging: () => 0 };
    const tooMany = () => {
      throw new TooManyClasses();
    };
    expect(sweep(plan, { ...asked, likeness: () => '', judge: tooMany }).isPartial).toBeTrue();
    expect(sweep(plan, { ...asked, likeness: tooMany, judge: () => null }).isPartial).toBeTrue();
  });

  it('takes pages together that the same placements decide about, each for its own time', () => {
    const world = new SmallWorld()
      .page('front', null)
      .page('visit', 'front')
      .page('tern', 'visit')
      .page('news', 'front', {}, { from: start + day })
      .block('words')
      .placement('p', {}, { where: { test: 'within', page: 'visit' } }, { from: 0, until: start + day, afterwards: 'nothing' });
    const { said } = sweepOver(world, 2);
    expect(said).toEqual(['front: nothing, 48 h', 'news: nothing, 24 h', 'visit+tern: nothing, 24 h', 'visit+tern: p, 24 h']);
  });

  it('ends early and says so where there is too much to do', () => {
    const world = new SmallWorld()
      .page('front', null)
      .page('visit', 'front')
      .block('words')
      .placement('p', {}, { where: { test: 'page', page: 'visit' } });
    expect(sweepOver(world, 1).isPartial).toBeFalse();
    expect(sweepOver(world, 1, () => 10_000_000).isPartial).toBeTrue();
    for (let index = 0; index < 400; index += 1)
      world.placement(
        `d${index}`,
        { order: `b${index}` },
        { when: daily(`${String(index % 23).padStart(2, '0')}:${String(index % 60).padStart(2, '0')}`, '23:59') },
      );
    expect(sweepOver(world, 366 * 3).isPartial).toBeTrue();
  });

  it('hands on together what is so at the same times', () => {
    const times = [{ from: 0, until: 1 }];
    const found = [
      { times, verdict: 'x', positions: [0] },
      { times, verdict: 'y', positions: [1] },
      { times: [{ from: 0, until: 1 }], verdict: 'z', positions: [2] },
    ];
    expect(byTimes(found).map(each => each.all.map(one => one.verdict))).toEqual([['x', 'y'], ['z']]);
  });
});
