import { TestBed } from '@angular/core/testing';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { Comparison } from '@contract/messages';
import { of, Subject, throwError, type Observable } from 'rxjs';
import { make, Screen } from '../testing/site';
import { HistoryDialog } from './history-dialog';

const revision = (id: string, createdAt: number, mark: string | null) => ({
  id,
  parentId: null,
  createdAt,
  author: { id: 'p', name: 'Bea' },
  note: '',
  mark,
});
const record = {
  id: 'r',
  title: 'Gale rule',
  live: { revisionId: 'new', value: 'now' },
  revisions: [revision('new', 3, 'live'), revision('mid', 2, null), revision('old', 1, null)],
};
const change = (label: string) =>
  ({ changes: [{ field: label, label, before: 'a', after: 'b', words: [], text: null, pictures: null, note: '' }] }) as Comparison;

describe('HistoryDialog', () => {
  let closed: unknown;
  const show = async (answers: Record<string, (...given: never[]) => Observable<unknown>>, mayRestore = true) => {
    closed = undefined;
    const modal = { close: (value: unknown) => (closed = value), dismiss: () => (closed = null) };
    TestBed.configureTestingModule({ providers: [{ provide: NgbActiveModal, useValue: modal }] });
    const fixture = await make(
      HistoryDialog,
      {},
      { readRecord: () => of(record), readRevision: (id: string) => of({ id, recordId: 'r', value: `said in ${id}` }), ...answers },
    );
    Object.assign(fixture.componentInstance, { recordId: 'r', mayRestore });
    fixture.componentInstance.ngOnInit();
    const screen = new Screen(fixture);
    await screen.settle();
    return screen;
  };
  const choose = async (screen: Screen, at: number) => {
    screen.host.querySelectorAll<HTMLElement>('li button')[at]!.click();
    await screen.settle();
  };

  it('compares an older version with what is live, the older as before', async () => {
    const asked: string[] = [];
    const compare = (before: string, after: string) => {
      asked.push(`${before} ${after}`);
      return of(change('Rule'));
    };
    const screen = await show({ compareRevisions: compare as never });
    await choose(screen, 2);
    expect([asked, screen.text.includes('Gale rule'), screen.host.querySelector('dt')!.textContent]).toEqual([['old new'], true, 'Rule']);
  });

  it('shows the comparison that was asked for last', async () => {
    const answers = new Map<string, Subject<Comparison>>();
    const compare = (before: string, after: string) => {
      answers.set(`${before} ${after}`, new Subject());
      return answers.get(`${before} ${after}`)!;
    };
    const screen = await show({ compareRevisions: compare as never });
    await choose(screen, 1);
    await choose(screen, 2);
    answers.get('old new')!.next(change('Second'));
    answers.get('mid new')!.next(change('First'));
    await screen.settle();
    expect(screen.host.querySelector('dt')!.textContent).toBe('Second');
  });

  it('gives back the older version to go on from, to whoever may', async () => {
    const screen = await show({ compareRevisions: () => of(change('Rule')) });
    await choose(screen, 1);
    await screen.click('Restore these words');
    expect(closed).toBe('said in mid');
  });

  it('offers nobody else to go back', async () => {
    const reading = await show({ compareRevisions: () => of(change('Rule')) }, false);
    await choose(reading, 1);
    expect(reading.text).not.toContain('Restore');
  });

  it('says when the history cannot be read', async () => {
    const screen = await show({ readRecord: () => throwError(() => new Error('The server does not answer.')) });
    expect(screen.host.querySelector('[role="alert"]')!.textContent).toContain('The server does not answer.');
  });
});
