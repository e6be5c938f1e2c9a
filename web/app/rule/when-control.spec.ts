import type { RuleTree, WhenTest } from '@core/rule/rule';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { whenChoiceOf } from './when-choice';
import { WhenControl } from './when-control';

const zone = 'Europe/London';

const halfTerm = {
  id: 'half-term',
  title: 'Half-term',
  value: {
    version: 1,
    title: 'Half-term',
    reason: '',
    dates: [{ test: 'window', from: { local: '2027-05-31T00:00', zone }, until: { local: '2027-06-05T00:00', zone } }],
  },
};

describe('WhenControl', () => {
  let tree: RuleTree<WhenTest>;
  let screen: Screen;
  const open = async (start: RuleTree<WhenTest>) => {
    tree = start;
    const listSeasons = () => of([halfTerm]);
    const fixture = await make(WhenControl, { tree }, { listSeasons });
    fixture.componentInstance.treeChange.subscribe(next => {
      tree = next;
      fixture.componentRef.setInput('tree', next);
    });
    screen = new Screen(fixture);
  };
  const window = { test: 'window', from: { local: '2027-04-01T00:00', zone }, until: null } as const;

  it('keeps the window when something that comes again is chosen within it, and back', async () => {
    await open({ all: [window] });
    await screen.click('hours each day');
    expect(tree).toEqual({ all: [window, { test: 'time of day', from: '09:00', until: '17:00', zone }] });
    await screen.click('all the time');
    expect(tree).toEqual({ all: [window] });
  });

  it('writes weekdays as a recurrence that RFC 5545 reads, and names the next openings', async () => {
    await open({});
    await screen.click('on weekdays');
    await screen.click('Mon');
    await screen.click('Sat');
    expect((tree as { all: readonly WhenTest[] }).all[0]).toEqual(
      jasmine.objectContaining({ start: '2024-01-02T09:00', end: '2024-01-02T17:00', rule: 'FREQ=WEEKLY;BYDAY=TU,WE,TH,FR,SA' }),
    );
    expect(screen.text).toContain('now to Thu 18 March, 17:00');
    expect(screen.text).toContain('Fri 19 March, 09:00 to Fri 19 March, 17:00');
    expect(screen.text).not.toContain('Sat 20 March, 09:00');
    await screen.click('The next 10');
    expect(screen.text).toContain('Sat 20 March, 09:00');
    await screen.fill('Closes', '02:00');
    expect((tree as { all: readonly WhenTest[] }).all[0]).toEqual(jasmine.objectContaining({ end: '2024-01-03T02:00' }));
  });

  it('asks for a season by its name, and tells its dates', async () => {
    await open({ all: [window] });
    await screen.click('during a season');
    expect(tree).toEqual({ all: [window, { test: 'season', season: 'half-term' }] });
    expect(screen.text).toContain('Mon 31 May to Fri 4 June');
  });

  it('takes a weekday of the month, and leaves some days and seasons out', async () => {
    await open({});
    await screen.click('once a month');
    await screen.fill('Which one of the month', '-1');
    expect((tree as { all: readonly WhenTest[] }).all[0]).toEqual(jasmine.objectContaining({ rule: 'FREQ=MONTHLY;BYDAY=-1SU' }));
    expect(screen.text).toContain('Sun 28 March, 10:00 to Sun 28 March, 16:00');
    await screen.fill('Except during a season', 'half-term');
    await screen.click('Except some days');
    const days = { test: 'window', from: { local: '2027-03-18T00:00', zone }, until: { local: '2027-03-19T00:00', zone } };
    expect((tree as { none: readonly WhenTest[] }).none).toEqual([{ test: 'season', season: 'half-term' }, days as WhenTest]);
    await screen.click('Take out: but not during Half-term');
    expect((tree as { none: readonly WhenTest[] }).none).toEqual([days as WhenTest]);
  });

  it('never leaves a rule without a day', async () => {
    await open({ all: [{ test: 'recurring', start: '2024-01-01T09:00', end: '2024-01-01T17:00', zone, rule: 'FREQ=WEEKLY;BYDAY=MO' }] });
    await screen.click('Mon');
    expect((tree as { all: readonly WhenTest[] }).all[0]).toEqual(jasmine.objectContaining({ rule: 'FREQ=WEEKLY;BYDAY=MO' }));
  });
});

describe('whenChoiceOf', () => {
  const daily = { test: 'time of day', from: '09:00', until: '17:00', zone } as const;
  const rows: readonly (readonly [title: string, tree: RuleTree<WhenTest>, kind: string | null])[] = [
    ['nothing', {}, 'always'],
    ['a test alone', daily, 'daily'],
    [
      'some days excepted',
      { all: [daily], none: [{ test: 'window', from: { local: '2027-04-01T00:00', zone }, until: { local: '2027-04-02T00:00', zone } }] },
      'daily',
    ],
    ['a season', { all: [{ test: 'season', season: 's' }] }, 'named'],
    ['a weekday of the month', { all: [{ test: 'recurring', start: '', end: '', zone, rule: 'FREQ=MONTHLY;BYDAY=-1SU' }] }, 'monthly'],
    ['hours excepted', { none: [daily] }, null],
    ['two that come again', { all: [daily, { ...daily, from: '10:00' }] }, null],
    ['either of two', { any: [daily, { ...daily, from: '10:00' }] }, null],
    ['a rule of months', { all: [{ test: 'recurring', start: '', end: '', zone, rule: 'FREQ=MONTHLY' }] }, null],
  ];
  for (const [title, tree, kind] of rows)
    it(`reads ${title} as ${kind ?? 'more than choices can say'}`, () => expect(whenChoiceOf(tree)?.kind ?? null).toBe(kind as never));
});
