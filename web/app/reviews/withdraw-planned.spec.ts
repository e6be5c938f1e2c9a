import { of, throwError } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { make, Screen } from '../testing/site';
import { WithdrawPlanned } from './withdraw-planned';

const nothing = { broken: [], mended: [], isPartial: false, covers: [], waits: [], beyond: null };

describe('WithdrawPlanned', () => {
  const asked: unknown[][] = [];
  const open = async (answers: object) => {
    asked.length = 0;
    const fixture = await make(WithdrawPlanned, { edition: { id: 'e', title: 'Easter' } }, {
      withdrawPlanned: (...given: never[]) => (asked.push(given), of({ title: 'Easter' })),
      ...answers,
    } as never);
    const withdrawn: unknown[] = [];
    fixture.componentInstance.withdrawn.subscribe(edition => withdrawn.push(edition));
    const screen = new Screen(fixture);
    const details = screen.host.querySelector('details')!;
    details.open = true;
    details.dispatchEvent(new Event('toggle'));
    await screen.settle();
    return { screen, withdrawn };
  };

  it('says what readers get instead before it can be done, and does it with its reason', async () => {
    const { screen, withdrawn } = await open({ checkWithdrawal: () => of({ ...nothing, instead: ['“Hours” stays as it is.'] }) });
    expect(screen.text).toContain('“Hours” stays as it is.');
    const why = screen.host.querySelector<HTMLInputElement>('#withdrawal-remark')!;
    why.value = 'No boat.';
    why.dispatchEvent(new Event('input'));
    await screen.click('Take it back');
    expect([asked, withdrawn.length]).toEqual([[['e', { remark: 'No boat.', acceptsBroken: '' }]], 1]);
  });

  it('does nothing where nobody can say what readers would get', async () => {
    const problem = { type: '', title: '', status: 409, detail: 'Nothing of it is ahead any more.', code: 'move-refused' };
    const { screen } = await open({ checkWithdrawal: () => throwError(() => new ApiProblem(problem)) });
    expect([screen.text.includes('Nothing of it is ahead any more.'), screen.host.querySelector('button')]).toEqual([true, null]);
  });
});
