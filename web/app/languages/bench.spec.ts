import { TestBed } from '@angular/core/testing';
import type { TakeInReport } from '@contract/exchange';
import type { Words, WordsField } from '@contract/languages';
import { NEVER, of, throwError } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { SessionService } from '../state/session.service';
import { make, pageRow, Screen } from '../testing/site';
import { OutAndIn } from './out-and-in';
import { TakeIn } from './take-in';
import { Terms } from './terms';
import { WordsService } from './words.service';
import { WordsWriter } from './words-writer';
import { WordChoicesSetUp } from './word-choices';
import { StylesSetUp } from '../set-up/styles-set-up';

const savesTo = (sent: object[]) => {
  (TestBed.inject(SessionService) as unknown as { saveSettings: (wish: object) => unknown }).saveSettings = wish => {
    sent.push(wish);
    return of({});
  };
};

describe('what helps whoever writes', () => {
  beforeEach(() => localStorage.clear());
  const field = (name: string, base: string): WordsField => ({
    name,
    label: name,
    help: '',
    field: null,
    mayDiffer: true,
    state: 'follows',
    base,
    followed: base,
    followedFrom: 'en-GB',
    sourceChange: [],
  });
  const record: Words = {
    id: 'dogs',
    kind: 'page',
    title: 'Dogs',
    locale: 'cy',
    baseLocale: 'en-GB',
    baseRevisionId: 'r1',
    fields: [field('title', 'Dogs at 6 reserves'), field('menuLabel', 'Dogs')],
    state: 'follows',
    live: null,
    proposals: [],
    pages: [],
    revisions: [],
  };
  const match = { change: [], target: 'Cŵn', likeness: 100, title: 'Leads', recordId: 'leads' };
  const show = async () => {
    const fixture = await make(
      WordsWriter,
      { id: 'dogs', locale: 'cy' },
      {
        readWords: () => of(record),
        readCoverage: () => of({ locales: [], rows: [] }),
        readMemory: () => of({ fields: [{ name: 'menuLabel', segments: [{ key: '', source: 'Dogs', matches: [match] }] }] }),
        draftWords: (_id: never, _locale: never, names: readonly string[]) =>
          of({ words: Object.fromEntries(names.map(name => [name, `draft of ${name}`])), by: 'a dictionary' }),
      },
      ['administrator'],
    );
    const screen = new Screen(fixture);
    await screen.settle();
    return { screen, service: fixture.debugElement.injector.get(WordsService) };
  };

  it('names the terms of a field, and where one is missed or a number is gone', async () => {
    const { screen, service } = await show();
    expect(screen.text).toContain('Terms: reserve – gwarchodfa');
    service.write('title', 'Cŵn mewn parciau');
    await screen.settle();
    expect(screen.text).toContain('“reserve” is always said gwarchodfa or warchodfa');
    expect(screen.text).toContain('The number 6 is missing here.');
    service.write('title', 'Cŵn: 6 warchodfa');
    await screen.settle();
    expect(screen.text).not.toContain('is always said');
    expect(screen.text).not.toContain('is missing here');
  });

  it('offers what was written before, and takes it by a click', async () => {
    const { screen, service } = await show();
    expect(screen.text).toContain('Cŵn in “Leads”');
    await screen.click('Use Cŵn');
    expect(service.words()).toEqual({ menuLabel: 'Cŵn' });
    expect(screen.text).not.toContain('in “Leads”');
  });

  it('marks what a machine drafted until somebody has looked at it or changed it', async () => {
    const { screen, service } = await show();
    await screen.click('Draft the rest by machine');
    expect(service.value()).toEqual({
      version: 1,
      words: { title: 'draft of title', menuLabel: 'draft of menuLabel' },
      madeFrom: {},
      drafted: ['title', 'menuLabel'],
    });
    expect(screen.host.querySelectorAll('.chip.ochre').length).toBe(2);
    await screen.click('I have looked at title');
    service.write('menuLabel', 'Cŵn');
    expect(service.value().drafted).toEqual([]);
  });
});

describe('TakeIn', () => {
  const unit = { unit: 'title', field: 'title', label: 'Title', line: 7, source: 'Dogs', target: 'Cŵn' } as const;
  const report: TakeInReport = {
    isTrial: true,
    from: 'en-GB',
    locale: 'cy',
    counts: { taken: 2, 'still right': 0, 'the same': 0, 'nothing written': 4, 'base moved': 1, 'written meanwhile': 0, refused: 1 },
    records: 1,
    editionId: null,
    left: 3,
    files: [
      {
        id: 'dogs',
        title: 'Dogs',
        kind: 'page',
        units: [
          { ...unit, outcome: 'refused', detail: 'At most 200 characters.' },
          { ...unit, unit: 'fields.body_1', field: 'fields.body', label: 'Text', outcome: 'base moved', detail: '' },
        ],
      },
    ],
  };

  it('tells what a file would do before it is taken, and asks about conflicts', async () => {
    const asked: object[] = [];
    const screen = new Screen(
      await make(
        TakeIn,
        {},
        { takeIn: (_file: never, query: object) => (asked.push(query), of({ ...report, isTrial: asked.length < 4, editionId: 'e1' })) },
      ),
    );
    const picker = screen.host.querySelector<HTMLInputElement>('input[type=file]')!;
    const files = new DataTransfer();
    files.items.add(new File(['<xliff/>'], 'cy.xlf'));
    picker.files = files.files;
    picker.dispatchEvent(new Event('change'));
    await screen.settle();
    expect(screen.text).toContain(
      'cy.xlf, English (UK) into Welsh: 2 new, 1 made from words that have moved on, 1 refused and 4 not written yet.',
    );
    expect(screen.text).toContain('At most 200 characters.');
    expect(screen.text).toContain('3 further parts are not listed.');
    screen.host.querySelector<HTMLInputElement>('input[type=checkbox]')!.click();
    await screen.settle();
    // One of them is decided by itself.
    screen.host.querySelector<HTMLInputElement>('input[aria-label="Take Text of Dogs"]')!.click();
    await screen.settle();
    await screen.click('Take in 1 record');
    expect(asked).toEqual([
      { trial: 'yes', as: 'xliff', conflicts: 'leave', except: '', name: 'cy.xlf' },
      { trial: 'yes', as: 'xliff', conflicts: 'take', except: '', name: 'cy.xlf' },
      { trial: 'yes', as: 'xliff', conflicts: 'take', except: 'dogs:fields.body', name: 'cy.xlf' },
      { trial: 'no', as: 'xliff', conflicts: 'take', except: 'dogs:fields.body', name: 'cy.xlf' },
    ]);
    expect(screen.host.querySelector('a')?.getAttribute('href')).toBe('/reviews/e1');
  });

  it('says why a file cannot be read', async () => {
    const problem = new ApiProblem({ type: '', title: '', status: 422, detail: 'Line 3: It has a document type.', code: 'invalid' });
    const screen = new Screen(await make(TakeIn, {}, { takeIn: () => throwError(() => problem) }));
    const files = new DataTransfer();
    files.items.add(new File(['x'], 'x.xlf'));
    const picker = screen.host.querySelector<HTMLInputElement>('input[type=file]')!;
    picker.files = files.files;
    picker.dispatchEvent(new Event('change'));
    await screen.settle();
    expect(screen.host.querySelector('[role=alert]')?.textContent).toContain('x.xlf: Line 3');
  });
});

describe('OutAndIn', () => {
  it('sends out what is unfinished of what is chosen, and counts what began elsewhere', async () => {
    const cells = (cy: readonly unknown[], base = 'b') => [[base, 0, 0, 0, false], cy];
    const rows = [
      { id: 'visit', section: 'visit', cells: cells(['f', 0, 2, 0, false]) },
      { id: 'join', section: 'join', cells: cells(['o', 2, 2, 0, false]) },
      { id: 'welsh', section: 'join', cells: cells(['b', 0, 0, 0, false], 'f') },
    ];
    const asked: object[] = [];
    const screen = new Screen(
      await make(
        OutAndIn,
        {},
        {
          readCoverage: (kind: string) => of({ locales: ['en-GB', 'cy'], rows: kind === 'page' ? rows : [] }),
          sendOut: (question: object) => (asked.push(question), NEVER),
        },
      ),
    );
    await screen.settle();
    await screen.click('Send out 1 record as XLIFF');
    expect(asked).toEqual([{ locale: 'cy', ids: ['visit'], only: 'unfinished', as: 'xliff', fixedWords: false }]);
  });
});

describe('what is set for languages', () => {
  it('terms are added, said in a language and taken off', async () => {
    const screen = new Screen(await make(Terms, {}));
    const sent: object[] = [];
    savesTo(sent);
    await screen.click('Add a term');
    await screen.fill('Term 2', 'warden');
    await screen.fill('In Welsh: warden', 'warden, wardeniaid');
    await screen.click('Take off reserve');
    await screen.click('Set these');
    expect(sent).toEqual([{ terms: [{ term: 'warden', note: '', words: { cy: 'warden, wardeniaid' } }] }]);
  });

  it('fields may differ or not by type', async () => {
    const screen = new Screen(await make(WordChoicesSetUp, {}));
    const sent: object[] = [];
    savesTo(sent);
    const label = [...screen.host.querySelectorAll('fieldset')].find(
      each => each.querySelector('legend')?.textContent === 'Notice, a block',
    )!;
    const [tone] = label.querySelectorAll('input');
    tone!.click();
    await screen.settle();
    screen.host.querySelector<HTMLButtonElement>('.btn-primary')!.click();
    expect(sent).toEqual([{ wordChoices: { 'block notice': { tone: true } } }]);
  });

  it('styles count the pages that no line before dresses', async () => {
    const pages = [pageRow('front', null, 0), pageRow('visit', 'front', 1), pageRow('hides', 'visit', 2)];
    const fixture = await make(StylesSetUp, {}, { listPages: () => of(pages) });
    const screen = new Screen(fixture);
    const { theme } = TestBed.inject(SessionService).site;
    Object.assign(theme, { styles: undefined });
    fixture.componentInstance['styles' as never] = [{ name: 'dusk', label: 'Dusk', help: 'Dark.' }] as never;
    const sent: object[] = [];
    savesTo(sent);
    await screen.click('Add a line');
    await screen.click('Add a line');
    await screen.fill('Section of style 1', 'visit');
    expect(screen.text).toContain('Dark. 2 pages.');
    expect(screen.text).toContain('Dark. 1 page.');
    await screen.click('Set these');
    expect(sent).toEqual([
      {
        styles: [
          { style: 'dusk', section: 'visit', locale: null },
          { style: 'dusk', section: null, locale: null },
        ],
      },
    ]);
  });
});
