import { TestBed } from '@angular/core/testing';
import type { Words, WordsField } from '@contract/languages';
import { NEVER, of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { WordsService } from './words.service';
import { WordsWriter } from './words-writer';

const field = (name: string, part: Partial<WordsField> = {}): WordsField => ({
  name,
  label: name,
  help: '',
  field: null,
  mayDiffer: true,
  state: 'follows',
  base: 'Join',
  followed: 'Join',
  followedFrom: 'en-GB',
  sourceChange: [],
  ...part,
});
const source = (name: string, kind: 'same' | 'added' | 'removed') => ({ text: name, kind });
const words = (part: Partial<Words> = {}): Words => ({
  id: 'join',
  kind: 'page',
  title: 'Join',
  locale: 'cy',
  baseLocale: 'en-GB',
  baseRevisionId: 'r1',
  fields: [
    field('Title'),
    field('Address', { state: 'behind', sourceChange: [source('Join ', 'same'), source('us', 'added')] }),
    field('Layout', { mayDiffer: false }),
  ],
  state: 'own',
  live: { revisionId: 'w1', value: { version: 1, words: { Address: 'ymuno' } } },
  proposals: [],
  pages: [],
  revisions: [],
  ...part,
});

describe('WordsWriter', () => {
  beforeEach(() => localStorage.clear());
  const show = async (part: Partial<Words> = {}, roles = ['administrator']) => {
    TestBed.resetTestingModule();
    const fixture = await make(
      WordsWriter,
      { id: 'join', locale: 'cy' },
      {
        readWords: () => of(words(part)),
        readMemory: () => NEVER,
        readCoverage: () =>
          of({
            locales: ['en-GB', 'cy'],
            rows: ['visit', 'join', 'dogs'].map(id => ({
              id,
              cells: [['b', 0, 0, 0, false], id === 'dogs' ? ['f', 0, 2, 0, false] : ['o', 2, 2, 0, false]],
            })),
          }),
      },
      roles,
    );
    const screen = new Screen(fixture);
    await screen.settle();
    return { screen, service: fixture.debugElement.injector.get(WordsService) };
  };

  it('shows what a field follows, gives it own words, and one step back', async () => {
    const { screen, service } = await show();
    expect(screen.text).toContain('Follows English (UK).');
    await screen.click('Write own words for Title');
    expect([service.words()['Title'], service.isChanged()]).toEqual(['Join', true]);
    await screen.click('Let Title follow again');
    expect([Object.keys(service.words()), service.isChanged()]).toEqual([['Address'], false]);
    expect(screen.text).toContain('The same in every locale: Layout.');
  });

  it('marks what words are behind, and settles them by a word', async () => {
    const { screen, service } = await show();
    expect(screen.host.querySelector('ins')?.textContent).toBe('us');
    await screen.click('Still right');
    expect([service.stillRight(), service.stateOf(words().fields[1]!)]).toEqual([['Address'], 'still right']);
    service.write('Address', 'ymuno-a-ni');
    expect([service.stillRight(), service.stateOf(words().fields[1]!)]).toEqual([[], 'own']);
  });

  it('keeps what is typed in the browser until it is saved', async () => {
    const first = await show();
    first.service.write('Title', 'Ymuno');
    const second = await show();
    expect([second.service.words()['Title'], second.service.wasKept()]).toEqual(['Ymuno', true]);
    second.service.discard();
    expect(second.service.isChanged()).toBeFalse();
  });

  it('says that other words are live by now than a proposal was begun from, and brings them in once it is saved', async () => {
    const { screen, service } = await show({
      proposals: [
        {
          id: 'p1',
          editionId: 'e',
          stage: 'draft',
          headRevisionId: 'w2',
          value: { version: 1, words: { Address: 'ymuno-ni' } },
          author: { id: 'p', name: 'P' },
          isOwn: true,
          moves: [],
          retires: false,
          baseMoved: true,
        },
      ],
    });
    expect(screen.text).toContain('as it stands, this would undo that. Bring that change in…');
    service.write('Title', 'Ymuno');
    await screen.settle();
    expect(screen.text).toContain('Save first, then bring that change in.');
    service.discard();
  });

  it('leads to the next that is unfinished, and lets nobody write who does not hold the locale', async () => {
    const { screen } = await show();
    expect(screen.host.querySelector<HTMLAnchorElement>('a[title="Alt+N"]')?.getAttribute('href')).toBe('/languages/cy/dogs');
    expect((await show({}, ['reader'])).screen.text).toContain('not write it in Welsh');
  });
});
