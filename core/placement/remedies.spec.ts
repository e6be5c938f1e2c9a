import { nobody, nowhere, type Rule, type RuleTree, type WhereTest } from '../rule/rule';
import { treeOfWhoChoice, whoChoiceOf } from '../rule/picks';
import { compileWho } from '../rule/who';
import { placementOf, SmallWorld } from '../testing/small-world';
import { pagesReached } from '../reach/reach';
import { remediesFor } from './remedies';

describe('what “Do it” does', () => {
  const snapshot = new SmallWorld().page('front', null).page('visit', 'front').page('tern', 'visit').block('words').at(5);
  const facts = snapshot.pageById.get('tern')!.facts;
  const context = { facts, reader: { signedIn: false, roles: [], memberships: [] }, moment: 5, sharedRules: snapshot.sharedRules };
  const everywhereBut: RuleTree<WhereTest> = { none: [{ test: 'page', page: 'tern' }] };
  const rows: readonly (readonly [what: string, step: 'where' | 'shared rule', rule: Partial<Rule>, pages: readonly string[]])[] = [
    ['shows a rule that holds nowhere on this page only', 'where', { where: nowhere }, ['tern']],
    [
      'shows one whose exception is every path on this page only',
      'where',
      { where: { all: [{ test: 'type', type: 'page' }], none: [{ test: 'path', pattern: '/*' }] } },
      ['tern'],
    ],
    ['takes out an exception and nothing else', 'where', { where: everywhereBut }, ['front', 'visit', 'tern']],
    ['leaves a rule that is gone for this page only', 'shared rule', { follows: ['gone'] }, ['tern']],
    [
      'leaves a rule that is gone where the own words narrow',
      'shared rule',
      { where: { test: 'within', page: 'visit' }, follows: ['gone'] },
      ['visit', 'tern'],
    ],
  ];
  for (const [what, step, rule, pages] of rows)
    it(what, () => {
      const [remedy] = remediesFor(step, placementOf({}, rule), context);
      expect(pagesReached(snapshot, remedy!.value)).toEqual(pages);
    });
});

describe('a who part without anybody chosen', () => {
  it('holds for nobody, and reads back as nobody chosen yet', () => {
    const tree = treeOfWhoChoice({ kind: 'holders', memberships: [], roles: [] });
    expect(tree).toEqual(nobody);
    const holds = compileWho(tree);
    for (const signedIn of [true, false]) expect(holds({ signedIn, roles: ['editor'], memberships: ['member'] })).toBeFalse();
    expect(whoChoiceOf(tree)).toEqual({ kind: 'holders', memberships: [], roles: [] });
  });
});
