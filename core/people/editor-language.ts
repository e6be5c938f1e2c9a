import { languageRanges, lookUp } from '../locale/lookup';

/** The languages of the editor itself, the first the one that its words are written in. */
export const editorLanguages = [
  { tag: 'en-GB', name: 'English' },
  { tag: 'de', name: 'Deutsch' },
] as const;

/**
 * The language in which the editor is shown.
 * @param chosen - what somebody chose; empty or unknown goes by their browser
 * @param header - of Accept-Language. @see RFC 4647, section 3.4
 */
export function editorLanguageFor(chosen: string, header: string): string {
  const tags: readonly string[] = editorLanguages.map(each => each.tag);
  if (tags.includes(chosen)) return chosen;
  // Whoever reads any English is at home in the first one.
  const found = lookUp(languageRanges(header), [...tags, 'en']);
  return found === null || found === 'en' ? tags[0]! : found;
}
