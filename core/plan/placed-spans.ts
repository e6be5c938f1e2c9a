import type { Ledger } from '../ledger/ledger';
import type { RecordKind } from '../ledger/records';
import type { PlacementValue } from '../placement/placement';
import type { Rule } from '../rule/rule';
import { effectiveRule, idsInRule, missingRule, type SharedRuleValue } from '../rule/shared-rule';
import { holdsInstant, type Interval } from '../schedule/interval';
import { ruleOfSeason, type SeasonValue } from '../season/season';
import { stretchesWithin, type Stretch } from './stretch';

/** A placement over a stretch of time in which neither it nor a rule that it follows changes. */
export interface PlacedSpan extends Stretch<PlacementValue> {
  /** Its rule with all that it follows; holds nowhere where a rule that it follows is not live. */
  readonly rule: Rule;
  /** The rule that it follows and that is not live, or null. */
  readonly missing: string | null;
}

/** What rules name, and what they therefore all rest on: shared rules and seasons. */
export function isNamedByRules(kind: RecordKind | undefined): boolean {
  return kind === 'shared rule' || kind === 'season';
}

/** The stretches of a shared rule, or of a season as the rule that it is to what names it. */
export function stretchesNamed(ledger: Ledger, id: string, chain: readonly string[], span: Interval): readonly Stretch<SharedRuleValue>[] {
  const stretches = stretchesWithin<SharedRuleValue | SeasonValue>(ledger, id, chain, span);
  return stretches.map(each => ('dates' in each.value ? { ...each, value: ruleOfSeason(each.value) } : (each as Stretch<SharedRuleValue>)));
}

/** The stretches of a shared rule or a season. */
export type SharedStretches = (id: string) => readonly Stretch<SharedRuleValue>[];

/** A stretch of a placement cut wherever a rule that it follows changes; the same object each time where it follows none. */
export function placedSpans(stretch: Stretch<PlacementValue>, sharedOf: SharedStretches): readonly PlacedSpan[] {
  return idsInRule(stretch.value.rule).length === 0 ? [plainSpan(stretch)] : spansFollowing(stretch, sharedOf);
}

const plainSpans = new WeakMap<Stretch<PlacementValue>, PlacedSpan>();

function plainSpan(stretch: Stretch<PlacementValue>): PlacedSpan {
  const made = plainSpans.get(stretch) ?? { ...stretch, rule: stretch.value.rule, missing: null };
  plainSpans.set(stretch, made);
  return made;
}

function spansFollowing(stretch: Stretch<PlacementValue>, sharedOf: SharedStretches): readonly PlacedSpan[] {
  const shared = new Map<string, readonly Stretch<SharedRuleValue>[]>();
  const take = (rule: Rule): void => {
    for (const id of idsInRule(rule)) {
      if (shared.has(id)) continue;
      const stretches = sharedOf(id);
      shared.set(id, stretches);
      for (const { value } of stretches) take(value.rule);
    }
  };
  take(stretch.value.rule);
  const cuts = new Set([stretch.from]);
  for (const { from, until } of [...shared.values()].flat())
    for (const at of [from, until]) if (at > stretch.from && at < stretch.until) cuts.add(at);
  const starts = [...cuts].sort((a, b) => a - b);
  return starts.map((from, index) => {
    const live = new Map<string, SharedRuleValue>();
    for (const [id, stretches] of shared) {
      const now = stretches.find(each => holdsInstant(each, from));
      if (now) live.set(id, now.value);
    }
    const { rule } = stretch.value;
    const until = starts[index + 1] ?? stretch.until;
    return { ...stretch, from, until, rule: effectiveRule(rule, live), missing: missingRule(rule, live) };
  });
}
