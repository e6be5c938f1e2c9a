import { phrasebooks } from '@core/tongue/phrasebooks';
import { speakBy, type Phrasebook } from '@core/tongue/say';
import { AsyncLocalStorage } from 'node:async_hooks';

const spoken = new AsyncLocalStorage<Phrasebook | null>();

speakBy(() => spoken.getStore() ?? null);

/** Does something in a language of the editor: what is said meanwhile, and in all that it begins, is said in it. */
export function inLanguage<Result>(language: string, act: () => Result): Result {
  return spoken.run(phrasebooks[language] ?? null, act);
}
