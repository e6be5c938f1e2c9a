import type { PlacementValue } from '../placement/placement';
import type { Rule } from '../rule/rule';
import { effectiveRule, missingRule, type SharedRuleValue } from '../rule/shared-rule';
import { holdsInstant } from '../schedule/interval';
import type { Stretch } from './stretch';

/** A placement over a stretch of time in which neither it nor a rule that it follows changes. */
export interface PlacedSpan extends Stretch<PlacementValue> {
  /** Its rule with all that it follows; holds nowhere where a rule that it follows is not live. */
  readonly rule: Rule;
  /** The rule that it follows and that is not live, or null. */
  readonly missing: string | null;
}

/** The stretches of a shared rule. */
export type SharedStretches = (id: string) => readonly Stretch<SharedRuleValue>[];

/** A stretch of a placement cut wherever a rule that it follows changes; the same object each time where it follows none. */
export function placedSpans(stretch: Stretch<PlacementValue>, sharedOf: SharedStretches): readonly PlacedSpan[] {
  return stretch.value.rule.follows.length === 0 ? [plainSpan(stretch)] : spansFollowing(stretch, sharedOf);
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
    for (const id of rule.follows) {
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
