import type { PlacementRow } from '@contract/assembling';
import { placementOf } from '@core/testing/small-world';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { PlacementsWorkspace } from './placements';

const row = (id: string, part: Partial<PlacementRow>): PlacementRow => ({
  id,
  blockId: id,
  title: id,
  blockType: 'notice',
  target: { kind: 'region', name: 'main' },
  targetLabel: 'Main',
  where: 'every page',
  who: 'anyone',
  when: '',
  follows: [],
  off: false,
  status: 'live',
  time: 'open',
  waiting: null,
  nextChange: null,
  changedAt: 0,
  changedBy: 'Ida',
  pageCount: 1,
  pageId: null,
  value: placementOf(),
  revisionId: null,
  ...part,
});

describe('PlacementsWorkspace', () => {
  const rows = [
    row('shows', {}),
    row('past', { time: 'over' }),
    row('ahead', { time: 'not yet' }),
    row('draft', { status: 'draft', time: 'over' }),
  ];
  const open = async (inputs: Readonly<Record<string, unknown>>) => {
    const screen = new Screen(await make(PlacementsWorkspace, inputs, { listPlacements: () => of(rows) }));
    // Rows are laid out for the window that they are seen in.
    screen.host.style.cssText = 'height: 600px; width: 1000px';
    dispatchEvent(new Event('resize'));
    await screen.settle();
    await screen.settle();
    return screen;
  };
  const marks = (screen: Screen) =>
    [...screen.host.querySelectorAll('[role=listitem]')].map(line => [
      line.querySelector('a')!.textContent.trim(),
      line.querySelector('svg')!.getAttribute('aria-label'),
    ]);

  it('marks what readers have, not what is recorded', async () => {
    expect(marks(await open({}))).toEqual([
      ['shows', 'Live'],
      ['past', 'Over: its time has passed'],
      ['ahead', 'Not yet: its time comes later'],
      ['draft', 'Draft'],
    ]);
  });

  for (const [status, title] of [
    ['over', 'past'],
    ['live', 'shows'],
  ] as const)
    it(`lists as “${status}” what readers have so`, async () => {
      expect(marks(await open({ status })).map(([each]) => each)).toEqual([title]);
    });
});
