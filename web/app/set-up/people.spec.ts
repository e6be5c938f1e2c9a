import type { PersonRow } from '@contract/people';
import { of, throwError } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { make, Screen, type Answers } from '../testing/site';
import { People } from './people';

const person = (name: string, part: Partial<PersonRow> = {}): PersonRow => ({
  id: name,
  name,
  email: `${name.toLowerCase()}@x.example`,
  roles: ['writer'],
  grants: [],
  memberships: [],
  profile: {},
  holds: [],
  state: 'active',
  invitedUntil: null,
  createdAt: 0,
  sessionCount: 0,
  ...part,
});

describe('People', () => {
  const show = async (answers: Answers, roles: readonly string[] = ['administrator']) => {
    const screen = new Screen(await make(People, {}, answers, roles));
    await screen.settle();
    return screen;
  };
  const all = [person('Ann'), person('Wyn', { roles: [], holds: ['member'] }), person('Gwen', { state: 'deactivated' })];

  it('narrows to readers, to those not come yet, and by name', async () => {
    const screen = await show({ listPeople: () => of(all) });
    const counts = async (which: string) => {
      await screen.fill('Which people', which);
      return /(\d) of 3/.exec(screen.text)![1];
    };
    expect([await counts('readers'), await counts('holds member'), await counts('deactivated'), await counts('')]).toEqual([
      '1',
      '1',
      '1',
      '3',
    ]);
    await screen.fill('Find somebody', 'gw');
    expect(screen.text).toContain('1 of 3');
  });

  it('invites somebody, and says at once what is refused', async () => {
    const sent: object[] = [];
    const screen = await show({
      listPeople: () => of(all),
      invitePerson: (invitation: object) => {
        sent.push(invitation);
        const errors = [{ pointer: '/email', detail: 'Somebody has an account with this address.' }];
        return throwError(() => new ApiProblem({ type: '', title: '', status: 422, code: 'invalid', detail: '', errors }));
      },
    });
    await screen.click('Invite somebody');
    const name = screen.host.querySelector<HTMLInputElement>('#person-name')!;
    name.value = 'Bo';
    name.dispatchEvent(new Event('input'));
    await screen.settle();
    await screen.click('Send the invitation');
    expect([sent, screen.text.includes('Somebody has an account with this address.')]).toEqual([
      [jasmine.objectContaining({ name: 'Bo', grants: [{ role: 'writer', sections: [], locales: [] }], memberships: [] })],
      true,
    ]);
  });

  it('holds each role as wide as it is set: in some locales, everywhere', async () => {
    const sent: { grants: object[] }[] = [];
    const screen = await show({
      listPeople: () => of(all.slice(0, 1)),
      changePerson: (_id: string, change: { grants: object[] }) => {
        sent.push(change);
        return of(all);
      },
    });
    screen.host.querySelector<HTMLElement>('.line')!.click();
    await screen.settle();
    await screen.click('translator writes in locales other than the first');
    await screen.fill('In which locales the translator writes', 'cy');
    await screen.click('Set this');
    expect(sent[0]!.grants).toEqual([{ role: 'translator', sections: [], locales: ['cy'] }]);
  });

  it('forgets nobody by one click', async () => {
    const forgotten: string[] = [];
    const screen = await show({
      listPeople: () => of(all),
      forgetPerson: (id: string) => {
        forgotten.push(id);
        return of(undefined);
      },
    });
    screen.host.querySelector<HTMLElement>('.line')!.click();
    await screen.settle();
    await screen.click('Forget…');
    expect(forgotten).toEqual([]);
    await screen.click('Forget for good');
    expect(forgotten).toEqual(['Ann']);
  });

  it('is for administrators', async () => expect((await show({}, ['manager'])).text).toBe('People are set by administrators.'));
});
