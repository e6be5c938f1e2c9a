import type { ForwardingRow } from '@contract/addresses';
import { of } from 'rxjs';
import { TestBed } from '@angular/core/testing';
import { SendService } from '../shared/send.service';
import { WorkingChangesService, type WorkingChange } from '../state/working-changes.service';
import { make, pageRow, Screen } from '../testing/site';
import { Addresses } from './addresses';

const row = (path: string, part: Partial<ForwardingRow> = {}): ForwardingRow => ({
  id: path,
  path,
  beneath: false,
  leadsTo: 'visit',
  address: '/visit',
  answer: 308,
  reason: '',
  fault: '',
  status: 'live',
  waiting: null,
  hits: 0,
  lastHit: null,
  changedAt: 0,
  changedBy: '',
  value: { version: 1, path, beneath: false, to: { page: 'visit', address: '' }, status: 308, reason: '' },
  revisionId: 'r1',
  ...part,
});

describe('Addresses', () => {
  const made: WorkingChange[] = [];
  const show = async (rows: readonly ForwardingRow[]) => {
    made.length = 0;
    const fixture = await make(
      Addresses,
      {},
      { listForwardings: () => of(rows), listPages: () => of([pageRow('front', null, 0, { path: '/' }), pageRow('visit', 'front', 1)]) },
    );
    TestBed.inject(WorkingChangesService).make = changes => void made.push(...changes);
    TestBed.inject(SendService).send = () => Promise.resolve(true);
    const screen = new Screen(fixture);
    await screen.settle();
    return screen;
  };

  it('adds one as it is typed: tidy, and by the id of the page', async () => {
    const screen = await show([]);
    await screen.fill('Old address', 'old/hides/?x=1');
    await screen.fill('Where it leads', '/visit#hides');
    await screen.click('Add this…');
    expect(made.map(each => [each.did, each.value])).toEqual([
      ['added', { version: 1, path: '/old/hides', beneath: false, to: { page: 'visit', address: '#hides' }, status: 308, reason: '' }],
    ]);
  });

  it('asks for no place where it leads nowhere, and for the reason instead', async () => {
    const screen = await show([]);
    await screen.fill('Old address', '/shop');
    await screen.fill('What it answers', '410');
    await screen.fill('Why', 'Closed');
    await screen.click('Add this…');
    expect(made[0]!.value).toEqual({ version: 1, path: '/shop', beneath: false, to: null, status: 410, reason: 'Closed' });
  });

  it('says where each leads, and shows those that want looking at', async () => {
    const screen = await show([row('/a', { hits: 3 }), row('/b', { fault: 'It leads round in a circle.' })]);
    expect(screen.text).toContain('leads for good to visit');
    await screen.click('1 to look at');
    expect([screen.text.includes('/b'), screen.text.includes('1 of 2')]).toEqual([true, true]);
  });
});
