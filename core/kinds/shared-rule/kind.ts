import { quoted } from '../../format/moment';
import { pagesWith, placedFollowing } from '../../plan/presence';
import { either, emptySet } from '../../reach/bit-set';
import { governedBy } from '../../reach/governed';
import { pagesReached } from '../../reach/reach';
import { referencesInRule } from '../../rule/references';
import type { SharedRuleValue } from '../../rule/shared-rule';
import type { Kind, KindSite } from '../kind';
import { placement } from '../placement/kind';
import { ruleFaults } from '../rule-faults';
import { say, told } from '../../tongue/say';
import { sharedRuleEffect } from './effect';
import { sharedRuleSchema } from './schema';

/** A shared rule: a named rule, with its reason, which placements follow. */
export const sharedRule: Kind<SharedRuleValue> = {
  name: 'shared rule',
  rights: {
    write: ['manager', 'administrator'],
    review: ['editor', 'administrator'],
    publish: ['administrator'],
  },
  schema: sharedRuleSchema,
  title: value => value.title,
  ownFields: {
    title: { label: 'Title', isProse: true },
    reason: { label: 'Because', isProse: true },
    rule: placement.ownFields['rule']!,
  },
  references: value => referencesInRule(value.rule, '/rule'),
  words: value => value.reason,
  found: (_id, value) => ({ detail: value.reason, pageId: null }),
  effect: sharedRuleEffect,
  pagesToSee: (id, _value, snapshot) => governedBy(snapshot, id).flatMap(each => pagesReached(snapshot, each.value)),
  pagesChanged: () => [],
  pagesAt: (id, plan, moment) =>
    placedFollowing(plan, id, moment).reduce((some, each) => either(some, pagesWith(plan, each, moment)), emptySet(plan.universe.size)),
  whereabouts: () => told('shared rule'),
  faults: (_id, value, site) => ruleFaults(value.rule, site, '/rule'),
  faultsOfTakingOff: followerFaults,
};

// What follows a rule that is gone would hold nowhere.
function followerFaults(id: string, { snapshot, names }: KindSite) {
  const followers = [
    ...snapshot.placements.filter(each => each.value.rule.follows.includes(id)).map(each => names.block(each.value.blockId)),
    ...[...snapshot.sharedRules.values()].filter(each => each.rule.follows.includes(id)).map(each => each.title),
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
