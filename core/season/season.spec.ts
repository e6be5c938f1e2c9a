import fc from 'fast-check';
import { kindNamed } from '../kinds/index';
import { z } from 'zod';
import { shippedTypes } from '../registry/registry';
import { everywhere, type Rule, type RuleTree, type WhenTest } from '../rule/rule';
import { effectiveRule, follows, keepingCopy, missingRule, type SharedRules, withDates } from '../rule/shared-rule';
import { whenPhrase } from '../rule/sentence';
import { compileWhen, nextWhenBoundary, openTimeWithin } from '../rule/when';
import { randomSeason, randomWhen } from '../testing/random-rules';
import { isNowhere, isTest } from '../rule/rule';
import { mostAgain, mostDates, ruleOfSeason, rulesWithSeasons } from './season';

const zone = 'Europe/London';
const at = (local: string) => ({ local, zone });
const { id, value: halfTerm } = randomSeason;
const seasons: SharedRules = rulesWithSeasons(new Map(), new Map([[id, halfTerm]]));
const during: Rule = { ...everywhere, when: { all: [{ test: 'season', season: id }] } };
const instant = (text: string) => Date.parse(text);

/** The same tree with each season written out as its dates: what it must come to. */
function writtenOut(tree: RuleTree<WhenTest>): RuleTree<WhenTest> {
  if (isTest(tree)) return tree.test === 'season' ? { any: halfTerm.dates } : tree;
  return Object.fromEntries(Object.entries(tree).map(([name, parts]) => [name, (parts as RuleTree<WhenTest>[]).map(writtenOut)]));
}

describe('a season', () => {
  it('comes to what its dates written into the rule come to, at any moment and over any span', () => {
    const from = instant('2027-01-01T00:00:00Z');
    fc.assert(
      fc.property(randomWhen, fc.integer({ min: 0, max: 500 * 24 * 60 }), (tree, after) => {
        const moment = from + after * 60_000;
        const [named, plain] = [withDates(tree, seasons), writtenOut(tree)];
        const span = { from: moment, until: moment + 200 * 86_400_000 };
        expect(compileWhen(named)(moment)).toBe(compileWhen(plain)(moment));
        expect(nextWhenBoundary(named, moment)).toBe(nextWhenBoundary(plain, moment));
        expect(openTimeWithin(named, span)).toEqual(openTimeWithin(plain, span));
      }),
      { numRuns: 150 },
    );
  });

  it('is taken in by name: the rule keeps it, its sentence says it, and what follows by way of others is known', () => {
    const { when } = effectiveRule(during, seasons);
    expect(openTimeWithin(when, { from: instant('2028-01-01'), until: instant('2029-01-01') })).toEqual([
      { from: instant('2028-05-30T23:00Z'), until: instant('2028-06-04T23:00Z') },
    ]);
    const style = { zone, locale: 'en-GB', now: instant('2027-01-01') };
    expect(whenPhrase(when, style, { sharedRule: () => 'Half-term' })).toBe('during Half-term');
    const shared: SharedRules = new Map([...seasons, ['colony', { version: 1, title: 'C', reason: 'R', rule: during }]]);
    expect(follows({ ...everywhere, follows: ['colony'] }, id, shared)).toBeTrue();
    expect(keepingCopy({ ...everywhere, follows: ['colony'] }, shared).when).toEqual({ all: [{ test: 'season', season: id }] });
  });

  it('that is not live makes a rule hold nowhere, also where it is only an exception', () => {
    for (const when of [during.when, { none: [{ test: 'season', season: id } as const] }]) {
      expect(missingRule({ ...everywhere, when }, new Map())).toBe(id);
      expect(isNowhere(effectiveRule({ ...everywhere, when }, new Map()).where)).toBeTrue();
    }
  });

  it('is looked up as the same rule each time, so that what was compiled stays', () => {
    expect(ruleOfSeason(halfTerm)).toBe(ruleOfSeason(halfTerm));
    expect(effectiveRule(during, seasons)).toBe(effectiveRule(during, seasons));
    expect(rulesWithSeasons(new Map([['a', ruleOfSeason(halfTerm)]]), new Map()).size).toBe(1);
  });

  it('is refused without dates, with too many, with ends before beginnings, or with dates looked up', () => {
    const schema = kindNamed('season').schema(z, shippedTypes);
    const [once, again] = halfTerm.dates;
    const fits = (dates: readonly unknown[]) => schema.safeParse({ ...halfTerm, dates }).success;
    expect(fits(halfTerm.dates)).toBeTrue();
    for (const dates of [
      [],
      Array.from({ length: mostDates + 1 }, () => once),
      Array.from({ length: mostAgain + 1 }, () => again),
      [{ test: 'window', from: at('2027-02-20T00:00'), until: at('2027-02-15T00:00') }],
      [{ test: 'recurring', start: '2027-02-30T00:00', end: '2027-03-02T00:00', zone, rule: 'FREQ=YEARLY' }],
      [{ test: 'season', season: id }],
    ])
      expect(fits(dates)).withContext(JSON.stringify(dates).slice(0, 80)).toBeFalse();
  });
});
