import { recordKinds } from '../kinds/index';
import { roles, type Role } from '../kinds/kind';
import { actNamed, actNames, type ActName } from './acts';
import { grantsOver, wholeGrant, type Grant, type Written } from './grants';
import { judgeAct, rolesThatMay, type ActFacts } from './judge-act';

const page: Written = { kind: 'page', locale: 'en-GB', isBase: true };
const block: Written = { ...page, kind: 'block' };
const rule: Written = { ...page, kind: 'shared rule' };
const held = (role: Role, sections: readonly string[] = [], locales: readonly string[] = []): Grant => ({ role, sections, locales });

describe('judgeAct', () => {
  const inDunes = () => [['dunes', 'visit', 'front']];
  const rows: readonly (readonly [what: string, act: ActName, facts: ActFacts, outcome: string])[] = [
    ['a writer on a page', 'write', { grants: [held('writer')], written: [page] }, 'may'],
    ['a writer on a shared rule', 'write', { grants: [held('writer')], written: [rule] }, 'role'],
    ['a translator on a page in its own language', 'write', { grants: [held('translator')], written: [page] }, 'role'],
    ['an editor of Welsh on English', 'write', { grants: [held('editor', [], ['cy'])], written: [page] }, 'locale'],
    ['a manager of a section on the site', 'change the site', { grants: [held('manager', ['visit'])] }, 'section'],
    ['a manager of a section and one everywhere', 'change the site', { grants: [held('manager', ['visit']), held('manager')] }, 'may'],
    ['an editor', 'change people', { grants: [held('editor')] }, 'role'],
    ['what lies in one’s section', 'delete for good', { grants: [held('manager', ['visit'])], written: [block], reaches: inDunes }, 'may'],
    ['what lies elsewhere', 'delete for good', { grants: [held('manager', ['about'])], written: [block], reaches: inDunes }, 'section'],
    ['what one made oneself', 'arrange an edition', { grants: [held('writer')], written: [page], isOwn: true }, 'may'],
    ['what somebody else made', 'arrange an edition', { grants: [held('writer')], written: [page] }, 'role'],
    [
      'two kinds by two roles',
      'arrange an edition',
      { grants: [held('editor', ['visit']), held('manager')], written: [page, { ...page, kind: 'expectation' }] },
      'may',
    ],
    ['nothing held', 'write', { grants: [], written: [page] }, 'role'],
  ];
  for (const [what, act, facts, expected] of rows)
    it(`${act}, ${what}: ${expected}`, () => {
      const outcome = judgeAct(act, facts);
      expect(outcome.may ? 'may' : outcome.lacks).toBe(expected);
    });

  it('asks where something reaches only of those who are bounded, and only where the act needs it', () => {
    const reaches = jasmine.createSpy().and.returnValue([]);
    judgeAct('delete for good', { grants: [held('manager')], written: [page], reaches });
    judgeAct('take over', { grants: [held('manager', ['visit'])], written: [page], reaches });
    expect(reaches).not.toHaveBeenCalled();
  });

  it('says of each role what the table says, for every act on every kind', () => {
    for (const name of actNames)
      for (const kind of recordKinds)
        for (const role of roles) {
          const written = actNamed(name).over === 'site' ? [] : [{ ...page, kind }];
          const listed = rolesThatMay(name, written).includes(role);
          expect(judgeAct(name, { grants: [wholeGrant(role)], written }).may)
            .withContext(`${name}, ${kind}, ${role}`)
            .toBe(listed);
        }
  });

  it('lets no writer or translator publish or decide over any kind', () => {
    for (const kind of recordKinds)
      for (const isBase of [true, false])
        for (const right of ['review', 'publish'] as const)
          expect(grantsOver([wholeGrant('writer'), wholeGrant('translator')], right, { kind, locale: 'cy', isBase })).toEqual([]);
  });
});
