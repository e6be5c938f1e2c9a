import type { EditionDetail } from '@contract/messages';
import { make, Screen } from '../testing/site';
import { ReviewChange } from './review-change';
import { ReviewHistory } from './review-history';

type Change = EditionDetail['changes'][number];
const change = (part: Partial<Change>): Change => ({
  proposalId: 'p1',
  locale: null,
  recordId: 'r1',
  kind: 'block',
  title: 'Lamps',
  isNew: false,
  retires: false,
  value: null,
  headRevisionId: 'h',
  lastAuthor: 'Bea',
  baseMoved: false,
  against: 'live',
  fieldsSinceBegun: null,
  fields: [{ field: 'fields.text', label: 'Message', before: 'a', after: 'b', words: [], text: null, pictures: null, note: '' }],
  effect: { recordId: 'r1', label: 'Changes 2 pages', pages: [], gained: [], lost: [], opens: null, warnings: [], leaves: null },
  ...part,
});
const edition = (part: Partial<EditionDetail> = {}) => ({ author: { id: 'b', name: 'Bea' }, moves: ['approve'], ...part }) as EditionDetail;

describe('ReviewChange', () => {
  const show = async (part: Partial<Change>, of: Partial<EditionDetail> = {}) =>
    new Screen(await make(ReviewChange, { change: change(part), edition: edition(of) }));
  const link = (screen: Screen) => screen.host.querySelector('.touch a')?.getAttribute('href') ?? null;

  it('says what it does to readers, and what changed in words', async () => {
    const screen = await show({});
    expect([screen.text.includes('Changes 2 pages'), screen.host.querySelector('del')!.textContent]).toEqual([true, 'a']);
  });

  it('leads to where its words are written, for kinds that are written anywhere', async () => {
    expect(link(await show({}))).toBe('/blocks/r1?proposal=p1');
  });

  for (const [what, part, of] of [
    ['a kind without a form of its own', { kind: 'placement' }, {}],
    ['what is taken off', { retires: true }, {}],
    ['what is decided', {}, { moves: [] }],
  ] as const)
    it(`leads nowhere for ${what}`, async () => expect(link(await show(part, of as Partial<EditionDetail>))).toBeNull());

  it('compares with what is live, and with what it was begun from where that is something else', async () => {
    const since = { field: 'fields.text', label: 'Message', before: 'begun', after: 'b', words: [], text: null, pictures: null, note: '' };
    const screen = await show({ fieldsSinceBegun: [since], lastAuthor: 'Tomos' });
    const before = () => screen.host.querySelector('del')!.textContent;
    expect([before(), screen.text.includes('last by Tomos')]).toEqual(['a', true]);
    await screen.click('Against what it was begun from');
    expect(before()).toBe('begun');
  });

  it('offers nothing else to compare with where the two are one', async () => expect((await show({})).text).not.toContain('begun from'));
});

describe('ReviewHistory', () => {
  it('tells who did what, with their remarks', async () => {
    const steps = [{ move: 'return', remark: 'Say how to get in touch.', at: 0, by: 'Edwin' }];
    const screen = new Screen(await make(ReviewHistory, { steps }));
    expect(screen.text).toContain('Edwin returned it');
    expect(screen.text).toContain('“Say how to get in touch.”');
  });
  it('says nothing of what has no past', async () => expect(new Screen(await make(ReviewHistory, { steps: [] })).text).toBe(''));
});
