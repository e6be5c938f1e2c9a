import { missedTerms, termsIn, type Term } from './terms';

const terms: readonly Term[] = [
  { term: 'reserve', note: '', words: { cy: 'gwarchodfa, warchodfa' } },
  { term: 'little tern', note: '', words: { cy: 'morwennol fach', de: 'Zwergseeschwalbe' } },
  { term: 'Trust', note: '', words: {} },
];
const found = (text: string, into = 'cy') => termsIn(text, terms, 'en-GB', into).map(each => each.term);

describe('terms', () => {
  it('are found as whole words whatever their capitals, also with a plural s', () => {
    expect(found('Six Reserves, and a little tern')).toEqual(['reserve', 'little tern']);
    expect(found('It is reserved; little, tern')).toEqual(['little tern']);
    expect(found('unreserved terns')).toEqual([]);
    // Nobody has said how the trust is called in Welsh, nor a reserve in German.
    expect(found('The trust’s reserve', 'de')).toEqual([]);
  });

  it('are missed where none of their forms is said', () => {
    const inText = termsIn('A reserve of little terns', terms, 'en-GB', 'cy');
    const missed = (own: string) => missedTerms(inText, own, 'cy').map(each => each.term);
    // Welsh changes first letters: the second form is the soft mutation of the first.
    expect(missed('I’r Warchodfa: morwennol fach')).toEqual([]);
    expect(missed('Parc y forwennol')).toEqual(['reserve', 'little tern']);
  });
});
