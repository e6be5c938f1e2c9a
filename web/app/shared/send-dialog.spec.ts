import type { OfferedMove } from '@contract/workflows';
import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { EditionDetail } from '@contract/messages';
import { of, Subject, throwError } from 'rxjs';
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
  fields: [{ field: 'look', label: 'Look', before: 'calm', after: 'plainly', words: [], text: null, pictures: null, note: '' }],
};
const stale = new ApiProblem({
  type: 't',
  status: 409,
  code: 'stale',
  title: 'Overtaken',
  detail: 'Edwin was first.',
  clashes: [clash],
} as never);

const offer = (name: string, to: string, waitsFor: string[] = []): OfferedMove => ({
  name,
  to,
  publishes: to === 'approved',
  returns: false,
  isAuthors: false,
  waitsFor,
});

describe('SendDialog', () => {
  const api = jasmine.createSpyObj<ApiClient>('ApiClient', [
    'effect',
    'offers',
    'checkExpectations',
    'createEdition',
    'listEditions',
    'joinEdition',
  ]);
  const working = jasmine.createSpyObj<WorkingChangesService>('WorkingChangesService', ['drop', 'rebase']);
  const modal = jasmine.createSpyObj<NgbActiveModal>('NgbActiveModal', ['close', 'dismiss']);
  const person = { roles: ['administrator'] };
  const style = { zone: 'Europe/London', locale: 'en-GB', now: Date.parse('2027-03-18T09:40Z') };
  const session = {
    grants: [{ role: 'administrator', sections: [], locales: [] }],
    written: SessionService.prototype.written,
    session: signal({ person }),
    holds: () => true,
    may: SessionService.prototype.may,
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
    return { host, button, press, fixture };
  }
  beforeEach(() => {
    api.effect.and.returnValue(of([]));
    api.offers.and.returnValue(of({ workflow: 'Usual way', moves: [offer('send for review', 'in review'), offer('publish', 'approved')] }));
    api.listEditions.and.returnValue(of([]));
    api.checkExpectations.and.returnValue(of({ broken: [], mended: [], isPartial: false, covers: [], waits: [], beyond: null }));
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
    api.checkExpectations.and.returnValue(of({ broken: [], mended: [], isPartial: true, covers: [], waits: [], beyond: null }));
    await press('Try again');
    expect(host.textContent).toContain('only a part');
    expect(host.textContent).not.toContain('unchecked');
  });
  it('lets nothing go before what it does stands on the screen, and takes no answer to an older question', async () => {
    const effects = new Subject<never[]>();
    const first = new Subject<never>();
    const second = new Subject<never>();
    api.effect.and.returnValue(effects);
    api.checkExpectations.and.returnValues(first, second);
    const { button, fixture } = await open();
    const isHeld = () => [button('Publish'), button('Send for review')].map(each => each.disabled);
    expect(isHeld()).toEqual([true, true]);
    expect(button('Keep as draft').disabled).toBeFalse();
    effects.next([]);
    fixture.componentInstance['ahead'].setFrom({ local: '2027-04-01T09:00', zone: 'Europe/London' });
    await fixture.whenStable();
    const answer = { broken: [], mended: [], isPartial: false, covers: [], waits: [], beyond: null } as never;
    first.next(answer);
    await fixture.whenStable();
    expect(isHeld()).toEqual([true, true]);
    second.next(answer);
    await fixture.whenStable();
    expect(isHeld()).toEqual([false, false]);
  });

  it('puts the changes into an edition on its way, and says what that does', async () => {
    const easter = { id: 'e', title: 'Easter opening', stage: 'draft', summary: '1 page' } as never;
    api.listEditions.and.returnValue(of([easter]));
    const joined = { id: 'e' } as EditionDetail;
    api.joinEdition.and.returnValue(of(joined));
    const { host, press, fixture } = await open();
    fixture.componentInstance['together'].set(easter);
    await fixture.whenStable();
    expect(host.textContent).toContain('It goes live with all else in it');
    expect(host.textContent).not.toContain('Keep as draft');
    await press('Add to “Easter opening”');
    expect(api.joinEdition.calls.mostRecent().args[1].changes.map(each => each.recordId)).toEqual(['a']);
    expect(modal.close).toHaveBeenCalledWith(joined);
  });

  it('offers the moves of the workflow by their own verbs, and says what one of them waits for', async () => {
    api.offers.and.returnValue(
      of({
        workflow: 'Safety',
        moves: [offer('pass to safety', 'safety check'), offer('put live', 'approved', ['One remark is not settled yet.'])],
      }),
    );
    const { host, button, press } = await open();
    expect(host.textContent).toContain('Put live: One remark is not settled yet.');
    expect([button('Put live at once').disabled, button('Pass to safety').disabled]).toEqual([true, false]);
    await press('Pass to safety');
    expect(api.createEdition.calls.mostRecent().args[0].move!.name).toBe('pass to safety');
  });

  it('lets a draft be kept where nothing is known of how it goes on', async () => {
    api.offers.and.returnValue(throwError(() => new Error('away')));
    const { button } = await open();
    expect([button('Keep as draft').disabled, button('at once')]).toEqual([false, undefined!]);
  });
});
