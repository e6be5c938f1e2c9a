import type { RuleTree, WhenTest } from '@core/rule/rule';
import { make, Screen } from '../testing/site';
import { whenChoiceOf } from './when-choice';
import { WhenControl } from './when-control';

const zone = 'Europe/London';

describe('WhenControl', () => {
  let tree: RuleTree<WhenTest>;
  let screen: Screen;
  const open = async (start: RuleTree<WhenTest>) => {
    tree = start;
    const fixture = await make(WhenControl, { tree });
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
