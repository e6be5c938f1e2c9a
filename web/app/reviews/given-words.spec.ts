import type { EditionDetail } from '@contract/messages';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { GivenWords } from './given-words';

type Words = EditionDetail['words'];
const asked = (part: Partial<Words['asked'][number]>) => ({ role: 'manager', isGiven: false, mayGive: false, people: ['Ida'], ...part });
const editionWith = (words: object) =>
  ({ id: 'e', changes: [{ headRevisionId: 'h' }], words: { asked: [], given: [], ...words } }) as unknown as EditionDetail;

describe('GivenWords', () => {
  it('says whose word is waited for, and gives one’s own for what is seen', async () => {
    const given: unknown[] = [];
    const api = { giveWord: (...of: readonly unknown[]) => (given.push(of), answer) };
    const answer = of(editionWith({}));
    const fixture = await make(GivenWords, { edition: editionWith({ asked: [asked({ mayGive: true })] }) }, api);
    const screen = new Screen(fixture);
    let told = 0;
    fixture.componentInstance.given.subscribe(() => (told += 1));
    expect(screen.text).toContain('It waits for the word of a manager: Ida.');
    const field = screen.host.querySelector<HTMLInputElement>('#word-remark')!;
    field.value = 'Walked it.';
    field.dispatchEvent(new Event('input'));
    await screen.click('Give your word as manager');
    expect([given, told]).toEqual([[['e', { role: 'manager', decidedOn: ['h'], remark: 'Walked it.' }]], 1]);
  });

  it('says when there is nobody, lets others give none, and tells apart what a word was given for', async () => {
    const word = { role: 'manager', by: 'Ida', at: 0, remark: '', isForThis: false };
    const edition = editionWith({ asked: [asked({ people: [] })], given: [word] });
    const screen = new Screen(await make(GivenWords, { edition }));
    expect(screen.text).toContain('of a manager, of whom there is none');
    expect(screen.text).toContain('for what stood there before');
    expect(screen.host.querySelector('button')).toBeNull();
  });

  it('says nothing where no word is asked for', async () =>
    expect(new Screen(await make(GivenWords, { edition: editionWith({}) })).text).toBe(''));
});
