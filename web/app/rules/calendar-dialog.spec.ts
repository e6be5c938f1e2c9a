import type { CalendarDates } from '@contract/seasons';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { make, Screen } from '../testing/site';
import { CalendarDialog } from './calendar-dialog';

const zone = 'Europe/London';
const dates = [{ test: 'window', from: { local: '2027-05-31T00:00', zone }, until: { local: '2027-06-05T00:00', zone } }] as const;
const found: CalendarDates = {
  seasons: [{ title: 'Half-term', dates: [...dates], sentence: 'from 31 May until 4 June', next: [] }],
  faults: [{ line: 7, detail: 'This event has no beginning.' }],
};

describe('CalendarDialog', () => {
  const closed: unknown[] = [];
  const open = async (readCalendarElsewhere: (address: string) => unknown) => {
    closed.length = 0;
    const modal = { close: (value: unknown) => closed.push(value), dismiss: () => undefined };
    const answers = { listSeasons: () => of([]), readCalendarElsewhere };
    TestBed.configureTestingModule({ providers: [{ provide: NgbActiveModal, useValue: modal }] });
    const screen = new Screen(await make(CalendarDialog, {}, answers as never, ['manager']));
    await screen.settle();
    return screen;
  };
  const read = async (screen: Screen, address: string) => {
    screen.host.querySelector<HTMLInputElement>('#calendar-address')!.value = address;
    await screen.click('Read it');
  };

  it('reads a calendar elsewhere and gives back seasons that know where they are from', async () => {
    const asked: string[] = [];
    const screen = await open(address => (asked.push(address), of(found)));
    await read(screen, ' https://terms.example/a.ics ');
    expect(asked).toEqual(['https://terms.example/a.ics']);
    expect(screen.text).toContain('Line 7: This event has no beginning.');
    await screen.click('Take 1 season');
    const source = { address: 'https://terms.example/a.ics', event: 'Half-term' };
    expect(closed).toEqual([[{ version: 1, title: 'Half-term', reason: '', dates: [...dates], source }]]);
  });

  it('says what is wrong with an address, and offers nothing', async () => {
    const detail = 'This address is not open to everybody: only public ones are fetched from.';
    const problem = { type: '', title: '', status: 422, detail, code: 'invalid', errors: [{ pointer: '/address', detail }] };
    const screen = await open(() => throwError(() => new ApiProblem(problem)));
    await read(screen, 'http://127.0.0.1/');
    expect(screen.host.querySelector('[role="alert"]')!.textContent).toContain('not open to everybody');
    expect(screen.host.querySelector<HTMLButtonElement>('.btn-primary')!.disabled).toBeTrue();
  });
});
