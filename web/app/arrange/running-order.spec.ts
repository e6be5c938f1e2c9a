import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { OrderRow, View } from '@contract/messages';
import { everywhere } from '@core/rule/rule';
import { LiveService } from '../state/live.service';
import { SessionService } from '../state/session.service';
import { RunningOrder, type OrderMove } from './running-order';

const row = (placementId: string, number: number | null, part: Partial<OrderRow> = {}): OrderRow => ({
  placementId,
  locale: 'en-GB',
  blockId: 'b',
  title: placementId,
  blockType: 'notice',
  target: { kind: 'region', name: 'main' },
  number,
  status: 'live',
  waiting: null,
  where: 'every page',
  sentence: [],
  pageCount: 3,
  away: null,
  why: [],
  value: {
    version: 1,
    blockId: 'b',
    target: { kind: 'region', name: 'main' },
    order: 'a0',
    rule: everywhere,
    off: false,
    look: '',
    align: 'start',
    title: { show: 'block', own: '' },
    anchor: '',
    reason: '',
  },
  revisionId: 'r',
  nextChange: null,
  ...part,
});

describe('RunningOrder', () => {
  let fixture: ComponentFixture<RunningOrder>;
  const moves: OrderMove[] = [];
  const rowOf = (id: string) => (fixture.nativeElement as HTMLElement).querySelector<HTMLElement>(`[data-row="${id}"]`)!;
  const press = (id: string, key: string) =>
    rowOf(id).dispatchEvent(new KeyboardEvent('keydown', { key, altKey: true, bubbles: true, cancelable: true }));

  beforeEach(async () => {
    moves.length = 0;
    await TestBed.configureTestingModule({
      imports: [RunningOrder],
      providers: [
        provideZonelessChangeDetection(),
        {
          provide: SessionService,
          useValue: { style: { zone: 'UTC', locale: 'en-GB', now: 0 }, session: () => ({ person: { id: 'me' } }) },
        },
      ],
    }).compileComponents();
    fixture = TestBed.createComponent(RunningOrder);
    const away = row('away', null, { away: { step: 'who', short: 'only for members', sentence: '', remedy: '' } });
    fixture.componentRef.setInput('view', {
      targets: [
        { kind: 'region', name: 'main', label: 'Main', rows: [row('first', 1), row('second', 2), away] },
        { kind: 'region', name: 'aside', label: 'Aside', rows: [] },
      ],
      elsewhere: 4,
    } as unknown as View);
    fixture.componentInstance.moved.subscribe(move => moves.push(move));
    await fixture.whenStable();
  });

  it('lists what shows and what stays away, with its reason', () => {
    const text = (fixture.nativeElement as HTMLElement).textContent;
    expect(text).toContain('2 show here, 1 away.');
    expect(text).toContain('Nothing here.');
    expect(rowOf('away').textContent).toContain('away: only for members');
  });

  it('moves a row by Alt and an arrow, and never beyond its region', () => {
    press('first', 'ArrowDown');
    press('first', 'ArrowUp');
    press('away', 'ArrowDown');
    expect(moves.map(move => [move.row.placementId, move.target, move.index])).toEqual([['first', 'main', 1]]);
  });

  it('moves nothing for somebody who may not place', async () => {
    fixture.componentRef.setInput('mayMove', false);
    await fixture.whenStable();
    press('first', 'ArrowDown');
    expect(moves).toEqual([]);
  });

  it('says who else changes a placement or the words of its block', async () => {
    const held = (recordId: string, personId: string, name: string) => ({ recordId, locale: 'en-GB', personId, name, since: 0 });
    const live = TestBed.inject(LiveService);
    live.take({ kind: 'hello', held: [held('first', 'me', 'Ida'), held('first', 'bea', 'Bea'), held('b', 'edwin', 'Edwin')] });
    await fixture.whenStable();
    expect(rowOf('away').textContent).toContain('Edwin writing');
    live.take({ kind: 'hello', held: [held('away', 'me', 'Ida')] });
    await fixture.whenStable();
    expect(rowOf('away').textContent).not.toContain('writing');
  });
});
