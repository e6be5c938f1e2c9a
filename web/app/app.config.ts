import { registerLocaleData } from '@angular/common';
import { provideHttpClient, withInterceptors } from '@angular/common/http';
import localeEnGb from '@angular/common/locales/en-GB';
import {
  DOCUMENT,
  inject,
  LOCALE_ID,
  provideAppInitializer,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
  type ApplicationConfig,
} from '@angular/core';
import { provideRouter, withComponentInputBinding, withInMemoryScrolling } from '@angular/router';
import { NgbConfig } from '@ng-bootstrap/ng-bootstrap/config';
import { NgbPopoverConfig } from '@ng-bootstrap/ng-bootstrap/popover';
import type { Options } from '@popperjs/core';
import { forgeryGuard } from './api/forgery-guard';
import { languageHeader } from './api/language-header';
import { routes } from './app.routes';
import { editorLanguage } from './state/editor-language';
import { keepPresses } from './state/steady-press';

registerLocaleData(localeEnGb);

/** What the application is started with. */
export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    provideRouter(routes, withComponentInputBinding(), withInMemoryScrolling({ scrollPositionRestoration: 'enabled' })),
    provideHttpClient(withInterceptors([forgeryGuard, languageHeader])),
    provideAppInitializer(setUpPopovers),
    provideAppInitializer(() => keepPresses(inject(DOCUMENT))),
    { provide: LOCALE_ID, useValue: editorLanguage() },
  ],
};

function setUpPopovers(): void {
  // What is still fading away counts as open, and a click on its word would be taken for closing it.
  inject(NgbConfig).animation = false;
  const popovers = inject(NgbPopoverConfig);
  popovers.autoClose = 'outside';
  popovers.container = 'body';
  popovers.placement = ['bottom-start', 'top-start', 'bottom', 'top'];
  popovers.popoverClass = 'rule-popover';
  // Where there is room neither above nor beneath, it lies over its word rather than over the window's edge.
  popovers.popperOptions = (options: Partial<Options>) => ({
    ...options,
    modifiers: [...(options.modifiers ?? []), { name: 'preventOverflow', options: { altAxis: true, padding: 8, tether: false } }],
  });
}
