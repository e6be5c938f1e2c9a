import { Router } from '@angular/router';
import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { make, pageRow, Screen } from '../testing/site';
import { PagesWorkspace } from './pages';

describe('PagesWorkspace', () => {
  const asked: (number | undefined)[] = [];
  const open = async (inputs: Record<string, string> = {}) => {
    asked.length = 0;
    const now = [pageRow('front', null, 0), pageRow('visit', 'front', 1), pageRow('boat', 'front', 1, { status: 'scheduled' })];
    const then = [pageRow('front', null, 0), pageRow('boat', 'front', 1)];
    const listPages = (moment?: number) => (asked.push(moment), of(moment === undefined ? now : then));
    const readRibbon = () => of({ from: 0, until: 1, lanes: [], others: 2, changes: [] });
    const screen = new Screen(await make(PagesWorkspace, inputs, { listPages, readRibbon }));
    await screen.settle();
    return screen;
  };

  it('shows the pages of now, and their plan beneath', async () => {
    const screen = await open();
    expect(screen.text).toContain('3 of 3.');
    expect(screen.text).toContain('Nothing here opens or closes in these weeks.');
    expect(screen.text).toContain('and 2 that show all the time');
    expect(asked.every(each => each === undefined)).toBeTrue();
  });

  it('shows them as they are at another moment, and goes there along the ribbon and back', async () => {
    const screen = await open({ at: '2027-04-01T09:00' });
    expect(asked).toContain(Date.parse('2027-04-01T08:00Z'));
    expect(screen.text).toContain('2 of 2.');
    expect(screen.text).toContain('As on');
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    screen.host
      .querySelector('[role="slider"]')!
      .dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true, cancelable: true }));
    expect(navigate.calls.mostRecent().args[1]!.queryParams).toEqual({ at: '2027-04-02T09:00' });
    await screen.click('back to now');
    expect(navigate.calls.mostRecent().args[1]!.queryParams).toEqual({ at: null });
  });
});
