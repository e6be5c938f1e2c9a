import { codeOfState } from '@core/reach/grid';
import { gains, loses } from '@core/reach/reach-table';
import { make, Screen } from '../testing/site';
import { ReachGridView, type ReachCell } from './reach-grid';
import type { ReachAnswer } from './reach.worker';

const pageCount = 3_000;
const columnCount = 400;
const cells = new Uint8Array(pageCount * columnCount).fill(codeOfState('shows'));
cells[1] = codeOfState('not meant') + gains;
cells[2] = codeOfState('off') + loses;
cells[3] = codeOfState('later');
const answer: ReachAnswer = {
  turn: 1,
  pages: Array.from({ length: pageCount }, (_, index) => ({ id: `p${index}`, title: `Page ${index}`, path: `/p${index}`, depth: 1 })),
  columns: Array.from({ length: columnCount }, (_, index) => ({
    id: `c${index}`,
    title: `Placement ${index}`,
    target: 'Main',
    shown: 1,
    gained: 0,
    lost: 0,
    life: '',
  })),
  cells,
  differingPages: [],
  milliseconds: 0,
};
const all = (count: number) => Array.from({ length: count }, (_, index) => index);

describe('ReachGridView', () => {
  let screen: Screen;
  const asked: ReachCell[] = [];
  beforeEach(async () => {
    asked.length = 0;
    const fixture = await make(ReachGridView, { answer, rows: all(pageCount), columns: all(columnCount) });
    fixture.componentInstance.asked.subscribe(cell => asked.push(cell));
    screen = new Screen(fixture);
    const host = screen.host;
    Object.assign(host.style, { width: '900px', height: '500px' });
    document.body.append(host);
    await screen.settle();
  });
  const grid = () => screen.host.querySelector<HTMLElement>('[role="grid"]')!;
  const press = async (key: string) => {
    grid().dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    await screen.settle();
  };
  const labels = () => [...screen.host.querySelectorAll('[role="gridcell"]')].map(each => each.getAttribute('aria-label')!);

  it('puts on the screen only what is in sight, of more than a million cells', () => {
    expect(labels().length).toBeGreaterThan(50);
    expect(labels().length).toBeLessThan(2_500);
    expect(grid().getAttribute('aria-rowcount')).toBe('3001');
  });

  it('says of each cell how it stands', () =>
    expect(
      labels()
        .filter(each => each.startsWith('Placement 0 '))
        .slice(0, 4),
    ).toEqual([
      'Placement 0 on Page 0: shows',
      'Placement 0 on Page 1: gains it',
      'Placement 0 on Page 2: loses it',
      'Placement 0 on Page 3: away, later',
    ]));

  it('is walked by keyboard, brings what is reached into sight, and asks why', async () => {
    grid().focus();
    await screen.settle();
    await press('End');
    await press('PageDown');
    await press('ArrowUp');
    expect(grid().scrollLeft).toBeGreaterThan(9_000);
    await press('Enter');
    expect(asked.map(each => each.column.id)).toEqual(['c399']);
    await press('Home');
    await press('ArrowLeft');
    expect(grid().scrollLeft).toBe(0);
  });
});
