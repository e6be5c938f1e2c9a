import { recurring, type RecurringTest } from '../rule/tests/recurring/test';
import { window, type WindowTest } from '../rule/tests/window/test';
import type { WhenTestKind } from '../rule/tests/test-kind';
import { everywhere } from '../rule/rule';
import type { SharedRules, SharedRuleValue } from '../rule/shared-rule';

/** One date of a season: once, or coming again. */
export type SeasonDate = WindowTest | RecurringTest;

/** A season: dates that are kept once, under a name by which rules ask for them. */
export interface SeasonValue {
  readonly version: 1;
  /** Named as people call it: "Half-term". */
  readonly title: string;
  /** Where the dates come from, or why they are so. */
  readonly reason: string;
  /** It is on whenever one of them is. */
  readonly dates: readonly SeasonDate[];
  /** The calendar elsewhere that they were taken from, and the name of its events there. */
  readonly source?: { readonly address: string; readonly event: string };
}

/** The most dates that a season holds: forty years of ten holidays. */
export const mostDates = 400;

/** The most of them that come again: each is listed by itself wherever time is looked at. */
export const mostAgain = 4;

/** The kind of test that a date of a season is. */
export function kindOfDate({ test }: SeasonDate): WhenTestKind<SeasonDate> {
  return (test === 'window' ? window : recurring) as WhenTestKind<SeasonDate>;
}

const asRules = new WeakMap<SeasonValue, SharedRuleValue>();

/** A season as a rule that says when and nothing else, so that what names it finds it where shared rules are; the same each time. */
export function ruleOfSeason(season: SeasonValue): SharedRuleValue {
  const known = asRules.get(season);
  if (known) return known;
  const { title, reason, dates } = season;
  const made: SharedRuleValue = { version: 1, title, reason, rule: { ...everywhere, when: { any: dates } } };
  asRules.set(season, made);
  return made;
}

const joined = new WeakMap<object, WeakMap<object, SharedRules>>();

/** Shared rules and seasons by id, as rules look for what they name; the same map for the same two. */
export function rulesWithSeasons(rules: SharedRules, seasons: ReadonlyMap<string, SeasonValue>): SharedRules {
  if (seasons.size === 0) return rules;
  const known = joined.get(rules) ?? new WeakMap<object, SharedRules>();
  joined.set(rules, known);
  const made = known.get(seasons) ?? new Map([...rules, ...[...seasons].map(([id, value]) => [id, ruleOfSeason(value)] as const)]);
  known.set(seasons, made);
  return made;
}
