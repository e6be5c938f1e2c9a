import { askableFields } from '../page/askable';
import { pageTypes } from '../page-types/index';
import fc from 'fast-check';
import { picksOf, treeOfPicks, treeOfWhoChoice, whoChoiceOf, type PickExtent, type WherePicks, type WhoChoice } from './picks';
import { everywhere, thisPageOnly, type Rule } from './rule';
import { ruleSentence } from './sentence';

const names = {
  page: (id: string) => id[0]!.toUpperCase() + id.slice(1),
  layout: (name: string) => name,
  membership: () => 'members',
  role: (name: string) => name,
  sharedRule: (id: string) => `Rule ${id}`,
  locale: (tag: string) => tag,
  field: (name: string) => askableFields(pageTypes).get(name) ?? name,
};
const style = { zone: 'Europe/London', locale: 'en-GB', now: Date.parse('2027-03-18T09:40Z') };
const zone = 'Europe/London';

describe('ruleSentence', () => {
  const rows: readonly (readonly [Partial<Rule>, string])[] = [
    [{}, 'Shows on every page, to anyone, until further notice.'],
    [thisPageOnly('here'), 'Shows on this page only, to anyone, until further notice.'],
    [
      { where: { any: [{ test: 'within', page: 'visit' }], none: [{ test: 'page', page: 'skarn' }] } },
      'Shows on Visit and all beneath, but not on Skarn, to anyone, until further notice.',
    ],
    [
      {
        where: {
          any: [
            { test: 'page', page: 'visit' },
            { test: 'type', type: 'event' },
          ],
        },
      },
      'Shows on Visit and every event page, to anyone, until further notice.',
    ],
    [
      {
        where: {
          none: [
            { test: 'page', page: 'join' },
            { test: 'page', page: 'about' },
          ],
        },
      },
      'Shows on every page, but not on Join or About, to anyone, until further notice.',
    ],
    [{ who: { none: [{ test: 'signed in' }] } }, 'Shows on every page, to signed-out readers, until further notice.'],
    [{ who: { any: [{ test: 'membership', membership: 'member' }] } }, 'Shows on every page, to members, until further notice.'],
    [
      { who: { none: [{ test: 'membership', membership: 'member' }] } },
      'Shows on every page, to anyone but members, until further notice.',
    ],
    [
      { when: { all: [{ test: 'window', from: { local: '2027-04-01T06:00', zone }, until: { local: '2028-05-01T00:00', zone } }] } },
      'Shows on every page, to anyone, from 1 April, 06:00 until 30 April 2028.',
    ],
    [
      { when: { all: [{ test: 'recurring', start: '2026-04-01T00:00', end: '2026-09-01T00:00', zone, rule: 'FREQ=YEARLY' }] } },
      'Shows on every page, to anyone, every year from 1 April to 31 August.',
    ],
  ];
  for (const [rule, sentence] of rows) {
    it(`writes “${sentence}”`, () =>
      expect(
        ruleSentence({ ...everywhere, ...rule }, names, style, 'here')
          .map(part => part.text)
          .join(''),
      ).toBe(sentence));
  }
});

describe('picks', () => {
  const extents = fc
    .dictionary(fc.constantFrom('p', 'q', 'r'), fc.constantFrom<PickExtent>('this', 'beneath'))
    .map(each => new Map(Object.entries(each)));

  it('come back from the tree they were written to', () => {
    fc.assert(
      fc.property(fc.constantFrom('only' as const, 'except' as const), extents, extents, (mode, picks, exceptions) => {
        fc.pre(picks.size > 0 || mode === 'only');
        const written: WherePicks = { mode, picks, exceptions: mode === 'only' && picks.size > 0 ? exceptions : new Map(), others: [] };
        expect(picksOf(treeOfPicks(written))).toEqual(written);
      }),
    );
  });

  it('of nothing show nowhere, not everywhere', () =>
    expect(treeOfPicks({ mode: 'only', picks: new Map(), exceptions: new Map(), others: [] })).not.toEqual({}));
  it('are not read from a deeper tree', () => expect(picksOf({ any: [{ all: [{ test: 'front page' }] }] })).toBeNull());

  for (const choice of [
    { kind: 'anyone' },
    { kind: 'signed out' },
    { kind: 'signed in' },
    { kind: 'holders', memberships: ['member'], roles: ['editor'] },
    { kind: 'all but holders', memberships: ['member'], roles: [] },
  ] as readonly WhoChoice[]) {
    it(`read the readers back: ${choice.kind}`, () => expect(whoChoiceOf(treeOfWhoChoice(choice))).toEqual(choice));
  }
});
