import type { HttpInterceptorFn } from '@angular/common/http';
import { editorLanguage } from '../state/editor-language';

/** Asks for answers in the language that the editor is in, whatever the browser would ask for. */
export const languageHeader: HttpInterceptorFn = (request, next) =>
  next(request.clone({ setHeaders: { 'Accept-Language': editorLanguage() } }));
