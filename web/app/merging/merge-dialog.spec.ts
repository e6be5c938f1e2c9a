import { provideZonelessChangeDetection } from '@angular/core';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { TestBed } from '@angular/core/testing';
import type { MergeConflict, Merging } from '@contract/merging';
import { of, Subject } from 'rxjs';
import { Screen } from '../testing/site';
import { MergeDialog, type Choices, type MergeResult } from './merge-dialog';

const conflict = (path: string, part: Partial<MergeConflict> = {}): MergeConflict => ({
  path,
  label: 'Text',
  around: { before: 'The hide opens at', after: ' each day' },
  base: ' eight',
  ours: ' ten',
  theirs: ' nine',
  both: ' ten nine',
  chosen: null,
  ...part,
});
const merging = (conflicts: readonly MergeConflict[]): Merging => ({
  value: 'merged',
  conflicts: [...conflicts],
  brought: [],
  taken: [],
  other: { revisionId: 'r', by: 'Edwin', at: 0 },
});

describe('MergeDialog', () => {
  const modal = jasmine.createSpyObj<NgbActiveModal>('NgbActiveModal', ['close', 'dismiss']);
  async function open(ask: (choices: Choices) => ReturnType<MergeDialog['wish']['ask']>) {
    modal.close.calls.reset();
    TestBed.configureTestingModule({
      imports: [MergeDialog],
      providers: [provideZonelessChangeDetection(), { provide: NgbActiveModal, useValue: modal }],
    });
    const wish = { title: 'Hours', ours: 'Yours', theirs: 'Edwin’s', accept: 'Go on with both', ask };
    const fixture = TestBed.createComponent(MergeDialog);
    fixture.componentInstance.wish = wish;
    await fixture.whenStable();
    const screen = new Screen(fixture);
    const accept = () => [...screen.host.querySelectorAll<HTMLButtonElement>('.foot button')].pop()!;
    return { screen, accept };
  }

  it('goes on at once where nobody changed what the other did', async () => {
    const { screen, accept } = await open(() => of(merging([])));
    expect(screen.text).toContain('All of it goes together by itself');
    accept().click();
    expect((modal.close.calls.mostRecent().args[0] as MergeResult).merging.value).toBe('merged');
  });

  it('puts each version into the text where it stands, and goes on only when every place is settled and answered', async () => {
    const asked: Choices[] = [];
    const later = new Subject<Merging>();
    const conflicts = [conflict('a'), conflict('b', { both: null, base: '' })];
    const { screen, accept } = await open(choices => {
      asked.push(choices);
      return Object.keys(choices).length < 2 ? of(merging(conflicts)) : later;
    });
    expect(screen.text).toContain('2 places were changed by both; 2 are still to be settled');
    const marks = () => [...screen.host.querySelectorAll('mark')].map(each => each.textContent.trim());
    expect(marks()).toEqual(['eight', 'nothing']);
    const radios = [...screen.host.querySelectorAll<HTMLInputElement>('input[type=radio]')];
    expect(radios.length).toBe(7);
    radios[3]!.click();
    await screen.settle();
    expect(marks()).toEqual(['ten nine', 'nothing']);
    expect(accept().textContent).toContain('Settle one more place');
    radios[5]!.click();
    await screen.settle();
    expect([accept().disabled, asked.at(-1)]).toEqual([true, { a: 'both', b: 'theirs' }]);
    later.next(merging(conflicts));
    await screen.settle();
    expect(accept().disabled).toBeFalse();
    accept().click();
    expect((modal.close.calls.mostRecent().args[0] as MergeResult).choices).toEqual({ a: 'both', b: 'theirs' });
  });
});
