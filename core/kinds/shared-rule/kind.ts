import { referencesInRule } from '../../rule/references';
import type { SharedRuleValue } from '../../rule/shared-rule';
import { namedByRules } from '../named-by-rules';
import type { Kind } from '../kind';
import { placement } from '../placement/kind';
import { ruleFaults } from '../rule-faults';
import { told } from '../../tongue/say';
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
  ...namedByRules,
  whereabouts: () => told('shared rule'),
  faults: (_id, value, site) => ruleFaults(value.rule, site, '/rule'),
};
