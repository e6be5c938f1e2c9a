import { TestBed } from '@angular/core/testing';
import type { SiteLocale } from '@core/locale/site-locale';
import { of } from 'rxjs';
import { SessionService } from '../state/session.service';
import { make, Screen } from '../testing/site';
import { LocalesSetUp } from './locales-set-up';

describe('LocalesSetUp', () => {
  const show = async () => {
    const asked: (readonly SiteLocale[])[] = [];
    const saved: (readonly SiteLocale[])[] = [];
    const reportLocales = (locales: readonly SiteLocale[]) => {
      asked.push(locales);
      return of({ sentences: ['Gaeilge comes.'] });
    };
    const screen = new Screen(await make(LocalesSetUp, {}, { reportLocales: reportLocales as never }));
    (TestBed.inject(SessionService) as unknown as { saveLocales: unknown }).saveLocales = (locales: readonly SiteLocale[]) => {
      saved.push(locales);
      return of({});
    };
    const add = async (tag: string) => {
      screen.host.querySelector<HTMLInputElement>('#new-locale')!.value = tag;
      await screen.click('Add');
    };
    return { screen, add, asked, saved };
  };

  it('sets nothing before it has said what that does', async () => {
    const { screen, add, asked, saved } = await show();
    await add('ga');
    await screen.click('Set this');
    expect(saved.length).toBe(0);
    await screen.click('What does this do?');
    expect([asked[0]!.map(each => each.tag), screen.text.includes('Gaeilge comes.')]).toEqual([['en-GB', 'cy', 'ga'], true]);
    await screen.fill('Prefix or host of ga', 'ga.x.example');
    await screen.click('Set this');
    expect(saved.length).toBe(0);
    await screen.click('What does this do?');
    await screen.click('Set this');
    expect(saved[0]![2]).toEqual(jasmine.objectContaining({ tag: 'ga', prefix: '', host: 'ga.x.example', state: 'staff' }));
  });

  it('offers the nearest to what is no tag', async () => {
    const { screen, add } = await show();
    await add('de_AT');
    expect(screen.text).toContain('Did you mean de-AT?');
    await screen.click('Take de-AT');
    expect(screen.text).toContain('/de-at/visit');
    await add('cy');
    expect(screen.text).toContain('The site has this locale already.');
  });

  it('makes another the first, which has no prefix and follows nobody', async () => {
    const { screen, asked } = await show();
    await screen.click('Make cy the first');
    await screen.click('What does this do?');
    expect(asked[0]!.map(({ tag, prefix, state }) => `${tag} ${prefix} ${state}`)).toEqual(['cy  open', 'en-GB en-gb open']);
  });
});
