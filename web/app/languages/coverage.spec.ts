import type { CoverageCell, CoverageTable } from '@contract/languages';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { CoverageWorkspace } from './coverage';

const began: CoverageCell = ['b', 0, 0, 0, false];
const row = (id: string, cell: CoverageCell): CoverageTable['rows'][number] => ({
  id,
  title: id,
  type: 'page',
  path: `/${id}`,
  depth: 0,
  section: id,
  cells: [began, cell],
  changedAt: 0,
  changedBy: 'Ann',
});
const rows = [
  row('Visit', ['o', 3, 3, 0, false]),
  row('Join', ['o', 3, 3, 1, false]),
  row('Dogs', ['f', 0, 2, 0, false]),
  row('Gifts', ['x', 0, 2, 0, false]),
  row('Hides', ['p', 1, 2, 0, true]),
];

describe('CoverageWorkspace', () => {
  const show = async (inputs: object = {}) => {
    const screen = new Screen(await make(CoverageWorkspace, { ...inputs }, { readCoverage: () => of({ locales: ['en-GB', 'cy'], rows }) }));
    screen.host.style.cssText = 'display: grid; height: 600px';
    await screen.settle();
    return screen;
  };
  const cells = (screen: Screen) => [...screen.host.querySelectorAll('a.cell')].map(cell => cell.getAttribute('aria-label'));

  it('says of every cell how it stands, and counts a locale', async () => {
    const screen = await show();
    expect(cells(screen)).toEqual([
      'Visit, Welsh: 3 of 3 with own words',
      'Join, Welsh: 3 of 3 with own words, 1 behind',
      'Dogs, Welsh: follows',
      'Gifts, Welsh: left out',
      'Hides, Welsh: 1 of 2 with own words, something waits',
    ]);
    expect(screen.text).toContain('2 of 4, 1 behind');
    expect(screen.host.querySelector('.btn-primary')?.getAttribute('href')).toBe('/languages/cy/Join');
  });

  for (const [state, left] of [
    ['unfinished', ['Join', 'Dogs']],
    ['behind', ['Join']],
    ['waits', ['Hides']],
    ['out', ['Gifts']],
  ] as const)
    it(`narrows to what is ${state}`, async () =>
      expect(cells(await show({ state })).map(each => each!.split(',')[0]!)).toEqual([...left]));

  it('goes from cell to cell by the arrows', async () => {
    const screen = await show();
    const [first] = screen.host.querySelectorAll<HTMLElement>('a.cell');
    first!.focus();
    first!.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', bubbles: true }));
    await screen.settle();
    expect(document.activeElement?.getAttribute('aria-label')).toContain('Join, Welsh');
    expect(screen.host.querySelectorAll('a.cell[tabindex="0"]').length).toBe(1);
  });
});
