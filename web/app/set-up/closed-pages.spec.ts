import { of, switchMap, throwError, timer } from 'rxjs';
import { TestBed } from '@angular/core/testing';
import { SessionService } from '../state/session.service';
import { make, Screen } from '../testing/site';
import { ClosedPagesSetUp } from './closed-pages';

describe('ClosedPagesSetUp', () => {
  const radios = (screen: Screen) => [...screen.host.querySelectorAll<HTMLInputElement>('input')];

  it('sets it at once, and goes back to what holds when that fails', async () => {
    const screen = new Screen(await make(ClosedPagesSetUp, {}));
    const session = TestBed.inject(SessionService) as unknown as { saveSettings: (change: { closedPages: string }) => unknown };
    const asked: string[] = [];
    session.saveSettings = change => {
      asked.push(change.closedPages);
      return of(null);
    };
    radios(screen)[1]!.click();
    await screen.settle();
    expect(radios(screen).map(each => each.checked)).toEqual([false, true]);
    session.saveSettings = () => timer(5).pipe(switchMap(() => throwError(() => new Error('no'))));
    radios(screen)[0]!.click();
    await screen.until(() => radios(screen)[1]!.checked);
    expect([asked, radios(screen).map(each => each.checked)]).toEqual([['not found'], [false, true]]);
  });

  it('is only shown to whoever may not set it', async () => {
    const screen = new Screen(await make(ClosedPagesSetUp, {}, {}, ['writer']));
    expect(screen.host.querySelector('fieldset')!.disabled).toBeTrue();
  });
});
