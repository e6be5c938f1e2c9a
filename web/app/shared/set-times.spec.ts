import type { ReschedulingWish } from '@contract/rescheduling';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { SetTimes, type Timed } from './set-times';

const edition: Timed = {
  by: 'edition',
  id: 'e',
  title: 'First boat',
  from: Date.parse('2027-03-19T06:00Z'),
  until: Date.parse('2027-04-07T11:00Z'),
  afterwards: 'nothing',
  hasBegun: false,
};
const nothing = { broken: [], covers: [], waits: [], mended: [], beyond: null, isPartial: false, gone: [], come: [] };

describe('SetTimes', () => {
  it('keeps the end that was set and what follows it, and moves nothing before what that does is known', async () => {
    const [asked, moved]: ReschedulingWish[][] = [[], []];
    const fixture = await make(SetTimes, { thing: edition }, {
      checkRescheduling: (_: string, wish: ReschedulingWish) => (asked!.push(wish), of(nothing)),
      rescheduleEdition: (_: string, wish: ReschedulingWish) => (moved!.push(wish), of({})),
    } as never);
    const screen = new Screen(fixture);
    const button = () => screen.host.querySelector<HTMLButtonElement>('.btn-primary')!;
    expect(button().disabled).toBeTrue();
    fixture.componentInstance.setFrom({ local: '2027-03-22T06:00', zone: 'Europe/London' });
    await screen.settle();
    const wish = {
      times: {
        from: { local: '2027-03-22T06:00', zone: 'Europe/London' },
        until: { local: '2027-04-07T12:00', zone: 'Europe/London' },
        afterwards: 'nothing',
      },
      scheduled: null,
    };
    expect(asked).toEqual([wish as ReschedulingWish]);
    button().click();
    await screen.settle();
    expect(moved).toEqual([wish as ReschedulingWish]);
  });

  it('sets only the end of what has begun, and says what then comes and no longer does', async () => {
    const set: unknown[] = [];
    const at = Date.parse('2027-04-05T17:00Z');
    const come = [{ at, recordId: 'b', kind: 'block', title: 'First boat', what: 'ends' }];
    const thing: Timed = { ...edition, by: 'publication', id: 'p', hasBegun: true };
    const fixture = await make(SetTimes, { thing, wished: { from: edition.from, until: at } }, {
      checkPublicationTimes: () => of({ ...nothing, come, gone: [{ ...come[0], at: edition.until }] }),
      setPublicationTimes: (id: string, wish: ReschedulingWish) => (set.push([id, wish]), of({})),
    } as never);
    let isDone = false;
    fixture.componentInstance.done.subscribe(() => (isDone = true));
    const screen = new Screen(fixture);
    await screen.settle();
    expect(screen.text).not.toContain('Goes live');
    expect([...screen.host.querySelectorAll('li')].map(each => each.textContent!.trim())).toEqual([
      jasmine.stringMatching(/7 April.*First boat ends/),
      jasmine.stringMatching(/5 April.*First boat ends/),
    ]);
    await screen.click('Let it end then');
    const times = { from: null, until: { local: '2027-04-05T18:00', zone: 'Europe/London' }, afterwards: 'nothing' };
    expect([set, isDone]).toEqual([[['p', { times, scheduled: null }]], true]);
  });

  it('asks why, where that breaks what is expected, and sends the reason along', async () => {
    const sent: ReschedulingWish[] = [];
    const broken = [{ expectationId: 'x', sentence: 'A notice shows', words: '', pages: [], pageCount: 0 }];
    const fixture = await make(SetTimes, { thing: edition, wished: edition }, {
      checkRescheduling: () => of({ ...nothing, broken }),
      rescheduleEdition: (_: string, wish: ReschedulingWish) => (sent.push(wish), of({})),
    } as never);
    const screen = new Screen(fixture);
    await screen.settle();
    const why = screen.host.querySelector<HTMLInputElement>('#times-accepts')!;
    why.value = 'No boat before then.';
    why.dispatchEvent(new Event('input'));
    screen.host.querySelector<HTMLButtonElement>('.btn-primary')!.click();
    await screen.settle();
    expect(sent[0]!.acceptsBroken).toBe('No boat before then.');
  });
});
