import type { BlockRow, RecordDetail } from '@contract/messages';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { WorkingChangesService } from '../state/working-changes.service';
import { BlocksWorkspace } from './blocks';

const row = (id: string, part: Partial<BlockRow> = {}): BlockRow => ({
  id,
  title: `Block ${id}`,
  type: 'notice',
  typeLabel: 'Notice',
  excerpt: `Words of ${id}`,
  status: 'live',
  waiting: null,
  nextChange: null,
  changedAt: 0,
  changedBy: 'Bea',
  placementCount: 0,
  insetCount: 0,
  readers: '',
  targets: [],
  pages: [],
  ...part,
});
const record = (id: string) => ({ id, kind: 'block', title: `Block ${id}`, live: { revisionId: `r${id}`, value: {} }, revisions: [] }) as unknown as RecordDetail; // prettier-ignore

describe('BlocksWorkspace', () => {
  const show = async (read: (ids: readonly string[]) => void = () => undefined) => {
    sessionStorage.clear();
    const answers = {
      listBlocks: () => of([row('a'), row('b', { type: 'menu', typeLabel: 'Menu' })]),
      readRecords: ((ids: readonly string[]) => {
        read(ids);
        return of(ids.map(record));
      }) as never,
    };
    const fixture = await make(BlocksWorkspace, {}, answers);
    const screen = new Screen(fixture);
    document.body.append(screen.host);
    screen.host.style.cssText = 'display:block;height:600px';
    await screen.settle();
    return { screen, working: fixture.debugElement.injector.get(WorkingChangesService) };
  };

  it('counts what is shown of what there is, and offers the types that the site knows', async () => {
    const { screen } = await show();
    expect(screen.text).toContain('2 of 2 in the stock.');
    expect(screen.text).toContain('opening picture');
  });

  it('reads all that are taken out in one request, and makes one change of each', async () => {
    const asked: (readonly string[])[] = [];
    const { screen, working } = await show(ids => asked.push(ids));
    for (const id of ['a', 'b']) screen.host.querySelector<HTMLInputElement>(`[aria-label="Choose Block ${id}"]`)!.click();
    await screen.settle();
    await screen.click('Take out of the stock…');
    expect(asked).toEqual([['a', 'b']]);
    expect(working.changes().map(each => [each.recordId, each.retires, each.baseRevisionId])).toEqual([
      ['a', true, 'ra'],
      ['b', true, 'rb'],
    ]);
  });
});
