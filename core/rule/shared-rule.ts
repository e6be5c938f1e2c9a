import { allOf, nowhere, type Rule } from './rule';

/** A named rule with its reason, which placements follow. */
export interface SharedRuleValue {
  readonly version: 1;
  /** Named after the use: "Any colony page in nesting season". */
  readonly title: string;
  /** Why it is so, in words. */
  readonly reason: string;
  readonly rule: Rule;
}

/** Shared rules that are live, by id. */
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
  if (rule.follows.length === 0) return rule;
  const parts = rulesFollowed(rule, shared);
  const kept = joined.get(rule) ?? [];
  joined.set(rule, kept);
  const known = kept.find(each => each.parts.length === parts.length && each.parts.every((part, index) => part === parts[index]));
  if (known) return known.rule;
  const isWhole = parts.every(part => part !== undefined) && loopFrom(rule, shared) === null;
  const rules = [rule, ...parts.flatMap(part => (part ? [part.rule] : []))];
  const made: Rule = {
    ...rule,
    where: isWhole ? allOf(rules.map(each => each.where)) : nowhere,
    who: allOf(rules.map(each => each.who)),
    when: allOf(rules.map(each => each.when)),
  };
  kept.unshift({ parts, rule: made });
  kept.length = Math.min(kept.length, mostJoined);
  return made;
}

/** The first rule on the way that is followed but not live, or null. */
export function missingRule(rule: Rule, shared: SharedRules): string | null {
  const seen = new Set<string>();
  const search = (ids: readonly string[]): string | null => {
    for (const id of ids) {
      if (seen.has(id)) continue;
      seen.add(id);
      const value = shared.get(id);
      const missing = value ? search(value.rule.follows) : id;
      if (missing !== null) return missing;
    }
    return null;
  };
  return search(rule.follows);
}

/** Whether a rule follows a shared rule, itself or by way of others. */
export function follows(rule: Rule, id: string, shared: SharedRules): boolean {
  const seen = new Set<string>();
  const reaches = (each: Rule): boolean =>
    each.follows.some(next => {
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

function rulesFollowed(rule: Rule, shared: SharedRules): readonly (SharedRuleValue | undefined)[] {
  const seen = new Set<string>();
  const found: (SharedRuleValue | undefined)[] = [];
  const visit = (ids: readonly string[]): void => {
    for (const id of ids) {
      if (seen.has(id)) continue;
      seen.add(id);
      const value = shared.get(id);
      found.push(value);
      visit(value?.rule.follows ?? []);
    }
  };
  visit(rule.follows);
  return found;
}

/** A rule that follows nothing any more and says itself all that the rules it followed said. */
export function keepingCopy(rule: Rule, shared: SharedRules): Rule {
  return { ...effectiveRule(rule, shared), follows: [] };
}
