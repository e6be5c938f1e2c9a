import type { FormMessageTold, FormRow } from '@contract/forms';
import { of, throwError } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { make, Screen } from '../testing/site';
import { SentForms } from './sent-forms';

const form: FormRow = {
  id: 'f',
  title: 'Write to us',
  count: 1,
  keptDays: 90,
  to: 'lodge@x.example',
  pages: [{ id: 'p', title: 'Contact', path: '/contact' }],
};
const message: FormMessageTold = {
  id: 'm',
  sentAt: 0,
  keptUntil: 86_400_000,
  page: 'Contact',
  answers: [
    { question: 'Name?', answer: 'Nan' },
    { question: 'When?', answer: '' },
  ],
};

describe('SentForms', () => {
  const dropped: string[] = [];
  const open = async (answers: object = {}) => {
    dropped.length = 0;
    const all = { listForms: () => of([form]), readFormMessages: () => of([message]), deleteFormMessage: (id: string) => (dropped.push(id), of(undefined)), ...answers }; // prettier-ignore
    const screen = new Screen(await make(SentForms, {}, all as never));
    await screen.settle();
    return screen;
  };

  it('tells what was sent, and asks before it deletes', async () => {
    const screen = await open();
    expect(screen.host.textContent).toContain('1 sent');
    expect(screen.host.textContent).toContain('handed on to lodge@x.example');
    await screen.click('Read');
    expect([...screen.host.querySelectorAll('dd')].map(each => each.textContent)).toEqual(['Nan', '–']);
    await screen.click('Delete');
    expect(dropped).toEqual([]);
    await screen.click('Yes, delete it for good');
    expect(dropped).toEqual(['m']);
    expect(screen.host.querySelector('dd')).toBeNull();
  });

  it('says why where it may not, and what to do where there is none', async () => {
    const refused = new ApiProblem({ type: 't', status: 403, code: 'not-permitted', title: 'x', detail: 'Not for writers.' } as never);
    expect((await open({ listForms: () => throwError(() => refused) })).host.textContent).toContain('Not for writers.');
  });

  it('says what to do where there is none', async () => {
    expect((await open({ listForms: () => of([]) })).host.textContent).toContain('There is no form yet');
  });
});
