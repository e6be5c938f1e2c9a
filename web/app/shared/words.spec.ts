import { make, pageRow, Screen } from '../testing/site';
import { ChoiceWord } from './choice-word';
import { PageWord } from './page-word';

describe('ChoiceWord', () => {
  const choices = [
    { name: 'anyone', word: 'anyone' },
    { name: 'member', word: 'one of the members' },
  ];

  it('says what is chosen, and gives back what is chosen instead', async () => {
    const fixture = await make(ChoiceWord, { label: 'Reader', choices, value: 'anyone' }, {});
    const chosen: string[] = [];
    fixture.componentInstance.chosen.subscribe(name => chosen.push(name));
    const screen = new Screen(fixture);
    expect(screen.host.querySelector('button')!.getAttribute('aria-label')).toBe('Reader: anyone');
    await screen.click('Reader: anyone');
    await screen.click('one of the members');
    expect(chosen).toEqual(['member']);
  });

  it('says what it is told where it is none of them', async () => {
    const screen = new Screen(await make(ChoiceWord, { label: 'Reader', choices, value: 'person:x', otherwise: 'Nell' }, {}));
    expect(screen.host.querySelector('button')!.textContent!.trim()).toBe('Nell');
  });
});

describe('PageWord', () => {
  it('leads to pages that nobody wrote, and to none where that may be chosen', async () => {
    const fixture = await make(PageWord, { pages: [pageRow('visit', null, 0)], title: 'Visit', withNone: 'the whole site' }, {});
    const chosen: string[] = [];
    fixture.componentInstance.chosen.subscribe(id => chosen.push(id));
    const screen = new Screen(fixture);
    await screen.click('Page: Visit');
    const press = (words: string) =>
      [...document.querySelectorAll<HTMLButtonElement>('.btn-word')].find(each => each.textContent!.trim() === words)!.click();
    press('not found');
    await screen.click('Page: Visit');
    press('the whole site');
    expect(chosen).toEqual(['service:not found', '']);
  });
});
