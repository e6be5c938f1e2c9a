import type { z as zod } from 'zod';
import { numberOf } from '../format/moment';
import { say } from '../tongue/say';
import type { Zod } from './field';

/** What a field that must say something tells when it does not. */
export function mustSay(): string {
  return say`Must not be empty.`;
}

/** A text of so many characters, on one line or several, without other control characters. */
export function textSchema(z: Zod, most: number, isRequired: boolean, lines: 'one line' | 'several lines'): zod.ZodType<string> {
  const fits = z.string().max(most, { error: () => say`At most ${numberOf(most)} characters.` });
  const clean =
    lines === 'one line'
      ? // eslint-disable-next-line no-control-regex -- control characters are exactly what is refused here
        fits.regex(/^[^\u0000-\u001f\u007f]*$/, { error: () => say`One line, without control characters.` })
      : // eslint-disable-next-line no-control-regex -- the same, but for line breaks and tabs
        fits.regex(/^[^\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]*$/, { error: () => say`No control characters.` });
  return isRequired ? clean.refine(text => text.trim() !== '', { error: mustSay }) : clean;
}
