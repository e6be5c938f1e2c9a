import type { EditionDetail } from '@contract/messages';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { EditionHead } from './edition-head';

const edition = {
  id: 'e',
  title: 'Easter',
  wishedFrom: null,
  mayEdit: true,
  changes: [
    { proposalId: 'a', title: 'Hides', kind: 'page' },
    { proposalId: 'b', title: 'Dogs', kind: 'page' },
  ],
};

describe('EditionHead', () => {
  const open = async (part: object = {}) => {
    const done: unknown[] = [];
    const answers = {
      editEdition: (id: string, wish: unknown) => {
        done.push([id, wish]);
        return of(edition as unknown as EditionDetail);
      },
      takeOut: (id: string) => {
        done.push(id);
        return of({ id: 'alone', title: 'Dogs' } as EditionDetail);
      },
    };
    const fixture = await make(EditionHead, { edition: { ...edition, ...part } }, answers);
    let changes = 0;
    fixture.componentInstance.changed.subscribe(() => (changes += 1));
    return { screen: new Screen(fixture), done, changes: () => changes };
  };

  it('keeps another name, and takes a change out', async () => {
    const { screen, done, changes } = await open();
    const name = screen.host.querySelector<HTMLInputElement>('#edition-name')!;
    expect(name.value).toBe('Easter');
    name.value = 'Easter opening';
    name.dispatchEvent(new Event('input'));
    await screen.settle();
    await screen.click('Keep name and date');
    [...screen.host.querySelectorAll<HTMLElement>('li button')][1]!.click();
    await screen.settle();
    expect(done).toEqual([['e', { title: 'Easter opening', wishedFrom: null }], 'b']);
    expect(changes()).toBe(2);
  });

  it('only says what it is called to whoever may not', async () => {
    const { screen } = await open({ mayEdit: false });
    expect(screen.text).toBe('Easter');
  });
});
