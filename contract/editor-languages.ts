import { editorLanguages } from '@core/people/editor-language';
import { z } from 'zod';

/** In which language somebody has the editor; empty goes by their browser. */
export const editorLanguage = z.enum(['', ...editorLanguages.map(each => each.tag)]);

/** Somebody's choice of a language of the editor. */
export const languageChoice = z.strictObject({ language: editorLanguage });
