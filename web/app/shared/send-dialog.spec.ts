import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { of, throwError } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { SessionService } from '../state/session.service';
import { WorkingChangesService, type WorkingChange } from '../state/working-changes.service';
import type { RecordClash } from './clashes';
import { SendDialog } from './send-dialog';

const change: WorkingChange = {
  recordId: 'a',
  kind: 'block',
  value: { look: '' },
  retires: false,
  baseRevisionId: 'old',
  title: 'Moth lamps',
  did: 'changed',
};
const clash: RecordClash = {
  recordId: 'a',
  title: 'Moth lamps',
  yours: { look: '' },
  theirs: { revisionId: 'newer', value: { look: 'calm' }, by: 'Edwin', at: Date.parse('2027-03-18T09:00Z') },
  fields: [{ field: 'look', label: 'Look', before: 'calm', after: 'plainly', words: [], note: '' }],
};
const stale = new ApiProblem({
  type: 't',
  status: 409,
  code: 'stale',
  title: 'Overtaken',
  detail: 'Edwin was first.',
  clashes: [clash],
} as never);

describe('SendDialog', () => {
  const api = jasmine.createSpyObj<ApiClient>('ApiClient', ['effect', 'checkExpectations', 'createEdition']);
  const working = jasmine.createSpyObj<WorkingChangesService>('WorkingChangesService', ['drop', 'rebase']);
  const modal = jasmine.createSpyObj<NgbActiveModal>('NgbActiveModal', ['close', 'dismiss']);
  const person = { roles: ['administrator'] };
  const style = { zone: 'Europe/London', locale: 'en-GB', now: Date.parse('2027-03-18T09:40Z') };
  const session = {
    grants: [{ role: 'administrator', sections: [], locales: [] }],
    written: SessionService.prototype.written,
    session: signal({ person }),
    holds: () => true,
    site: { locale: 'en-GB', zone: 'Europe/London', now: style.now },
    style,
  };

  async function open() {
    [api.effect, api.checkExpectations, api.createEdition, working.drop, working.rebase, modal.close, modal.dismiss].forEach(each =>
      each.calls.reset(),
    );
    await TestBed.configureTestingModule({
      imports: [SendDialog],
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        { provide: ApiClient, useValue: api },
        { provide: WorkingChangesService, useValue: working },
        { provide: NgbActiveModal, useValue: modal },
        { provide: SessionService, useValue: session },
      ],
    }).compileComponents();
    const fixture = TestBed.createComponent(SendDialog);
    fixture.componentInstance.changes = [change];
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    const button = (words: string) => [...host.querySelectorAll('button')].find(each => each.textContent.includes(words))!;
    const press = async (words: string) => {
      button(words).click();
      await fixture.whenStable();
    };
    return { host, button, press };
  }
  beforeEach(() => {
    api.effect.and.returnValue(of([]));
    api.checkExpectations.and.returnValue(of({ broken: [], mended: [], isPartial: false, covers: [], beyond: null }));
    api.createEdition.and.returnValue(throwError(() => stale));
  });

  it('shows both versions of what was overtaken, and saves nothing until it is settled', async () => {
    const { host, button, press } = await open();
    await press('Keep as draft');
    expect(host.textContent).toContain('Edwin saved a newer version of “Moth lamps”');
    expect(host.textContent).toContain('plainly');
    expect([button('Keep as draft').disabled, button('Publish at once').disabled]).toEqual([true, true]);
  });

  it('goes on with mine over theirs', async () => {
    const { button, press } = await open();
    await press('Keep as draft');
    await press('Keep mine');
    expect(working.rebase).toHaveBeenCalledWith('a', 'newer');
    expect(button('Keep as draft').disabled).toBeFalse();
    await press('Keep as draft');
    expect(api.createEdition.calls.mostRecent().args[0].changes[0]!.baseRevisionId).toBe('newer');
  });

  it('gives mine up for theirs, and closes when nothing is left', async () => {
    const { press } = await open();
    await press('Keep as draft');
    await press('Take theirs');
    expect(working.drop).toHaveBeenCalledWith('a');
    expect(modal.dismiss).toHaveBeenCalled();
  });

  it('says on its buttons what could not be found out, and asks again', async () => {
    api.effect.and.returnValue(throwError(() => stale));
    api.checkExpectations.and.returnValue(throwError(() => stale));
    const { host, press } = await open();
    expect(host.textContent).toContain('What this breaks could not be worked out');
    expect(host.textContent).toContain('Publish at once, unchecked');
    expect(host.textContent).toContain('what it does is not known');
    api.checkExpectations.and.returnValue(of({ broken: [], mended: [], isPartial: true, covers: [], beyond: null }));
    await press('Try again');
    expect(host.textContent).toContain('only a part');
    expect(host.textContent).not.toContain('unchecked');
  });
});
