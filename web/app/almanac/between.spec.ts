import type { BetweenRow } from '@contract/between';
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

describe('BetweenWorkspace', () => {
  const asked: unknown[] = [];
  const open = async (inputs: Record<string, string>, rows: readonly BetweenRow[] = []) => {
    asked.length = 0;
    const readBetween = (...given: never[]) => (asked.push(given), of({ rows, count: rows.length }));
    const screen = new Screen(await make(BetweenWorkspace, inputs, { readBetween }));
    await screen.settle();
    return screen;
  };

  it('looks from now to three days later unless its address says otherwise, by the clocks of the place', async () => {
    await open({});
    expect(asked).toEqual([[Date.parse('2027-03-18T09:40Z'), Date.parse('2027-03-21T09:40Z')]]);
  });

  it('takes two moments from its address', async () => {
    await open({ from: '2027-03-27T09:00', until: '2027-03-29T09:00' });
    expect(asked).toEqual([[Date.parse('2027-03-27T09:00Z'), Date.parse('2027-03-29T08:00Z')]]);
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
});
