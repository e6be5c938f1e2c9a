import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { TestBed } from '@angular/core/testing';
import type { EditionDetail, EditionRow } from '@contract/messages';
import { of, throwError } from 'rxjs';
import { make, Screen } from '../testing/site';
import { ManyDialog } from './many-dialog';

const rows = ['a', 'b', 'c', 'd', 'e'].map(id => ({ id, title: `Edition ${id}`, author: { id: 'x', name: 'Bea' } }) as EditionRow);
const offer = { name: 'approve', to: 'approved', publishes: true, returns: false, isAuthors: false, waitsFor: [] as string[] };
const detail = (id: string, part: object = {}) =>
  ({
    id,
    stage: 'in review',
    author: { id: 'x', name: 'Bea' },
    offers: [offer],
    wishedFrom: null,
    changes: [{ title: 'Lamps', headRevisionId: `head ${id}`, baseMoved: false, effect: { label: 'Changes 2 pages' } }],
    ...part,
  }) as unknown as EditionDetail;
const answers: Record<string, EditionDetail> = {
  a: detail('a'),
  b: detail('b', { offers: [{ ...offer, waitsFor: ['One remark is not settled yet.'] }] }),
  c: detail('c', { wishedFrom: 1 }),
  d: detail('d'),
  e: detail('e', { stage: 'draft' }),
};

describe('ManyDialog', () => {
  it('lets go what nothing else has to be decided about, one after another, and says why not the rest', async () => {
    const moved: unknown[] = [];
    TestBed.configureTestingModule({ providers: [{ provide: NgbActiveModal, useValue: { close: () => undefined } }] });
    const fixture = await make(ManyDialog, {}, {
      readEdition: (id: string) => of(answers[id]),
      checkExpectations: () => of({ broken: [], covers: [], waits: [], mended: [], beyond: null, isPartial: false }),
      moveEdition: (id: string, move: unknown) => {
        moved.push([id, move]);
        return id === 'd' ? throwError(() => new Error('Somebody was first.')) : of(answers[id]);
      },
    } as never);
    fixture.componentInstance.rows = rows;
    fixture.componentInstance.ngOnInit();
    const screen = new Screen(fixture);
    await screen.settle();
    expect(screen.text).toContain('Lamps: Changes 2 pages');
    expect(screen.text).toContain('Approve: One remark is not settled yet.');
    expect(screen.text).toContain('It is wished for a date.');
    expect(screen.text).toContain('It has not been sent; its author still writes on it.');
    expect(moved).toEqual([]);
    await screen.click('Let these 2 go live');
    expect(moved).toEqual([
      ['a', { name: 'approve', decidedOn: ['head a'] }],
      ['d', { name: 'approve', decidedOn: ['head d'] }],
    ]);
    expect(screen.text).toContain('Somebody was first.');
  });
});
