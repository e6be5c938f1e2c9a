import type { CampaignDay, FieldedRow } from '@contract/fielded';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { CampaignReport } from './campaign-report';
import { FieldedList } from './fielded-list';

const row: FieldedRow = {
  id: 'c',
  title: 'Ropes, spring',
  detail: 'Penhallow Ropes',
  status: 'live',
  waiting: 'draft',
  changedAt: 0,
  changedBy: 'Margit',
  pages: [],
};

describe('FieldedList', () => {
  it('lists the records of its kind, with where each stands', async () => {
    const asked: string[] = [];
    const screen = new Screen(
      await make(FieldedList, { kind: 'campaign' }, { listFielded: (kind: never) => (asked.push(kind), of([row])) } as never),
    );
    await screen.settle();
    expect(asked[0]).toBe('campaign');
    expect(screen.host.textContent).toContain('Penhallow Ropes');
    expect(screen.host.textContent).toContain('on 0 pages');
    expect(screen.host.textContent).toContain('draft waiting');
  });

  it('says what there is where there is none', async () => {
    const screen = new Screen(await make(FieldedList, { kind: 'carousel' }, { listFielded: () => of([]) } as never));
    await screen.settle();
    expect(screen.host.textContent).toContain('listings shown as a carousel take what a new one starts with');
  });
});

describe('CampaignReport', () => {
  const open = async (days: readonly CampaignDay[]) => {
    const screen = new Screen(await make(CampaignReport, { campaign: 'c', title: 'Ropes' }, { reportCampaign: () => of(days) } as never));
    await screen.settle();
    return screen.host;
  };

  it('says in words what its chart draws', async () => {
    const host = await open([
      { day: '2027-03-17', seen: 3, followed: 0 },
      { day: '2027-03-18', seen: 4, followed: 1 },
    ]);
    expect(host.textContent).toContain('Seen 7 times, followed once.');
    expect(host.querySelector('canvas')!.getAttribute('aria-label')).toBe('Seen 7 times, followed 1 times, by day');
  });

  it('says that nobody has seen it yet', async () => {
    expect((await open([])).textContent).toContain('Nobody has seen it yet.');
  });
});
