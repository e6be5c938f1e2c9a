import { pagesWith, placedFollowing } from '../../plan/presence';
import { either, emptySet } from '../../reach/bit-set';
import { governedBy } from '../../reach/governed';
import { pagesReached } from '../../reach/reach';
import { referencesInRule } from '../../rule/references';
import type { SharedRuleValue } from '../../rule/shared-rule';
import { followerFaults } from '../followers';
import type { Kind } from '../kind';
import { placement } from '../placement/kind';
import { ruleFaults } from '../rule-faults';
import { told } from '../../tongue/say';
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
