import { Component, input } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { SeasonRow } from '@contract/seasons';
import type { SeasonValue } from '@core/season/season';
import { of } from 'rxjs';
import { WorkingChangesService } from '../state/working-changes.service';
import { make, Screen } from '../testing/site';
import { RulesService } from './rules.service';
import { SeasonList } from './season-list';

const zone = 'Europe/London';
const once = (from: string, until: string) =>
  ({ test: 'window', from: { local: `${from}T00:00`, zone }, until: { local: `${until}T00:00`, zone } }) as const;
const row: SeasonRow = {
  id: 'half-term',
  title: 'Half-term',
  reason: '',
  sentence: 'from 31 May until 4 June',
  value: { version: 1, title: 'Half-term', reason: '', dates: [once('2027-05-31', '2027-06-05')] },
  revisionId: 'r',
  status: 'live',
  waiting: null,
  changedAt: 0,
  changedBy: '',
  governs: [],
  followedBy: [],
  next: [],
  source: null,
};

@Component({
  selector: 'almanac-host',
  imports: [SeasonList],
  providers: [RulesService],
  template: `<almanac-season-list [chosen]="chosen()" (choose)="asked = $event" />`,
})
class Host {
  readonly chosen = input('half-term');
  asked = '';
}

describe('SeasonList', () => {
  let screen: Screen;
  let asked: () => string;
  const open = async (chosen = 'half-term', roles: readonly string[] = ['manager'], stored: SeasonRow = row) => {
    const answers = {
      listSeasons: () => of([stored]),
      effect: () => of([{ label: 'Governs nothing yet', pages: [], gained: [], lost: [] }]),
    };
    const fixture = await make(Host, { chosen }, answers, roles);
    // What other screens left unsaved in this browser.
    TestBed.inject(WorkingChangesService).clear();
    screen = new Screen(fixture);
    asked = () => fixture.componentInstance.asked;
    await screen.settle();
  };
  const made = () => TestBed.inject(WorkingChangesService).changes();
  const valueOf = () => made()[0]!.value as SeasonValue;
  afterEach(() => TestBed.inject(WorkingChangesService).clear());

  it('lists the next dates of the season in hand, and makes one come every year', async () => {
    await open();
    expect(screen.text).toContain('Mon 31 May to Fri 4 June');
    expect(screen.text).not.toContain('2028');
    await screen.click('every year');
    expect(valueOf().dates).toEqual([{ test: 'recurring', start: '2027-05-31T00:00', end: '2027-06-05T00:00', zone, rule: 'FREQ=YEARLY' }]);
    expect(screen.text).toContain('Wed, 31 May 2028');
    expect(made()[0]!.baseRevisionId).toBe('r');
  });

  it('adds a date after the last one, and never leaves a season without any', async () => {
    await open();
    expect(screen.text).not.toContain('Take out');
    await screen.click('Another date');
    expect(valueOf().dates).toEqual([once('2027-05-31', '2027-06-05'), once('2027-06-05', '2027-06-12')]);
    await screen.click('Take out: from 5 June until 11 June');
    expect(valueOf().dates.length).toBe(1);
  });

  it('begins a new one, names it once it has a name, and deletes what nothing rests on', async () => {
    await open();
    await screen.click('Make a new one');
    expect([made()[0]!.baseRevisionId, made()[0]!.kind, asked()]).toEqual([null, 'season', made()[0]!.recordId]);
    await screen.click('Delete');
    expect(made().find(each => each.recordId === 'half-term')).toEqual(jasmine.objectContaining({ retires: true, value: null }));
  });

  it('only tells those who may not change it', async () => {
    await open('half-term', ['writer']);
    expect(screen.text).toContain('from 31 May until 4 June');
    expect(screen.text).not.toContain('Make a new one');
    expect(screen.host.querySelector('input')).toBeNull();
  });

  it('shows what its calendar elsewhere says otherwise, and takes it only when told to', async () => {
    const source = { address: 'https://terms.example/a.ics', event: 'Half-term' };
    const dates = [once('2027-06-07', '2027-06-12')];
    const other = { dates, next: [{ from: 1, until: 2, words: 'Mon 7 June to Fri 11 June' }] };
    await open('half-term', ['manager'], {
      ...row,
      value: { ...row.value, source },
      source: { address: source.address, readAt: Date.parse('2027-03-18T06:00Z'), fault: '', other },
    });
    expect(screen.text).toContain('read Thu 18 March, 06:00');
    expect(screen.text).toContain('Mon 7 June to Fri 11 June');
    expect(made()).toEqual([]);
    await screen.click('Take these dates');
    expect(valueOf()).toEqual({ ...row.value, dates, source });
    expect(screen.text).not.toContain('It says other dates now');
    await screen.click('Leave it');
    expect(valueOf()).toEqual({ ...row.value, dates });
  });
});
