import { TestBed } from '@angular/core/testing';
import type { EndingRow } from '@contract/endings';
import { of } from 'rxjs';
import { SendService } from '../shared/send.service';
import { make, Screen } from '../testing/site';
import { EndingsWorkspace } from './endings';

const row = (recordId: string, part: Partial<EndingRow> = {}): EndingRow => ({
  recordId,
  kind: 'page',
  title: recordId,
  state: 'ends',
  at: Date.parse('2027-03-30T17:00Z'),
  then: 'readers find nothing at its address',
  heldBy: [],
  holderCount: 0,
  changedBy: 'Bea Lorimer',
  revisionId: `${recordId}-1`,
  value: { title: recordId },
  mayRenew: true,
  ...part,
});

describe('EndingsWorkspace', () => {
  const sent: unknown[][] = [];
  const asked: unknown[] = [];
  const open = async (rows: readonly EndingRow[]) => {
    sent.length = 0;
    asked.length = 0;
    const sendOrLeave = (...given: unknown[]) => (sent.push(given), Promise.resolve(true));
    TestBed.configureTestingModule({ providers: [{ provide: SendService, useValue: { sendOrLeave } }] });
    const listEndings = (...given: never[]) => (asked.push(given), of({ rows, count: rows.length }));
    const screen = new Screen(await make(EndingsWorkspace, {}, { listEndings }));
    await screen.settle();
    return screen;
  };

  it('renews what one chooses until a year after the last of them ends, and reads the list again', async () => {
    const over = row('over', { state: 'ended', at: Date.parse('2027-03-01T12:00Z'), revisionId: null });
    const screen = await open([row('ends'), over, row('other')]);
    for (const title of ['ends', 'over']) screen.host.querySelector<HTMLInputElement>(`[aria-label="Choose ${title}"]`)!.click();
    await screen.settle();
    await screen.click('Renew 2 of them for a year…');
    const [changes, , until] = sent[0] as [{ recordId: string; baseRevisionId: string | null }[], unknown, unknown];
    expect(changes.map(each => [each.recordId, each.baseRevisionId])).toEqual([['ends', 'ends-1'], ['over', null]]); // prettier-ignore
    // By the clocks of the place, which have gone forward by then.
    expect(until).toEqual({ local: '2028-03-30T18:00', zone: 'Europe/London' });
    expect(asked.length).toBe(2);
    expect(screen.text).not.toContain('Renew');
  });

  it('puts off a page that was looked over by a year', async () => {
    const screen = await open([row('late', { state: 'review', at: Date.parse('2027-03-01T00:00Z'), then: '' })]);
    await screen.click('late: looked over');
    const [changes] = sent[0] as [{ value: { reviewBy: unknown } }[]];
    expect(changes[0]!.value.reviewBy).toEqual({ local: '2028-03-18T09:40', zone: 'Europe/London' });
  });

  it('offers nothing of what one may not renew, and says when there is nothing', async () => {
    const screen = await open([row('theirs', { mayRenew: false })]);
    expect(screen.host.querySelector('input[type=checkbox]')).toBeNull();
    TestBed.resetTestingModule();
    expect((await open([])).text).toContain('Nothing ends within that time');
  });
});
