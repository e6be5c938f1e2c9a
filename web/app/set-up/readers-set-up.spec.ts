import { of } from 'rxjs';
import { SessionService } from '../state/session.service';
import { TestBed } from '@angular/core/testing';
import { make, Screen } from '../testing/site';
import { ReadersSetUp } from './readers-set-up';

describe('ReadersSetUp', () => {
  it('asks readers for something under a name that is given once', async () => {
    const screen = new Screen(await make(ReadersSetUp, {}, {}));
    const sent: object[] = [];
    (TestBed.inject(SessionService) as unknown as { saveSettings: (wish: object) => unknown }).saveSettings = wish => {
      sent.push(wish);
      return of({});
    };
    await screen.click('Ask for something');
    await screen.fill('Field 1', 'Home town');
    await screen.fill('Field 1', 'Town or village');
    await screen.fill('Help of field 1', 'For the nearest reserve');
    await screen.click('Set this');
    expect(sent).toEqual([
      jasmine.objectContaining({
        profileFields: [{ name: 'home-town', label: 'Town or village', help: 'For the nearest reserve', isRequired: false }],
      }),
    ]);
    await screen.click('Take off Town or village');
    expect(screen.text).toContain('Nothing but their name and e-mail.');
  });
});
