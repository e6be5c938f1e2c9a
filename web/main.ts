import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app';
import { appConfig } from './app/app.config';
import { editorLanguage } from './app/state/editor-language';
import { speak } from './speak';

speak(editorLanguage())
  .then(() => bootstrapApplication(App, appConfig))
  .catch((error: unknown) => console.error(error));
