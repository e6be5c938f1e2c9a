import type { EditionDetail } from '@contract/messages';
import type { ReschedulingWish } from '@contract/rescheduling';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { MoveInTime } from './move-in-time';

const edition = {
  id: 'e',
  title: 'First boat',
  publishedFrom: Date.parse('2027-03-19T06:00Z'),
  publishedUntil: Date.parse('2027-04-07T11:00Z'),
  afterwards: 'nothing',
} as EditionDetail;

describe('MoveInTime', () => {
  it('keeps the end that was set and what follows it, and moves nothing before what that does is known', async () => {
    const [asked, moved]: ReschedulingWish[][] = [[], []];
    const fixture = await make(MoveInTime, { edition }, {
      checkRescheduling: (_: string, wish: ReschedulingWish) => (
        asked!.push(wish),
        of({ broken: [], covers: [], waits: [], mended: [], beyond: null, isPartial: false })
      ),
      rescheduleEdition: (_: string, wish: ReschedulingWish) => (moved!.push(wish), of(edition)),
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
});
