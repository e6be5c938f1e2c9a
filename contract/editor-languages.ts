import { languageRanges, lookUp } from '@core/locale/lookup';
import { z } from 'zod';

/** The languages of the editor itself, the first the one that its words are written in. */
export const editorLanguages = [
  { tag: 'en-GB', name: 'English' },
  { tag: 'de', name: 'Deutsch' },
] as const;

const tags = editorLanguages.map(each => each.tag) as [string, ...string[]];

/** In which language somebody has the editor; empty goes by their browser. */
export const editorLanguage = z.enum(['', ...tags]);

/** Somebody's choice of a language of the editor. */
export const languageChoice = z.strictObject({ language: editorLanguage });

/**
 * The language in which the editor is shown.
 * @param chosen - what somebody chose; empty or unknown goes by their browser
 * @param header - of Accept-Language. @see RFC 4647, section 3.4
 */
export function editorLanguageFor(chosen: string, header: string): string {
  if (tags.includes(chosen)) return chosen;
  // Whoever reads any English is at home in the first one.
  const found = lookUp(languageRanges(header), [...tags, 'en']);
  return found === null || found === 'en' ? tags[0] : found;
}
