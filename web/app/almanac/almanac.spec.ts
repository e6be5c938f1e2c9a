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
  const show = async (inputs: object = {}, part: Partial<Almanac> = {}) => {
    asked.length = 0;
    const fixture = await make(AlmanacWorkspace, { ...inputs }, { readAlmanac: (query: never) => (asked.push(query), of(plan(part))) });
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
});
