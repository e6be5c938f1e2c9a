import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { SessionService } from '../state/session.service';
import { make, Screen } from '../testing/site';
import { FixedWords } from './fixed-words';

describe('FixedWords', () => {
  it('says what nobody has said in a locale, and sets it', async () => {
    const screen = new Screen(await make(FixedWords, {}));
    const sent: object[] = [];
    (TestBed.inject(SessionService) as unknown as { saveSettings: (wish: object) => unknown }).saveSettings = wish => {
      sent.push(wish);
      return of({});
    };
    expect(screen.text).toContain('2 are read in another language.');
    await screen.fill('In Welsh: Languages', 'Ieithoedd');
    await screen.fill('In Welsh: name of the site', 'Prawf');
    await screen.fill('In Welsh: Skip to the text', 'x');
    await screen.fill('In Welsh: Skip to the text', ' ');
    expect(screen.text).toContain('All are said in it.');
    expect(screen.text).toContain('Length word of a type of this site’s own');
    await screen.fill('In Welsh: Length', 'Hyd y cwch');
    await screen.click('Set these');
    const themeWords = { cy: { languages: 'Ieithoedd', 'label Length': 'Hyd y cwch' } };
    expect(sent).toEqual([{ siteWords: { cy: { name: 'Prawf' } }, themeWords }]);
  });
});
