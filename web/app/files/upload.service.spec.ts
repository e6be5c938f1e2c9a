import { HttpEventType, HttpResponse } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NEVER, of, Subject, throwError, type Observable } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { titleFrom, UploadService } from './upload.service';

const refusal = (code: string, detail: string) => new ApiProblem({ type: '', title: '', status: 422, code, detail });
const file = (name: string, bytes = name) => new File([bytes], name);
const content = (hash: string) => ({ hash, mediaType: 'image/png', size: 3, width: 1, height: 1 });
const arrived = (name: string, sameAs: object[] = []) => new HttpResponse({ body: { content: content(name), name, sameAs } });

describe('UploadService', () => {
  let service: UploadService;
  let editions: { title: string; changes: { value: { title: string; folder: string } }[]; move?: { name: string } }[];
  let answers: Record<string, () => Observable<unknown>>;
  const publishes = { name: 'publish', to: 'approved', publishes: true, waitsFor: [] };
  let offered: readonly object[];

  beforeEach(() => {
    editions = [];
    offered = [publishes];
    answers = {};
    const receiveContent = (_bytes: Blob, name: string): Observable<unknown> => {
      return answers[name]?.() ?? of(arrived(name));
    };
    const createEdition = (edition: (typeof editions)[number]) => {
      editions.push(edition);
      return of({});
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: ApiClient, useValue: { receiveContent, createEdition, offers: () => of({ workflow: '', moves: offered }) } },
      ],
    });
    service = TestBed.inject(UploadService);
  });

  it('goes as far as the site’s workflows let it, and says how far that is', async () => {
    const sends = { name: 'send for review', to: 'in review', publishes: false, waitsFor: [] };
    for (const [moves, state, move] of [
      [[{ ...publishes, waitsFor: ['One remark is not settled yet.'] }, sends], 'proposed', 'send for review'],
      [[], 'drafted', undefined],
    ] as const) {
      offered = moves;
      service.bring([file(`${state}.png`)], '');
      await settle();
      expect([states().at(-1), editions.at(-1)!.move?.name]).toEqual([`${state}.png ${state}`, move]);
    }
  });

  /** Until nothing is on its way: what arrives together waits a moment for what else comes. */
  const settle = async () => {
    while (service.uploads().some(each => ['waiting', 'sending', 'looked at'].includes(each.state))) {
      await new Promise(resolve => setTimeout(resolve, 10));
    }
  };
  const states = () => service.uploads().map(each => `${each.name} ${each.state}`);

  it('makes records of all that arrive together, in one edition', async () => {
    service.bring([file('tern_point.png'), file('reeds.png')], 'Drawings');
    await settle();
    expect(states()).toEqual(['tern_point.png brought in', 'reeds.png brought in']);
    expect(editions.map(each => [each.title, each.changes.map(change => change.value.folder)])).toEqual([
      ['2 files brought in', ['Drawings', 'Drawings']],
    ]);
  });

  it('goes on with the others when one is refused, and says why', async () => {
    answers['harm.svg'] = () => throwError(() => refusal('invalid', 'It holds a “script”.'));
    service.bring([file('harm.svg'), file('reeds.png')], '');
    await settle();
    expect([states(), service.uploads()[0]!.fault]).toEqual([['harm.svg refused', 'reeds.png brought in'], 'It holds a “script”.']);
  });

  it('brings in nothing twice, from the library or from one choice', async () => {
    answers['known.png'] = () => of(arrived('known', [{ id: 'f1', title: 'Known' }]));
    answers['a.png'] = () => of(arrived('same'));
    answers['b.png'] = () => of(arrived('same'));
    service.bring([file('known.png'), file('a.png'), file('b.png')], '');
    await settle();
    expect(states()).toEqual(['known.png there already', 'a.png brought in', 'b.png there already']);
    const [known, first, second] = service.uploads().map(each => each.fileId);
    expect([known, second, editions[0]!.changes.length]).toEqual(['f1', first, 1]);
  });

  it('shows how far one is, and stops it', () => {
    const progress = new Subject<object>();
    answers['long.mp4'] = () => progress;
    service.bring([file('long.mp4')], '');
    progress.next({ type: HttpEventType.UploadProgress, loaded: 1, total: 4 });
    expect([service.uploads()[0]!.state, service.uploads()[0]!.sent]).toEqual(['sending', 0.25]);
    service.stop(service.uploads()[0]!.id);
    expect([states(), progress.observed]).toEqual([['long.mp4 stopped'], false]);
    service.putAway();
    expect(service.uploads()).toEqual([]);
  });

  it('sends three at a time, the others when one has come', () => {
    for (const name of ['a', 'b', 'c', 'd']) answers[name] = () => NEVER;
    service.bring(
      ['a', 'b', 'c', 'd'].map(name => file(name)),
      '',
    );
    expect(states()).toEqual(['a sending', 'b sending', 'c sending', 'd waiting']);
  });
});

describe('titleFrom', () => {
  it('is the name in words', () =>
    expect([titleFrom('tern_point-2'), titleFrom('ŵyn'), titleFrom('--')]).toEqual(['Tern point 2', 'Ŵyn', '--']));
});
