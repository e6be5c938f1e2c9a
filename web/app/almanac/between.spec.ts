import type { BetweenOnPage, BetweenOnPageWish, BetweenRow, SettingBetween } from '@contract/between';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { BetweenWorkspace } from './between';

const none = { count: 0, first: [] };
const row = (part: Partial<BetweenRow>): BetweenRow => ({
  recordId: 'r',
  kind: 'placement',
  title: 'Storm warning',
  what: 'shows otherwise',
  fields: [],
  gained: none,
  lost: none,
  ...part,
});

const part = { placementId: 'p', recordId: 'b', fields: [] };
const onPage: BetweenOnPage = {
  title: 'Visit',
  isThere: { before: true, after: false },
  parts: [
    { ...part, title: 'Moths', what: 'comes', place: 'Main', why: '' },
    { ...part, recordId: 'c', title: 'Dogs', what: 'goes', place: 'Aside', why: 'This placement expired.' },
  ],
  settings: [],
};

describe('BetweenWorkspace', () => {
  const asked: unknown[] = [];
  let settings: readonly SettingBetween[] = [];
  beforeEach(() => (settings = []));
  const open = async (inputs: Record<string, string>, rows: readonly BetweenRow[] = []) => {
    asked.length = 0;
    const readBetween = (...given: never[]) => (asked.push(given), of({ rows, count: rows.length, settings }));
    const readBetweenOnPage = (wish: BetweenOnPageWish) => (asked.push(wish), of(onPage));
    const screen = new Screen(await make(BetweenWorkspace, inputs, { readBetween, readBetweenOnPage }));
    await screen.settle();
    return screen;
  };

  it('looks from now to three days later unless its address says otherwise, by the clocks of the place', async () => {
    await open({});
    expect(asked).toEqual([[Date.parse('2027-03-18T09:40Z'), Date.parse('2027-03-21T09:40Z'), undefined]]);
  });

  it('takes two moments from its address', async () => {
    await open({ from: '2027-03-27T09:00', until: '2027-03-29T09:00' });
    expect(asked).toEqual([[Date.parse('2027-03-27T09:00Z'), Date.parse('2027-03-29T08:00Z'), undefined]]);
  });

  it('tells where something shows and shows no more, with a look before and after', async () => {
    const lost = { count: 7, first: [{ id: 'visit', title: 'Visit' }] };
    const screen = await open({}, [row({ lost }), row({ recordId: 's', title: 'Moths', what: 'comes', gained: lost })]);
    expect(screen.text).toContain('no more on Visit and 6 more');
    expect(screen.text).toContain('shows on Visit and 6 more');
    const looks = [...screen.host.querySelectorAll('a')].filter(each => each.textContent!.trim() === 'Look after');
    expect(looks.map(each => each.getAttribute('href'))).toEqual([
      '/arrange?page=visit&at=2027-03-21T09:40',
      '/arrange?page=visit&at=2027-03-21T09:40',
    ]);
  });

  it('says that nothing is different, and asks for moments in order', async () => {
    expect((await open({})).text).toContain('are alike');
  });

  it('asks for moments in order', async () => {
    const screen = await open({ from: '2027-03-29T09:00', until: '2027-03-27T09:00' });
    expect(screen.text).toContain('The second moment must lie after the first.');
  });

  it('tells what was set otherwise, which is a difference like any other', async () => {
    settings = [{ name: 'name', label: 'Name of the site', before: 'Shore', after: 'Coast' }];
    const screen = await open({});
    expect(screen.text).toContain('Name of the siteShoreCoast');
    expect(screen.text).not.toContain('are alike');
  });

  it('asks about one page as a reader in a language, and tells place by place what comes, goes and why', async () => {
    const screen = await open({ page: 'visit', as: 'membership:member', in: 'cy' });
    expect(asked).toEqual([
      jasmine.objectContaining({
        page: 'visit',
        locale: 'cy',
        reader: { signedIn: true, roles: [], memberships: ['member'] },
        from: Date.parse('2027-03-18T09:40Z'),
      }),
    ]);
    expect(screen.text).toContain('MaincomesMoths');
    expect(screen.text).toContain('AsidegoesDogsThis placement expired.');
    expect(screen.text).toContain('no longer has the page at the later moment');
    const looks = [...screen.host.querySelectorAll<HTMLAnchorElement>('a')].filter(each => each.textContent!.trim().startsWith('Look'));
    expect(looks.map(each => each.getAttribute('href'))).toEqual(['/arrange?page=visit&as=membership:member&in=cy&at=2027-03-18T09:40']);
  });
});
