import { editorLanguageFor } from '@core/people/editor-language';
import type { RequestHandler } from 'express';
import { inLanguage } from '../speaking';

/** Answers in the language that is asked for by Accept-Language, as far as the product speaks it. @see RFC 9110 section 12.5.4 */
export const speakToAsker: RequestHandler = (request, response, next) => {
  const language = editorLanguageFor('', request.get('accept-language') ?? '');
  response.set('Content-Language', language).vary('Accept-Language');
  inLanguage(language, next);
};
