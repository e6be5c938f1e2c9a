import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { SessionService } from './session.service';
import { WorkingChangesService, type WorkingChange } from './working-changes.service';

const person = { id: 'ida', name: 'Ida', email: '', roles: ['manager'] };
const change = (recordId: string, value: string, baseRevisionId: string | null = 'base'): WorkingChange => ({
  recordId,
  kind: 'placement',
  value,
  retires: false,
  baseRevisionId,
  title: recordId,
  did: 'moved',
});

function service(): WorkingChangesService {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [{ provide: SessionService, useValue: { person$: of(person), session: () => ({ person }) } }],
  });
  return TestBed.inject(WorkingChangesService);
}

describe('WorkingChangesService', () => {
  beforeEach(() => localStorage.clear());

  it('takes back and does again, step by step', () => {
    const working = service();
    working.make([change('a', '1')]);
    working.make([change('a', '2'), change('b', '1')]);
    working.undo();
    expect(working.changes().map(each => each.value)).toEqual(['1']);
    working.redo();
    expect(working.changes().map(each => each.recordId)).toEqual(['a', 'b']);
  });

  it('keeps the base of the first change when a record is changed again', () => {
    const working = service();
    working.make([change('a', '1', 'first')]);
    working.make([change('a', '2', null)]);
    expect(working.changes()[0]!.baseRevisionId).toBe('first');
  });

  it('is there again after a reload, and gone once saved', () => {
    service().make([change('a', '1')]);
    const again = service();
    expect(again.changes().length).toBe(1);
    again.clear();
    expect(service().changes().length).toBe(0);
  });

  it('begins empty when what was kept cannot be read', () => {
    localStorage.setItem('almanac.unsaved.ida', '{');
    expect(service().changes()).toEqual([]);
  });
});
