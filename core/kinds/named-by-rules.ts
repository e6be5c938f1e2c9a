import type { FieldFault } from '../fields/field';
import { quoted } from '../format/moment';
import { pagesWith, placedFollowing } from '../plan/presence';
import { either, emptySet } from '../reach/bit-set';
import { governedBy } from '../reach/governed';
import { pagesReached } from '../reach/reach';
import { idsInRule } from '../rule/shared-rule';
import { say } from '../tongue/say';
import type { Kind, KindSite } from './kind';
import { sharedRuleEffect } from './shared-rule/effect';

/** What is declared alike of what rules name, shared rules and seasons: readers notice it wherever something follows it. */
export const namedByRules: Pick<Kind<unknown>, 'effect' | 'pagesToSee' | 'pagesChanged' | 'pagesAt' | 'faultsOfTakingOff'> = {
  effect: sharedRuleEffect,
  pagesToSee: (id, _value, snapshot) => governedBy(snapshot, id).flatMap(each => pagesReached(snapshot, each.value)),
  pagesChanged: () => [],
  pagesAt: (id, plan, moment) =>
    placedFollowing(plan, id, moment).reduce((some, each) => either(some, pagesWith(plan, each, moment)), emptySet(plan.universe.size)),
  faultsOfTakingOff: followerFaults,
};

// What names one that is gone would hold nowhere.
function followerFaults(id: string, { snapshot, names }: KindSite): readonly FieldFault[] {
  const followers = [
    ...snapshot.placements.filter(each => idsInRule(each.value.rule).includes(id)).map(each => names.block(each.value.blockId)),
    ...[...snapshot.sharedRules.values()].filter(each => idsInRule(each.rule).includes(id)).map(each => each.title),
  ];
  if (followers.length === 0) return [];
  const some = followers.slice(0, 5).map(each => quoted(each));
  return [
    {
      pointer: '',
      detail:
        followers.length === 1
          ? say`${some.join(', ')} still follows it. Name what takes its place, or let it leave it, in the same step.`
          : say`${some.join(', ')}${followers.length > 5 ? say` and ${followers.length - 5} more` : ''} still follow it. Name what takes its place, or let them leave it, in the same step.`,
    },
  ];
}
