import { alwaysHolds, isTest, testsOf, type Rule, type RuleGroup, type RuleTree, type WhereTest } from '../rule/rule';
import { effectiveRule, keepingCopy, type SharedRules } from '../rule/shared-rule';
import { compileWhere, type PageFacts } from '../rule/where';
import { compileWhen } from '../rule/when';
import { compileWho, type ReaderFacts } from '../rule/who';
import type { Instant } from '../schedule/local-time';
import type { PlacementValue } from './placement';
import type { OwnStep } from './resolve';

/** A change of a placement that would turn how it comes out, and how much of it changes. */
export interface Remedy {
  readonly kind:
    | 'switch on'
    | 'switch off'
    | 'add the page'
    | 'take the exception out'
    | 'except the page'
    | 'show to anyone'
    | 'show at any time'
    | 'leave the shared rule';
  /** How many tests, or settings, change. */
  readonly size: number;
  readonly value: PlacementValue;
}

/** From where a remedy is looked for. */
export interface RemedyContext {
  readonly facts: PageFacts;
  readonly reader: ReaderFacts;
  readonly moment: Instant;
  readonly sharedRules: SharedRules;
}

/** The changes that would lift a placement over one step, the smallest first. Steps that are not its own have none. */
export function remediesFor(step: OwnStep, value: PlacementValue, context: RemedyContext): readonly Remedy[] {
  const withRule = (rule: Rule): PlacementValue => ({ ...value, rule });
  const { rule } = value;
  const copy = keepingCopy(rule, context.sharedRules);
  const followed = rule.follows.length;
  const effective = (changed: PlacementValue) => effectiveRule(changed.rule, context.sharedRules);
  switch (step) {
    case 'off':
      return [{ kind: 'switch on', size: 1, value: { ...value, off: false } }];
    case 'where': {
      const own = takingIn(value, rule, context.facts);
      if (compileWhere(effective(own.value).where)(context.facts)) return [own];
      const changed = takingIn(value, copy, context.facts);
      return [{ ...changed, kind: 'leave the shared rule', size: changed.size + followed }];
    }
    case 'who': {
      const own = withRule({ ...rule, who: {} });
      if (compileWho(effective(own).who)(context.reader)) return [{ kind: 'show to anyone', size: testsOf(rule.who).length, value: own }];
      return [{ kind: 'leave the shared rule', size: followed + 1, value: withRule({ ...copy, who: {} }) }];
    }
    case 'when': {
      const own = withRule({ ...rule, when: {} });
      if (compileWhen(effective(own).when)(context.moment))
        return [{ kind: 'show at any time', size: testsOf(rule.when).length, value: own }];
      return [{ kind: 'leave the shared rule', size: followed + 1, value: withRule({ ...copy, when: {} }) }];
    }
    case 'shared rule': {
      // What the rule that is gone asked for is not known, so nothing wider than this page is made of it.
      const page = { test: 'page', page: context.facts.id } as const;
      const where = alwaysHolds(rule.where) ? { any: [page] } : rule.where;
      const size = followed + (where === rule.where ? 0 : 1);
      return [{ kind: 'leave the shared rule', size, value: withRule({ ...rule, where, follows: [] }) }];
    }
    case 'block':
    case 'block readers':
    case 'layout':
      return [];
  }
}

/** The changes that would take a showing placement off one page, the smallest first. */
export function waysOff(value: PlacementValue, facts: PageFacts): readonly Remedy[] {
  const { where } = value.rule;
  const own = { test: 'page', page: facts.id } as const;
  const group: RuleGroup<WhereTest> = isTest(where) ? { any: [where] } : where;
  const narrowed: RuleTree<WhereTest> = { ...group, none: [...(group.none ?? []), own] };
  const named = group.any ?? [];
  const fewer = named.filter(part => !(isTest(part) && part.test === 'page' && part.page === facts.id));
  const isNamedAlone = named.length > fewer.length && fewer.length > 0 && !compileWhere({ ...group, any: fewer })(facts);
  return [
    {
      kind: 'except the page',
      size: 1,
      value: { ...value, rule: { ...value.rule, where: isNamedAlone ? { ...group, any: fewer } : narrowed } },
    },
    { kind: 'switch off', size: 1, value: { ...value, off: true } },
  ];
}

// Exceptions that hold are taken out; where that is not enough, the page is named.
function takingIn(value: PlacementValue, rule: Rule, facts: PageFacts): Remedy {
  const group: RuleGroup<WhereTest> = isTest(rule.where) ? { any: [rule.where] } : rule.where;
  const page = { test: 'page', page: facts.id } as const;
  const set = (where: RuleTree<WhereTest>) => ({ ...value, rule: { ...rule, where } });
  // A rule that leaves out every page has been picked for none: the page is picked, and no other comes with it.
  if ((group.none ?? []).some(isEveryPath)) return { kind: 'add the page', size: 1, value: set({ any: [page] }) };
  const kept = (group.none ?? []).filter(part => !compileWhere(part)(facts));
  const without: RuleGroup<WhereTest> = { ...group, none: kept };
  const removed = (group.none ?? []).length - kept.length;
  if (removed > 0 && compileWhere(without)(facts)) return { kind: 'take the exception out', size: removed, value: set(without) };
  const asksAll = (group.all ?? []).length > 0;
  const named: RuleTree<WhereTest> = asksAll ? { any: [without, page] } : { ...without, any: [...(group.any ?? []), page] };
  return { kind: 'add the page', size: removed + 1, value: set(named) };
}

function isEveryPath(part: RuleTree<WhereTest>): boolean {
  return isTest(part) && part.test === 'path' && ['*', '/*'].includes(part.pattern);
}
