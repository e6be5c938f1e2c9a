import { breachWords, expectationSentence, type ExpectationNames } from '../expectation/words';
import type { ExpectationValue } from '../expectation/expectation';
import { lifeSentence } from '../reach/life';
import { everywhere } from '../rule/rule';
import type { Finding } from './finding';
import { findingWords, type FindingNames } from './words';

const named: ExpectationNames = {
  page: id => `Page ${id}`,
  layout: name => name,
  membership: () => 'members',
  role: name => `${name}s`,
  sharedRule: id => `Rule ${id}`,
  locale: tag => tag,
  field: name => name,
  block: id => `Block ${id}`,
  region: name => name,
  placement: id => `Placement ${id}`,
  blockType: name => name,
};
const names: FindingNames = { ...named, record: id => `Record ${id}`, expectation: id => `Expectation ${id}.` };
const style = { zone: 'Europe/London', locale: 'en-GB', now: Date.parse('2027-03-18T09:40Z') };
const later = Date.parse('2027-04-01T00:00+01:00');
const anyone = { signedIn: false, roles: [], memberships: [] };
const member = { signedIn: true, roles: ['editor'], memberships: ['member'] };
const expecting = (part: Partial<ExpectationValue>): ExpectationValue => ({
  version: 1,
  subject: { kind: 'blocks', blockIds: ['a'] },
  claim: 'shows',
  count: 1,
  where: {},
  who: {},
  when: {},
  reason: '',
  ...part,
});

describe('expectationSentence', () => {
  const rows: readonly (readonly [Partial<ExpectationValue>, string])[] = [
    [{}, '“Block a” shows on every page, to anyone, at any time.'],
    [
      {
        subject: { kind: 'blocks', blockIds: ['a', 'b'] },
        claim: 'does not show',
        who: { any: [{ test: 'membership', membership: 'm' }] },
      },
      '“Block a” or “Block b” do not show on every page, to members, at any time.',
    ],
    [{ subject: { kind: 'type', type: 'notice' }, claim: 'does not show' }, 'No notice shows on every page, to anyone, at any time.'],
    [
      { subject: { kind: 'region', name: 'notice strip' }, claim: 'at most', where: { any: [{ test: 'within', page: 'visit' }] } },
      'Notice strip never holds more than one on Page visit and all beneath, to anyone, at any time.',
    ],
    [{ subject: { kind: 'region', name: 'main' }, claim: 'at least' }, 'Main never is empty on every page, to anyone, at any time.'],
    [{ claim: 'at most', count: 3 }, '“Block a” never holds more than 3 on every page, to anyone, at any time.'],
  ];
  for (const [part, words] of rows)
    it(`says “${words}”`, () =>
      expect(
        expectationSentence(expecting(part), named, style)
          .map(each => each.text)
          .join(''),
      ).toBe(words));
});

describe('breachWords', () => {
  const page = { path: '/visit', written: null } as never;
  it('names what, where, to whom and when', () => {
    const breach = { from: style.now, until: later, reader: anyone, pages: [page], blockIds: ['a'] };
    expect(breachWords(expecting({}), breach, named, style)).toBe(
      '“Block a” does not show on /visit, to signed-out readers, now until 31 March.',
    );
    expect(
      breachWords(
        expecting({ claim: 'does not show' }),
        { ...breach, reader: member, from: later, until: null, pages: [page, page] },
        named,
        style,
      ),
    ).toBe('“Block a” shows on 2 pages, to members and editors, from 1 April.');
  });
});

describe('findingWords', () => {
  const base = { recordId: 'r', recordKind: 'placement', pageId: null } as const;
  const time = { pageCount: 2, from: later, until: null, reader: anyone };
  const rows: readonly (readonly [Finding, string])[] = [
    [{ ...base, kind: 'never shows', cause: 'time' }, '“Record r” never shows: its time is over.'],
    [{ ...base, kind: 'page gone', page: 'x' }, 'The rule of “Record r” names “Page x”, which is gone.'],
    [
      { ...base, kind: 'shared rule gone', rule: 'x' },
      '“Record r” follows the shared rule “Rule x”, which is not live, and so shows nowhere.',
    ],
    [{ ...base, kind: 'pattern without a page', pattern: '/x' }, 'In the rule of “Record r”, no page is at /x.'],
    [
      { ...base, kind: 'test never matters', tested: { part: 'where', test: { test: 'page', page: 'x' } } },
      'In the rule of “Record r”, “Page x” changes nothing.',
    ],
    [
      { ...base, kind: 'test always true', tested: { part: 'who', test: { test: 'signed in' } } },
      'In the rule of “Record r”, “signed-in readers” always holds.',
    ],
    [{ ...base, kind: 'region missing', region: 'aside', pageCount: 1 }, '“Record r” is meant for 1 page whose layout has no aside.'],
    [{ ...base, kind: 'block unseen' }, 'No page shows “Record r”, now or in the year ahead.'],
    [
      { ...base, kind: 'too many', region: 'strip', most: 1, placements: ['a', 'b'], ...time },
      'Strip holds more than 1 on 2 pages, from 1 April, for signed-out readers: “Placement a” and “Placement b”.',
    ],
    [
      { ...base, kind: 'too few', region: 'main', least: 1, ...time, until: later + 86_400_000 },
      'Main holds fewer than 1 on 2 pages, from 1 April until 1 April, for signed-out readers.',
    ],
    [{ ...base, kind: 'inset missing', blockId: 'b' }, 'The text of “Record r” holds “Block b”, which readers do not see.'],
    [{ ...base, kind: 'inset loop', blockIds: ['a', 'b', 'a'] }, '“Block a” and “Block b” hold one another in a loop.'],
    [{ ...base, kind: 'expectation broken', pageCount: 3, from: later }, 'Not kept from 1 April, on 3 pages: Expectation r.'],
  ];
  for (const [finding, sentence] of rows)
    it(`puts “${finding.kind}” into words, and says what to do`, () => {
      const words = findingWords(finding, names, style);
      expect(words.sentence).toBe(sentence);
      expect(words.remedy).toMatch(/^[A-Z].*\.$/);
    });
});

describe('lifeSentence', () => {
  const zone = 'Europe/London';
  const local = (text: string) => ({ local: text, zone });
  const season = { test: 'recurring', start: '2026-04-01T00:00', end: '2026-09-01T00:00', rule: 'FREQ=YEARLY', zone } as const;
  const rows: readonly (readonly [object, number, string])[] = [
    [{}, 14, '14 pages now'],
    [{}, 0, 'none at any time'],
    [{ all: [season] }, 14, 'none now, 14 pages from 1 April, none from 1 September'],
    [{ all: [{ test: 'window', from: null, until: local('2027-04-01T00:00') }] }, 1, '1 page now, none from 1 April'],
    [{ all: [{ test: 'window', from: null, until: local('2027-03-01T00:00') }] }, 1, 'none any more'],
  ];
  for (const [when, pages, words] of rows)
    it(`says “${words}”`, () => expect(lifeSentence({ ...everywhere, when }, pages, style.now, style)).toBe(words));
});
