import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { RecordDetail } from '@contract/messages';
import { of, Subject, throwError } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { MergeService } from '../merging/merge.service';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import { WritingService } from './writing.service';

interface Words {
  readonly title: string;
  readonly text: string;
}

const person = { id: 'bea', name: 'Bea', email: '', roles: ['writer'] };
const proposal = (headRevisionId: string, value: Words, isOwn = true) => ({
  id: isOwn ? 'mine' : 'theirs',
  editionId: 'e',
  stage: 'draft' as const,
  headRevisionId,
  value,
  author: { id: 'x', name: 'X' },
  updatedAt: 0,
  isOwn,
  moves: [],
  baseMoved: false,
});
const record = (part: Partial<RecordDetail> = {}): RecordDetail => ({
  id: 'page',
  kind: 'page',
  title: 'T',
  insetIn: [],
  namedBy: [],
  status: 'live',
  waiting: null,
  nextChange: null,
  live: { revisionId: 'live', value: { title: 'T', text: 'live' } },
  proposals: [],
  newest: null,
  revisions: [],
  publications: [],
  usedOn: [],
  pagesChanged: [],
  locale: 'en-GB',
  inLocales: [],
  ...part,
});

describe('WritingService', () => {
  let api: jasmine.SpyObj<ApiClient>;
  const merges = jasmine.createSpyObj<MergeService>('MergeService', ['ofClash', 'intoProposal']);
  const begin = (answer: RecordDetail, proposalId: string | null = null) => {
    TestBed.resetTestingModule();
    api = jasmine.createSpyObj<ApiClient>('ApiClient', ['readRecord', 'saveProposal', 'moveEdition']);
    api.readRecord.and.returnValue(of(answer));
    TestBed.configureTestingModule({
      providers: [
        WritingService,
        provideRouter([]),
        { provide: ApiClient, useValue: api },
        { provide: MergeService, useValue: merges },
        { provide: MessageService, useValue: jasmine.createSpyObj('MessageService', ['done', 'problem']) },
        { provide: PagesService, useValue: { refresh: () => undefined } },
        {
          provide: SessionService,
          useValue: {
            session: () => ({ person }),
            person$: new Subject(),
            site: { locale: 'en-GB' },
            grants: [{ role: 'writer', sections: [], locales: [] }],
            written: SessionService.prototype.written,
            style: { zone: 'UTC', locale: 'en-GB', now: 0 },
          },
        },
      ],
    });
    const writing = TestBed.inject(WritingService) as WritingService<Words>;
    writing.open('page', 'page', proposalId);
    return writing;
  };
  beforeEach(() => localStorage.clear());

  it('goes on with one’s own draft rather than with what is live', () => {
    expect(begin(record({ proposals: [proposal('p1', { title: 'T', text: 'draft' })] })).value()!.text).toBe('draft');
  });

  it('goes on with another’s proposal only when asked to', () => {
    const answer = record({ proposals: [proposal('p1', { title: 'T', text: 'theirs' }, false)] });
    expect(begin(answer).value()!.text).toBe('live');
    expect(begin(answer, 'theirs').value()!.text).toBe('theirs');
  });

  it('keeps every keystroke until it is saved', () => {
    begin(record()).set({ title: 'T', text: 'typed' });
    const again = begin(record());
    expect([again.value()!.text, again.wasKept(), again.isChanged()]).toEqual(['typed', true, true]);
    again.discard();
    expect(begin(record()).value()!.text).toBe('live');
  });

  it('holds both versions when somebody saved in between, and saves mine after theirs', () => {
    const writing = begin(record({ proposals: [proposal('p1', { title: 'T', text: 'draft' })] }));
    writing.set({ title: 'T', text: 'mine' });
    const stale = new ApiProblem({
      type: '',
      title: '',
      status: 409,
      detail: '',
      code: 'stale',
      clashes: [
        {
          recordId: 'a',
          title: 'T',
          yours: null,
          theirs: { revisionId: 'p2', value: { title: 'T', text: 'theirs' }, by: 'Edwin', at: 0 },
          fields: [],
        },
      ],
    });
    api.saveProposal.and.returnValue(throwError(() => stale));
    writing.save();
    expect([writing.value()!.text, writing.clash()!.theirs.by]).toEqual(['mine', 'Edwin']);
    api.saveProposal.and.returnValue(of(record({ proposals: [proposal('p3', { title: 'T', text: 'mine' })] })));
    writing.saveOverTheirs();
    expect(api.saveProposal.calls.mostRecent().args[1].parentRevisionId).toBe('p2');
    expect([writing.clash(), writing.isChanged()]).toEqual([null, false]);
  });

  it('brings both versions together in the form, over theirs, and saves nothing by itself', async () => {
    const writing = begin(record({ proposals: [proposal('p1', { title: 'T', text: 'draft' })] }));
    writing.set({ title: 'T', text: 'mine' });
    const theirs = { revisionId: 'p2', value: { title: 'T', text: 'theirs' }, by: 'Edwin', at: 0 };
    const clashes = [{ recordId: 'a', title: 'T', yours: null, theirs, fields: [] }];
    const stale = new ApiProblem({ type: '', title: '', status: 409, detail: '', code: 'stale', clashes });
    api.saveProposal.and.returnValue(throwError(() => stale));
    writing.save();
    merges.ofClash.and.resolveTo({ merging: { value: { title: 'T', text: 'both' } } as never, choices: {} });
    await writing.bringTogether();
    expect(merges.ofClash.calls.mostRecent().args[0].baseRevisionId).toBe('p1');
    expect([writing.value()!.text, writing.clash(), writing.isChanged()]).toEqual(['both', null, true]);
    api.saveProposal.calls.reset();
    api.saveProposal.and.returnValue(of(record({ proposals: [proposal('p3', { title: 'T', text: 'both' })] })));
    writing.save();
    expect(api.saveProposal.calls.mostRecent().args[1].parentRevisionId).toBe('p2');
  });
});
