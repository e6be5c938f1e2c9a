import type { z as zod } from 'zod';
import type { Zod } from '../fields/field';

/** Whether a text is a locale in its canonical form. @see BCP 47 */
export function isLocaleTag(tag: string): boolean {
  try {
    return Intl.getCanonicalLocales(tag)[0] === tag;
  } catch {
    return false;
  }
}

/** The schema of a locale. */
export function localeTagSchema(z: Zod): zod.ZodType<string> {
  return z.string().max(35).refine(isLocaleTag, { error: 'Not a locale. Write it like en-GB or cy.' });
}
