import type { Today } from '@contract/today';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { TodayWorkspace } from './today';

const now = Date.parse('2027-03-18T09:40Z');
const hour = 3_600_000;
const change = (part: Partial<Today['changes'][number]>): Today['changes'][number] => ({
  at: now + hour,
  recordId: 'r',
  kind: 'placement',
  title: 'Gale',
  what: 'opens',
  target: 'Notice strip',
  pageCount: 1,
  pageId: 'visit',
  pageTitle: 'Visit',
  ...part,
});
const today = (part: Partial<Today>): Today => ({
  now,
  changes: [],
  changeCount: 0,
  waiting: [],
  mine: [],
  lately: [],
  firstSteps: [],
  counts: { pages: 1, blocks: 1, placements: 1 },
  faults: [],
  faultCount: 0,
  isPartial: false,
  ...part,
});

describe('TodayWorkspace', () => {
  const show = async (part: Partial<Today>) => new Screen(await make(TodayWorkspace, {}, { readToday: () => of(today(part)) }));
  const links = (screen: Screen) => [...screen.host.querySelectorAll('a')].map(each => each.getAttribute('href'));

  it('tells what will change where, and looks at it then with the placement selected', async () => {
    const screen = await show({ changes: [change({})], changeCount: 1 });
    expect(screen.text).toContain('notice strip, on Visit');
    expect(links(screen)).toContain('/arrange?page=visit&at=2027-03-18T10:40&sel=r');
  });

  it('tells of a page by its type, and selects nothing on it', async () => {
    const screen = await show({ changes: [change({ kind: 'page', target: 'event', what: 'goes live' })], changeCount: 1 });
    expect(screen.text).toContain('(event)');
    expect(links(screen).some(each => each?.includes('sel='))).toBeFalse();
  });

  it('says when nothing changes, and how many more there are than are listed', async () => {
    expect((await show({})).text).toContain('Nothing changes');
  });

  it('says how many more there are than are listed', async () => {
    expect((await show({ changes: [change({})], changeCount: 4 })).text).toContain('And 3 more within two weeks.');
  });

  it('leads to where each fault is mended', async () => {
    const fault = {
      kind: 'block unseen',
      recordId: 'b',
      recordKind: 'block',
      pageId: null,
      from: null,
      words: 'Nobody sees it.',
      gravity: 'note',
    };
    const screen = await show({ faults: [fault as never], faultCount: 1 });
    expect(links(screen)).toContain('/blocks?sel=b');
  });
});
