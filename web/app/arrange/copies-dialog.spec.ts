import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { TestBed } from '@angular/core/testing';
import type { BlockValue } from '@core/block/block';
import type { PlacementValue } from '@core/placement/placement';
import { placementOf } from '@core/testing/small-world';
import { of, Subject, type Observable } from 'rxjs';
import type { WorkingChange } from '../state/working-changes.service';
import { make, pageRow, Screen } from '../testing/site';
import { CopiesDialog } from './copies-dialog';

const pages = [
  pageRow('front', null, 0),
  pageRow('visit', 'front', 1),
  pageRow('tern', 'visit', 2, { type: 'reserve' }),
  pageRow('marsh', 'visit', 2, { type: 'reserve' }),
  pageRow('parking', 'visit', 2),
];
const value: BlockValue = {
  version: 2,
  type: 'rich text',
  typeVersion: 1,
  title: 'Hours',
  fields: { body: '<p>9 to 5</p>' },
  readers: null,
};

describe('CopiesDialog', () => {
  let screen: Screen;
  let made: readonly WorkingChange[] = [];
  const records = [{ id: 'hours', live: { revisionId: 'r', value }, revisions: [] }];
  const open = async (read: Observable<unknown>) => {
    TestBed.configureTestingModule({
      providers: [
        { provide: NgbActiveModal, useValue: { close: (changes: readonly WorkingChange[]) => (made = changes), dismiss: () => undefined } },
      ],
    });
    const fixture = await make(
      CopiesDialog,
      {},
      {
        listBlocks: () => of([{ title: 'Hours' }, { title: 'Hours, copy' }]),
        listPlacements: () =>
          of([
            {
              blockId: 'hours',
              status: 'live',
              value: placementOf({ blockId: 'hours', look: 'card', target: { kind: 'region', name: 'aside' } }),
            },
          ]),
        readRecords: () => read,
      },
    );
    fixture.componentInstance.blockIds = ['hours'];
    fixture.componentInstance.pages = pages;
    fixture.componentInstance.ngOnInit();
    screen = new Screen(fixture);
    await screen.settle();
  };
  beforeEach(() => open(of(records)));
  const titles = () => [...screen.host.querySelectorAll<HTMLInputElement>('td:first-child input')].map(each => each.value);

  it('numbers titles so that none is another’s', async () => {
    const count = screen.host.querySelector<HTMLInputElement>('#copies-count')!;
    count.value = '3';
    count.dispatchEvent(new Event('change'));
    await screen.settle();
    expect(titles()).toEqual(['Hours, copy 2', 'Hours, copy 3', 'Hours, copy 4']);
    await screen.fill('Title of copy 2', 'Hours, copy');
    expect(screen.host.querySelector<HTMLButtonElement>('.btn-primary')!.disabled).toBeTrue();
  });

  it('makes one for each page of a type beneath a section, where the first stood and how it looked', async () => {
    await screen.click('One for each page beneath…');
    await screen.fill('Section', 'visit reserve');
    expect(titles()).toEqual(['Hours, tern', 'Hours, marsh']);
    await screen.fill('Region of copy 2', 'main');
    await screen.click('Make 2 copies');
    expect(made.map(each => each.kind)).toEqual(['block', 'placement', 'block', 'placement']);
    const placements = made.filter(each => each.kind === 'placement').map(each => each.value as PlacementValue);
    expect(placements.map(each => [each.target.name, each.look, each.rule.where])).toEqual([
      ['aside', 'card', { any: [{ test: 'within', page: 'tern' }] }],
      ['main', 'card', { any: [{ test: 'within', page: 'marsh' }] }],
    ]);
    expect(placements[0]!.order < placements[1]!.order).toBeTrue();
    expect(placements[0]!.blockId).toBe(made[0]!.recordId);
    expect((made[0]!.value as BlockValue).fields).toEqual(value.fields);
  });

  it('keeps what was asked for before the blocks had come', async () => {
    TestBed.resetTestingModule();
    const read = new Subject();
    await open(read);
    await screen.click('One for each page beneath…');
    await screen.fill('Section', 'visit reserve');
    expect(titles()).toEqual([]);
    read.next(records);
    read.complete();
    await screen.settle();
    expect(titles()).toEqual(['Hours, tern', 'Hours, marsh']);
  });
});
