import { TestBed } from '@angular/core/testing';
import { SendService } from '../shared/send.service';
import { WorkingChangesService, type WorkingChange } from '../state/working-changes.service';
import { FilePanel } from './file-panel';
import { of } from 'rxjs';
import { fileRow, make, Screen, type Answers } from '../testing/site';
import { FilesWorkspace } from './files';
import { FocalPoint } from './focal-point';

const content = { hash: 'a'.repeat(64), mediaType: 'image/png', size: 2_000, width: 40, height: 20 };
const value = {
  version: 1,
  title: 'dunes',
  name: 'dunes',
  content,
  words: '',
  isDecoration: false,
  caption: '',
  credit: '',
  focalPoint: { x: 0.5, y: 0.5 },
  folder: '',
  topics: [],
  readers: null,
};
const record = { id: 'dunes', kind: 'file', title: 'dunes', live: { revisionId: 'r1', value }, revisions: [], namedBy: [] };

describe('FilesWorkspace', () => {
  const show = async (inputs: Readonly<Record<string, unknown>>, answers: Answers) => {
    const screen = new Screen(await make(FilesWorkspace, inputs, { readRecord: () => of(record), ...answers }));
    await screen.until(() => !!screen.host.querySelector('almanac-plate') || screen.text.includes('There are no files yet'));
    return screen;
  };
  const list = (files: readonly object[], total = files.length) =>
    of({ files, total, folders: [{ name: 'Drawings', count: 2 }], topics: ['birds'] });

  it('shows each file with its words, and strikes the eye where they are missing', async () => {
    const screen = await show(
      {},
      { listFiles: () => list([fileRow('dunes'), fileRow('reeds', { words: 'Reeds in wind.', lacksWords: false })]) },
    );
    const plates = [...screen.host.querySelectorAll('almanac-plate')].map(each => each.textContent.trim().replace(/\s+/g, ' '));
    expect(plates).toEqual(['dunesno words for those who cannot see itPNG, 2 kB', 'reeds Reeds in wind. PNG, 2 kB']);
  });

  it('asks for what the address says, and for more when there is more', async () => {
    const asked: object[] = [];
    const screen = await show(
      { sort: 'picture', lacking: 'words' },
      {
        listFiles: (query: object) => {
          asked.push(query);
          return list([fileRow(`f${asked.length}`)], 500);
        },
      },
    );
    await screen.click('Show 120 more of 500');
    expect([asked[0], asked.at(-1)]).toEqual([
      jasmine.objectContaining({ sort: 'picture', lacking: 'words' }),
      jasmine.objectContaining({ skip: 1, sort: 'picture' }),
    ]);
  });

  it('says what to do first where there is none', async () => {
    const screen = await show({}, { listFiles: () => list([]) });
    expect(screen.text).toContain('There are no files yet. Drop some here');
  });
});

describe('FocalPoint', () => {
  it('is set by two sliders, and by pointing but not by a key on the picture', async () => {
    const size = { width: 100, height: 50 };
    const fixture = await make(FocalPoint, { address: '', size, point: { x: 0.5, y: 0.5 } });
    const points: object[] = [];
    fixture.componentInstance.pointChange.subscribe(point => points.push(point));
    const host = fixture.nativeElement as HTMLElement;
    const across = host.querySelector<HTMLInputElement>('#focal-across')!;
    across.value = '20';
    across.dispatchEvent(new Event('input'));
    const picture = host.querySelector<HTMLElement>('.picture')!;
    picture.click();
    const box = picture.getBoundingClientRect();
    picture.dispatchEvent(new MouseEvent('click', { detail: 1, clientX: box.left + box.width, clientY: box.top }));
    expect(points[0]).toEqual({ x: 0.2, y: 0.5 });
    expect(points.length).toBe(2);
  });
});

describe('one file', () => {
  it('is sent with what was changed of it, from the revision that was read', async () => {
    const fixture = await make(FilePanel, { file: fileRow('dunes') }, { readRecord: () => of(record) });
    const made: WorkingChange[] = [];
    TestBed.inject(WorkingChangesService).make = changes => void made.push(...changes);
    TestBed.inject(SendService).send = () => Promise.resolve(true);
    const screen = new Screen(fixture);
    await screen.settle();
    const words = screen.host.querySelector<HTMLTextAreaElement>('#file-words')!;
    words.value = 'Dunes under a pale sky.';
    words.dispatchEvent(new Event('input'));
    await screen.settle();
    await screen.click('Save this…');
    expect(made.map(each => [each.baseRevisionId, each.value])).toEqual([['r1', { ...value, words: 'Dunes under a pale sky.' }]]);
    await screen.click('It adds nothing to the words around it');
    expect([words.value, words.disabled]).toEqual(['', true]);
  });
});
