import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { TestBed } from '@angular/core/testing';
import { type Observable, of, throwError } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { make, Screen } from '../testing/site';
import { JoiningDialog } from './joining-dialog';

const row = (id: string, title: string) => ({
  id,
  title,
  stage: 'in review',
  summary: '2 changes',
  author: { name: 'Bea' },
  wishedFrom: null,
});

describe('JoiningDialog', () => {
  const closed: unknown[] = [];
  const asked: unknown[] = [];
  const shown = async (joinWhole: () => Observable<unknown> = () => of({ id: 'easter' })) => {
    [closed.length, asked.length] = [0, 0];
    const answers = {
      listEditions: () => of([row('mine', 'Dogs'), row('easter', 'Easter opening')]),
      joinWhole: (...given: unknown[]) => (asked.push(given), joinWhole()),
    };
    const modal = { close: (value: unknown) => closed.push(value), dismiss: () => undefined };
    TestBed.configureTestingModule({ providers: [{ provide: NgbActiveModal, useValue: modal }] });
    const fixture = await make(JoiningDialog, {}, answers, ['writer']);
    // Whoever opens it says which edition it is about, before it asks for the others.
    fixture.componentInstance.editionId = 'mine';
    fixture.componentInstance.ngOnInit();
    const screen = new Screen(fixture);
    await screen.settle();
    return screen;
  };

  it('offers what else is on its way, says what joining means before it is done, and does it', async () => {
    const screen = await shown();
    expect(screen.text).not.toContain('Dogs');
    const button = screen.host.querySelector<HTMLButtonElement>('.btn-primary')!;
    expect(button.disabled).toBeTrue();
    screen.host.querySelector<HTMLInputElement>('input[type=radio]')!.click();
    await screen.settle();
    expect(screen.text).toContain('all or none, and stands where that stands: in review');
    await screen.click('Put it in with “Easter opening”');
    expect([asked, closed]).toEqual([[['easter', 'mine']], [{ id: 'easter' }]]);
  });

  it('stays open with what stands in the way', async () => {
    const problem = { type: '', title: '', status: 409, detail: '“Hides” is in both.', code: 'conflict' };
    const screen = await shown(() => throwError(() => new ApiProblem(problem)));
    screen.host.querySelector<HTMLInputElement>('input[type=radio]')!.click();
    await screen.settle();
    await screen.click('Put it in with “Easter opening”');
    expect([screen.text.includes('“Hides” is in both.'), closed]).toEqual([true, []]);
  });
});
