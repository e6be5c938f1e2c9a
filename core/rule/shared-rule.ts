import { allOf, isTest, nowhere, testsOf, type Rule, type RuleTree, type WhenTest } from './rule';
import type { SeasonTest } from './tests/season/test';

/** A named rule with its reason, which placements follow. */
export interface SharedRuleValue {
  readonly version: 1;
  /** Named after the use: "Any colony page in nesting season". */
  readonly title: string;
  /** Why it is so, in words. */
  readonly reason: string;
  readonly rule: Rule;
}

/** Shared rules that are live, and named seasons as rules that say nothing but when, by id. */
export type SharedRules = ReadonlyMap<string, SharedRuleValue>;

interface Joined {
  readonly parts: readonly (SharedRuleValue | undefined)[];
  readonly rule: Rule;
}

/** How many ways in which a rule was joined are kept: as the shared rules are, were and will be. */
const mostJoined = 8;
const joined = new WeakMap<Rule, Joined[]>();

/**
 * A rule with all that it follows taken in, however far that goes. One that follows a rule which is not live holds nowhere:
 * showing it everywhere instead would be the worse mistake. Loops are refused when rules are saved, and hold nowhere too.
 */
export function effectiveRule(rule: Rule, shared: SharedRules): Rule {
  const named = idsInRule(rule);
  if (named.length === 0) return rule;
  const parts = rulesNamed(rule, shared);
  const kept = joined.get(rule) ?? [];
  joined.set(rule, kept);
  const known = kept.find(each => each.parts.length === parts.length && each.parts.every((part, index) => part === parts[index]));
  if (known) return known.rule;
  const isWhole = parts.every(part => part !== undefined) && loopFrom(rule, shared) === null;
  const whole = joinedRule(rule, shared);
  const made: Rule = { ...whole, where: isWhole ? whole.where : nowhere, when: withDates(whole.when, shared) };
  kept.unshift({ parts, rule: made });
  kept.length = Math.min(kept.length, mostJoined);
  return made;
}

// Seasons stay names in it: what is left of the rules that are followed is their own three parts.
function joinedRule(rule: Rule, shared: SharedRules): Rule {
  const rules = [rule, ...rulesFollowed(rule, shared)];
  return {
    ...rule,
    where: allOf(rules.map(each => each.where)),
    who: allOf(rules.map(each => each.who)),
    when: allOf(rules.map(each => each.when)),
  };
}

const namedBy = new WeakMap<Rule, readonly string[]>();

/** The shared rules that a rule follows and the seasons that it asks for, itself. */
export function idsInRule(rule: Rule): readonly string[] {
  const known = namedBy.get(rule);
  if (known) return known;
  const made = [...rule.follows, ...seasonsIn(rule.when)];
  namedBy.set(rule, made);
  return made;
}

/** The seasons that a when part asks for. */
export function seasonsIn(when: RuleTree<WhenTest>): readonly string[] {
  return testsOf(when).flatMap(each => (each.test === 'season' ? [each.season] : []));
}

const dated = new WeakMap<SharedRuleValue, SeasonTest>();

/** A when part in which every season has its dates. One that is not live has none, and is never on. */
export function withDates(when: RuleTree<WhenTest>, shared: SharedRules): RuleTree<WhenTest> {
  if (seasonsIn(when).length === 0) return when;
  if (!isTest(when)) {
    const parts = (each: readonly RuleTree<WhenTest>[]) => each.map(part => withDates(part, shared));
    return Object.fromEntries(Object.entries(when).map(([name, each]) => [name, parts(each as readonly RuleTree<WhenTest>[])]));
  }
  const { season } = when as SeasonTest;
  const rule = shared.get(season);
  if (!rule) return when;
  const known = dated.get(rule);
  if (known?.season === season) return known;
  const made: SeasonTest = {
    test: 'season',
    season,
    dates: testsOf(rule.rule.when).filter(each => each.test !== 'season') as SeasonTest['dates'],
  };
  dated.set(rule, made);
  return made;
}

/** The first rule or season on the way that is named but not live, or null. */
export function missingRule(rule: Rule, shared: SharedRules): string | null {
  const seen = new Set<string>();
  const search = (ids: readonly string[]): string | null => {
    for (const id of ids) {
      if (seen.has(id)) continue;
      seen.add(id);
      const value = shared.get(id);
      const missing = value ? search(idsInRule(value.rule)) : id;
      if (missing !== null) return missing;
    }
    return null;
  };
  return search(idsInRule(rule));
}

/** Whether a rule follows a shared rule, or asks for a season, itself or by way of others. */
export function follows(rule: Rule, id: string, shared: SharedRules): boolean {
  const seen = new Set<string>();
  const reaches = (each: Rule): boolean =>
    idsInRule(each).some(next => {
      if (next === id) return true;
      if (seen.has(next)) return false;
      seen.add(next);
      const value = shared.get(next);
      return value !== undefined && reaches(value.rule);
    });
  return reaches(rule);
}

/** The ids of a loop among the rules that one leads to, first and last the same, or null when there is none. */
export function loopFrom(rule: Rule, shared: SharedRules): readonly string[] | null {
  const done = new Set<string>();
  const walk = (ids: readonly string[], way: readonly string[]): readonly string[] | null => {
    for (const id of ids) {
      const at = way.indexOf(id);
      if (at >= 0) return [...way.slice(at), id];
      if (done.has(id)) continue;
      const found = walk(shared.get(id)?.rule.follows ?? [], [...way, id]);
      if (found) return found;
      done.add(id);
    }
    return null;
  };
  return walk(rule.follows, []);
}

function rulesFollowed(rule: Rule, shared: SharedRules): readonly Rule[] {
  return everyNamed(rule, shared, each => each.follows).flatMap(part => (part ? [part.rule] : []));
}

function rulesNamed(rule: Rule, shared: SharedRules): readonly (SharedRuleValue | undefined)[] {
  return everyNamed(rule, shared, idsInRule);
}

function everyNamed(rule: Rule, shared: SharedRules, namesOf: (rule: Rule) => readonly string[]): readonly (SharedRuleValue | undefined)[] {
  const seen = new Set<string>();
  const found: (SharedRuleValue | undefined)[] = [];
  const visit = (ids: readonly string[]): void => {
    for (const id of ids) {
      if (seen.has(id)) continue;
      seen.add(id);
      const value = shared.get(id);
      found.push(value);
      if (value) visit(namesOf(value.rule));
    }
  };
  visit(namesOf(rule));
  return found;
}

/** A rule that follows nothing any more and says itself all that the rules it followed said. */
export function keepingCopy(rule: Rule, shared: SharedRules): Rule {
  const isWhole = missingRule({ ...rule, when: {} }, shared) === null && loopFrom(rule, shared) === null;
  const { where, ...rest } = joinedRule(rule, shared);
  return { ...rest, where: isWhole ? where : nowhere, follows: [] };
}
