import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { BehaviorSubject } from 'rxjs';
import { BrowserStore } from './browser-store';
import { MessageService } from './message.service';
import { SessionService } from './session.service';
import { WorkingChangesService, type WorkingChange } from './working-changes.service';

const change = (recordId: string, value: unknown): WorkingChange => ({
  recordId,
  kind: 'block',
  value,
  retires: false,
  baseRevisionId: 'base',
  title: recordId,
  did: 'changed',
});

describe('unsaved changes in this browser', () => {
  const key = 'almanac.unsaved.p1';
  let working: WorkingChangesService;
  let messages: MessageService;
  beforeEach(() => {
    localStorage.removeItem(key);
    const person = { id: 'p1' };
    const session = { person$: new BehaviorSubject(person), session: signal({ person }) };
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: SessionService, useValue: session }],
    });
    working = TestBed.inject(WorkingChangesService);
    messages = TestBed.inject(MessageService);
  });
  afterEach(() => localStorage.removeItem(key));
  const fromOtherTab = (changes: readonly WorkingChange[]) => {
    localStorage.setItem(key, JSON.stringify({ changes, earlier: [], later: [] }));
    dispatchEvent(new StorageEvent('storage', { key, storageArea: localStorage }));
  };

  it('are told of when the browser has no room for them, and stay', () => {
    working.make([change('a', 1)]);
    spyOn(Storage.prototype, 'setItem').and.throwError(new DOMException('full', 'QuotaExceededError'));
    working.make([change('b', 2)]);
    expect(working.changes().map(each => each.recordId)).toEqual(['a', 'b']);
    expect(messages.message()?.text).toContain('no room left');
    const kept = TestBed.inject(BrowserStore).read<{ changes: readonly WorkingChange[] }>(key)!;
    expect(kept.changes.map(each => each.recordId))
      .withContext('what was kept before is still there')
      .toEqual(['a']);
  });

  it('take in what another tab changes alone', () => {
    working.make([change('a', 1)]);
    fromOtherTab([change('a', 1), change('b', 2)]);
    expect(working.changes().map(each => each.recordId)).toEqual(['a', 'b']);
  });

  it('keep their own version of what both tabs change, and say so', () => {
    working.make([change('a', 'mine')]);
    fromOtherTab([change('a', 'theirs')]);
    expect(working.changes().map(each => each.value)).toEqual(['mine']);
    expect(messages.message()?.text).toContain('Each tab keeps its own version');
  });

  it('are not taken away when another tab is done', () => {
    working.make([change('a', 1)]);
    fromOtherTab([]);
    expect(working.changes().length).toBe(1);
    expect(messages.message()?.text).toContain('still here');
  });

  it('go on over the revision that they were compared with', () => {
    working.make([change('a', 1)]);
    working.rebase('a', 'newer');
    expect(working.changes()[0]!.baseRevisionId).toBe('newer');
  });
});
