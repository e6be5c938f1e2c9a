import { firstLanguage, speakBy } from '../core/tongue/say';

// Only the language that is wanted is fetched.
const phrases: Readonly<Record<string, () => Promise<{ readonly default: Readonly<Record<string, string>> }>>> = {
  de: () => import('../core/tongue/phrases/de.json'),
};

/** Has the core speak the language of the editor from here on. @param language - BCP 47 */
export async function speak(language: string): Promise<void> {
  const fetched = language === firstLanguage ? undefined : await phrases[language]?.();
  const book = fetched ? { language, phrases: fetched.default } : null;
  speakBy(() => book);
}
