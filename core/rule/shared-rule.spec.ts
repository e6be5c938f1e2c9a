import { everywhere, isNowhere, type Rule } from './rule';
import { effectiveRule, follows, keepingCopy, loopFrom, missingRule, type SharedRuleValue } from './shared-rule';
import { UnknownVersion } from '../versions/upgrade';
import { upgradeRule } from './upgrade';

const sharing = (rule: Partial<Rule>): SharedRuleValue => ({ version: 1, title: 'T', reason: 'R', rule: { ...everywhere, ...rule } });
const members = { test: 'membership', membership: 'member' } as const;
const visit = { test: 'within', page: 'visit' } as const;
const shared = new Map([
  ['a', sharing({ where: visit, follows: ['b'] })],
  ['b', sharing({ who: members })],
  ['round', sharing({ follows: ['there'] })],
  ['there', sharing({ follows: ['round'] })],
]);
const following = (...ids: string[]): Rule => ({ ...everywhere, where: { test: 'type', type: 'event' }, follows: ids });

describe('a rule that follows shared rules', () => {
  it('asks for all that they ask for, however far that goes', () =>
    expect(effectiveRule(following('a'), shared)).toEqual(
      jasmine.objectContaining({ where: { all: [{ test: 'type', type: 'event' }, visit] }, who: members, when: {} }),
    ));
  it('holds nowhere when one of them is not live, and says which', () => {
    expect(isNowhere(effectiveRule(following('a', 'gone'), shared).where)).toBeTrue();
    expect(missingRule(following('a', 'gone'), shared)).toBe('gone');
    expect(missingRule(following('a'), shared)).toBeNull();
  });
  it('holds nowhere in a loop, and names it', () => {
    expect(isNowhere(effectiveRule(following('round'), shared).where)).toBeTrue();
    expect(loopFrom(following('round'), shared)).toEqual(['round', 'there', 'round']);
    expect(loopFrom(following('a'), shared)).toBeNull();
  });
  it('knows what it follows by way of others', () =>
    expect(['a', 'b', 'round'].map(id => follows(following('a'), id, shared))).toEqual([true, true, false]));
  it('keeps a copy that says the same', () => {
    const copy = keepingCopy(following('a'), shared);
    expect({ ...copy, follows: [] }).toEqual({ ...effectiveRule(following('a'), shared), follows: [] });
    expect(copy.follows).toEqual([]);
  });
});

describe('a stored rule of another version', () => {
  it('is brought up to the present one', () =>
    expect(upgradeRule({ version: 1, where: visit, who: {}, when: {} })).toEqual({ ...everywhere, where: visit }));
  it('is refused when the version is not known', () => {
    for (const version of [0, 3, '2', undefined]) expect(() => upgradeRule({ version })).toThrowError(UnknownVersion);
  });
});
