import { TestBed } from '@angular/core/testing';
import type { Session } from '@contract/messages';
import { of, throwError } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { SessionService } from '../state/session.service';
import { make, Screen } from '../testing/site';
import { LimitsSetUp } from './limits';

const overtaken = (limits: object) =>
  new ApiProblem({
    type: 't',
    status: 412,
    code: 'changed-meanwhile',
    title: 'Changed',
    detail: 'Others.',
    theirs: { limits, tag: '"second"' },
  } as never);

describe('LimitsSetUp', () => {
  async function open() {
    const screen = new Screen(await make(LimitsSetUp, {}));
    const session = TestBed.inject(SessionService) as unknown as { saveLimits: (limits: object, madeFrom: string) => unknown };
    const most = () => screen.host.querySelectorAll<HTMLInputElement>('input[type=number]')[1]!;
    const type = async (value: string) => {
      most().value = value;
      most().dispatchEvent(new Event('change'));
      await screen.settle();
    };
    const press = async (words: string) => {
      [...screen.host.querySelectorAll('button')].find(each => each.textContent.includes(words))!.click();
      await screen.settle();
    };
    return { screen, session, type, press, most };
  }

  it('says what its limits were made from, and shows both sides when others were set meanwhile', async () => {
    const { screen, session, type, press } = await open();
    const asked: string[] = [];
    session.saveLimits = (_limits, madeFrom) => {
      asked.push(madeFrom);
      return throwError(() => overtaken({ main: { most: 9 } }));
    };
    await type('4');
    await press('Set these limits');
    expect(asked).toEqual(['"first"']);
    expect(screen.host.textContent).toContain('at most 9');
    expect(screen.host.textContent).toContain('yours: at most 4');
  });

  it('keeps what was typed over theirs once that has been looked at', async () => {
    const { session, type, press, most } = await open();
    session.saveLimits = () => throwError(() => overtaken({ main: { most: 9 } }));
    await type('4');
    await press('Set these limits');
    await press('Go on with what stands in the table');
    let made = '';
    session.saveLimits = (_limits, madeFrom) => {
      made = madeFrom;
      return of({ desk: { limitsTag: '"third"' } } as Session);
    };
    await press('Set these limits');
    expect([made, most().value]).toEqual(['"second"', '4']);
  });

  it('takes theirs, region by region', async () => {
    const { session, type, press, most } = await open();
    session.saveLimits = () => throwError(() => overtaken({ main: { most: 9 } }));
    await type('4');
    await press('Set these limits');
    await press('Take theirs');
    expect(most().value).toBe('9');
  });
});
