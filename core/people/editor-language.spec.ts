import { editorLanguageFor } from './editor-language';

describe('the language of the editor', () => {
  for (const [chosen, header, language] of [
    ['', '', 'en-GB'],
    ['', 'de-AT, de;q=0.9', 'de'],
    ['', 'en-US, en;q=0.9, de;q=0.5', 'en-GB'],
    ['', 'fr, de;q=0.5', 'de'],
    ['', 'fr', 'en-GB'],
    ['de', 'en', 'de'],
    ['en-GB', 'de', 'en-GB'],
    ['../../etc', 'de', 'de'],
  ] as const)
    it(`is ${language} for “${chosen}” and “${header}”`, () => expect(editorLanguageFor(chosen, header)).toBe(language));
});
