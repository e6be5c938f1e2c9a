import fc from 'fast-check';
import jsonLogic, { type RulesLogic } from 'json-logic-js';
import { randomPage, randomReader, randomWhere, randomWho } from '../testing/random-rules';
import { isTest, type RuleTree, type WhereTest, type WhoTest } from './rule';
import { compileWhere } from './where';
import { compileWho } from './who';

// json-logic-js takes "in" on a string as a part of it and gives undefined for empty lists, so both are spelt out.
function toLogic<Test extends { readonly test: string }>(tree: RuleTree<Test>, ofTest: (test: Test) => RulesLogic): RulesLogic {
  if (isTest(tree)) return ofTest(tree);
  const parts = [
    ...(tree.all ?? []).map(part => toLogic(part, ofTest)),
    ...(tree.none ?? []).map(part => ({ '!': [toLogic(part, ofTest)] }) as RulesLogic),
  ];
  if (tree.any && tree.any.length > 0) parts.push({ or: tree.any.map(part => toLogic(part, ofTest)) } as RulesLogic);
  return (parts.length === 0 ? true : { and: parts }) as RulesLogic;
}

function whereLogic(test: WhereTest): RulesLogic {
  switch (test.test) {
    case 'page':
      return { '===': [{ var: 'id' }, test.page] };
    case 'within':
      return { in: [test.page, { var: 'lineage' }] };
    case 'menu item':
      return { in: [test.page, { var: 'menuItems' }] };
    case 'type':
      return { and: [{ '===': [{ var: 'service' }, null] }, { '===': [{ var: 'type' }, test.type] }] };
    case 'topic':
      return { in: [test.topic, { var: 'topics' }] };
    case 'layout':
      return { '===': [{ var: 'layout' }, test.layout] };
    case 'front page':
      return { '===': [{ var: 'isFrontPage' }, true] };
    case 'service page':
      return test.service === undefined ? { '!==': [{ var: 'service' }, null] } : { '===': [{ var: 'service' }, test.service] };
    case 'locale':
      return { '===': [{ var: 'locale' }, test.locale] };
    case 'query':
      return test.value === null
        ? { '!==': [{ var: `query.${test.name}` }, null] }
        : { '===': [{ var: `query.${test.name}` }, test.value] };
    case 'path':
    case 'field':
      throw new RangeError('json-logic-js has no such operator');
  }
}

function whoLogic(test: WhoTest): RulesLogic {
  switch (test.test) {
    case 'signed in':
      return { '===': [{ var: 'signedIn' }, true] };
    case 'role':
      return { in: [test.role, { var: 'roles' }] };
    case 'membership':
      return { in: [test.membership, { var: 'memberships' }] };
  }
}

describe('rules over whole vantages', () => {
  it('agree with json-logic-js about pages', () => {
    fc.assert(
      fc.property(
        randomWhere,
        randomPage,
        (tree, page) => compileWhere(tree)(page) === Boolean(jsonLogic.apply(toLogic(tree, whereLogic), page)),
      ),
      { numRuns: 3000 },
    );
  });

  it('agree with json-logic-js about readers', () => {
    fc.assert(
      fc.property(
        randomWho,
        randomReader,
        (tree, reader) => compileWho(tree)(reader) === Boolean(jsonLogic.apply(toLogic(tree, whoLogic), reader)),
      ),
      { numRuns: 2000 },
    );
  });
});
