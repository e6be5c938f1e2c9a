import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { make, pageRow, Screen } from '../testing/site';
import { CalendarFeedsDialog } from './calendar-feeds-dialog';

const feed = { id: 'f', name: 'Visit', words: 'everything on “Visit” and beneath', createdAt: 0 };

describe('CalendarFeedsDialog', () => {
  const asked: unknown[] = [];
  const open = async (answers: Record<string, (...given: never[]) => ReturnType<typeof of>> = {}) => {
    asked.length = 0;
    TestBed.configureTestingModule({ providers: [{ provide: NgbActiveModal, useValue: { dismiss: () => undefined } }] });
    const all = {
      listPages: () => of([pageRow('front', null, 0), pageRow('visit', 'front', 1), pageRow('tern', 'visit', 2)]),
      listCalendarFeeds: () => of({ feeds: [feed], address: null }),
      makeCalendarFeed: (wish: never) => (asked.push(wish), of({ feeds: [feed], address: 'https://x.example/almanac/calendar/s.ics' })),
      endCalendarFeed: (id: never) => (asked.push(id), of({ feeds: [], address: null })),
      ...answers,
    };
    const screen = new Screen(await make(CalendarFeedsDialog, {}, all));
    await screen.settle();
    return screen;
  };
  const select = (screen: Screen, name: string, value: string) => {
    const field = screen.host.querySelector<HTMLSelectElement>(`[aria-label="${name}"]`)!;
    field.value = value;
    field.dispatchEvent(new Event('change'));
  };

  it('makes an address for what one asks, and tells it once', async () => {
    const screen = await open();
    await screen.fill('Name', 'Visit');
    select(screen, 'What it tells of', 'placement');
    select(screen, 'Of which section', 'visit');
    await screen.click('what is only proposed too');
    await screen.click('Make the address');
    expect(asked).toEqual([{ name: 'Visit', kinds: ['placement'], section: 'visit', withProposed: true }]);
    expect(screen.host.querySelector<HTMLInputElement>('[aria-label="The link"]')!.value).toContain('/almanac/calendar/s.ics');
    expect(screen.host.querySelector<HTMLInputElement>('[aria-label="Name"]')!.value).toBe('');
  });

  it('lists one’s own, and ends one', async () => {
    const screen = await open();
    expect(screen.text).toContain('everything on “Visit” and beneath');
    await screen.click('End Visit');
    expect(asked).toEqual(['f']);
    expect(screen.text).toContain('You have none yet.');
  });

  it('says what is refused, and keeps what was typed', async () => {
    const problem = { type: 'x', title: 'x', status: 409, code: 'conflict', detail: 'You have 20 such addresses already.' } as never;
    const screen = await open({ makeCalendarFeed: () => throwError(() => new ApiProblem(problem)) });
    await screen.fill('Name', 'One more');
    await screen.click('Make the address');
    expect(screen.text).toContain('You have 20 such addresses already.');
    expect(screen.host.querySelector<HTMLInputElement>('[aria-label="Name"]')!.value).toBe('One more');
  });
});
