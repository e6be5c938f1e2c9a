import { isTest, type RuleTree } from '@core/rule/rule';
import type { PageFacts } from '@core/rule/where';
import { instantOf } from '@core/schedule/local-time';
import type { RulesLogic } from 'json-logic-js';

/** What the other engine may know of a page, a moment, and a reader who has not signed in. */
export function logicFacts({ id, lineage, type, topics }: PageFacts, moment: number): object {
  return { page: id, lineage, type, topics, moment, member: false };
}

/** A rule as json-logic-js takes it. */
export function ruleAsLogic(rule: {
  where: RuleTree<{ readonly test: string }>;
  who: RuleTree<{ readonly test: string }>;
  when: RuleTree<{ readonly test: string }>;
}): RulesLogic {
  return { and: [tree(rule.where), tree(rule.who), tree(rule.when)] } as RulesLogic;
}

function tree(node: RuleTree<{ readonly test: string }>): RulesLogic {
  if (isTest(node)) return leaf(node);
  const parts = [...(node.all ?? []).map(tree), ...(node.none ?? []).map(each => ({ '!': [tree(each)] }) as RulesLogic)];
  if (node.any?.length) parts.push({ or: node.any.map(tree) } as RulesLogic);
  return (parts.length === 0 ? true : { and: parts }) as RulesLogic;
}

function leaf(test: { readonly test: string }): RulesLogic {
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- the other engine takes plain JSON
  const { test: kind, ...held } = test as any;
  if (kind === 'page') return { '===': [{ var: 'page' }, held.page] };
  if (kind === 'within') return { in: [held.page, { var: 'lineage' }] };
  if (kind === 'topic') return { in: [held.topic, { var: 'topics' }] };
  if (kind === 'membership') return { var: 'member' } as RulesLogic;
  return { and: [{ '>=': [{ var: 'moment' }, instantOf(held.from)] }, { '<': [{ var: 'moment' }, instantOf(held.until)] }] } as RulesLogic;
}
