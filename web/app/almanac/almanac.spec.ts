import type { Almanac } from '@contract/almanac';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { AlmanacWorkspace } from './almanac';

const day = 86_400_000;
const start = Date.parse('2027-03-01T00:00Z');
const plan = (part: Partial<Almanac> = {}): Almanac => ({
  now: start + 17 * day,
  from: start,
  until: start + 92 * day,
  barCount: 2,
  lanes: [
    {
      key: 'Notice strip',
      label: 'Notice strip',
      steady: 0,
      bars: [
        {
          recordId: 'boat',
          kind: 'placement',
          title: 'First boat',
          from: start + 18 * day,
          until: start + 30 * day,
          state: 'scheduled',
          editionId: 'e1',
          publicationId: 'p1',
          locale: null,
          edges: { from: 'publication', until: 'publication' },
          publishedUntil: start + 30 * day,
          then: null,
          afterwards: 'earlier',
          pageId: 'visit',
        },
        {
          recordId: 'moths',
          kind: 'placement',
          title: 'Moth nights',
          from: start + 40 * day,
          until: null,
          state: 'proposed',
          editionId: 'e2',
          publicationId: null,
          locale: null,
          edges: { from: 'wish', until: 'fixed' },
          publishedUntil: null,
          then: null,
          afterwards: 'earlier',
          pageId: null,
        },
      ],
    },
  ],
  changes: [
    {
      at: start + 18 * day,
      recordId: 'boat',
      kind: 'placement',
      title: 'First boat',
      what: 'goes live',
      target: 'Notice strip',
      pageCount: 5,
      pageId: 'visit',
      pageTitle: 'Visit',
    },
  ],
  changeCount: 1,
  cliffs: [{ at: start + 60 * day, count: 4, titles: ['Dogs', 'Terns'] }],
  findings: [],
  ...part,
});

describe('AlmanacWorkspace', () => {
  const asked: object[] = [];
  const show = async (inputs: object = {}, part: Partial<Almanac> = {}, answers: object = {}) => {
    asked.length = 0;
    const api = { readAlmanac: (query: never) => (asked.push(query), of(plan(part))), ...answers };
    const fixture = await make(AlmanacWorkspace, { ...inputs }, api as never);
    const screen = new Screen(fixture);
    await screen.settle();
    const routed = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    return { screen, fixture, wanted: () => routed.calls.mostRecent()?.args[1]?.queryParams };
  };

  it('tells day by day what changes, beside the same days as bars, with what is only proposed', async () => {
    const { screen, wanted } = await show();
    expect(screen.text).toContain('First boat goes live notice strip, on 5 pages');
    const bars = [...screen.host.querySelectorAll<HTMLElement>('.bar')];
    expect(bars.map(each => [each.textContent!.trim(), each.classList.contains('proposed')])).toEqual([
      ['First boat', false],
      ['Moth nights', true],
    ]);
    expect(bars[1]!.getAttribute('aria-label')).toContain('until further notice, only proposed');
    bars[0]!.click();
    expect(wanted()).toEqual({ sel: 'boat' });
  });

  it('leads on from what was chosen: to its form, to its page then, and to where it is moved in time', async () => {
    const { screen, wanted } = await show({ sel: 'boat' });
    const links = [...screen.host.querySelectorAll<HTMLAnchorElement>('.chosen a')].map(each => each.textContent!.trim());
    expect(links).toEqual(['Work on it', 'Look then', 'Move it in time']);
    expect(screen.host.querySelector('.bar.on')?.textContent).toContain('First boat');
    await screen.click('Close');
    expect(wanted()).toEqual({ sel: null });
  });

  it('names the day on which much ends, and goes there', async () => {
    const { screen, wanted } = await show();
    expect(screen.text).toContain('4 things end on');
    await screen.click('Go there');
    expect(wanted()).toEqual({ zoom: 'week', from: '2027-04-30' });
  });

  it('asks anew for another span or other lanes, and not for another choice', async () => {
    const { screen, fixture } = await show({ zoom: 'month', from: '2027-05-01' });
    for (const [name, value] of [
      ['sel', 'boat'],
      ['by', 'person'],
      ['zoom', 'week'],
    ] as const) {
      fixture.componentRef.setInput(name, value);
      await screen.settle();
    }
    expect(asked.map(each => (each as { by: string }).by)).toEqual(['region', 'person', 'person']);
  });

  it('says what is cut, and that nothing is planned', async () => {
    const cut = await show({}, { barCount: 2_400, changeCount: 900 });
    expect(cut.screen.text).toContain('Drawn are the first 2 of 2400');
    expect(cut.screen.text).toContain('And 899 more changes');
    TestBed.resetTestingModule();
    const none = await show({}, { lanes: [], changes: [], changeCount: 0, cliffs: [], barCount: 0 });
    expect(none.screen.text).toContain('Nothing changes by itself in this time.');
    expect(none.screen.text).toContain('Nothing begins or ends here in this time.');
  });

  const press = (bar: HTMLElement, key: string, part: KeyboardEventInit = {}) =>
    bar.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...part }));

  it('moves a bar by keyboard, says what that does, saves it, and draws the plan anew', async () => {
    const sent: unknown[] = [];
    const nothing = { broken: [], covers: [], waits: [], mended: [], beyond: null, isPartial: false, gone: [], come: [] };
    const { screen } = await show(
      {},
      {},
      {
        checkRescheduling: () => of(nothing),
        rescheduleEdition: (id: string, wish: unknown) => (sent.push([id, wish]), of({})),
      },
    );
    const bar = screen.host.querySelector<HTMLElement>('.bar')!;
    press(bar, 'ArrowRight');
    press(bar, 'ArrowRight', { shiftKey: true });
    await screen.settle();
    expect(screen.host.querySelector('.bar.moved')!.textContent).toContain('First boat');
    expect(screen.text).toContain('All that it goes live with moves with it');
    screen.host.querySelector<HTMLButtonElement>('almanac-set-times .btn-primary')!.click();
    await screen.settle();
    const local = (time: string) => ({ local: time, zone: 'Europe/London' });
    // The clocks go forward in between.
    const times = { from: local('2027-03-20T00:00'), until: local('2027-04-02T01:00'), afterwards: 'earlier' };
    expect([sent, asked.length, screen.host.querySelector('.bar.moved')]).toEqual([[['e1', { times, scheduled: null }]], 2, null]);
  });

  it('puts a moved bar back, and leaves one that is not moved by hand', async () => {
    const { screen } = await show({ sel: 'boat' }, {}, { checkRescheduling: () => of(null) });
    const [boat] = screen.host.querySelectorAll<HTMLElement>('.bar');
    press(boat!, 'ArrowLeft');
    await screen.settle();
    // A day earlier it would have begun before now.
    expect(screen.host.querySelector('.bar.moved')!.getAttribute('style')).toContain(boat!.style.left);
    await screen.click('Put it back');
    expect([screen.host.querySelector('.bar.moved'), screen.text.includes('Work on it')]).toEqual([null, true]);
  });

  it('asks for another wish where something is only proposed', async () => {
    const wishes: unknown[] = [];
    const { screen } = await show({}, {}, { editEdition: (id: string, wish: unknown) => (wishes.push([id, wish]), of({})) });
    const [, moths] = screen.host.querySelectorAll<HTMLElement>('.bar');
    press(moths!, 'ArrowRight');
    await screen.settle();
    await screen.click('Wish for it then');
    expect(wishes).toEqual([['e2', { wishedFrom: { local: '2027-04-11T01:00', zone: 'Europe/London' } }]]);
  });
});
