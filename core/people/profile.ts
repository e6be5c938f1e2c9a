import { say } from '../tongue/say';
/** Something that readers say of themselves, as the site asks for it: one line of text. */
export interface ProfileField {
  /** As stored. */
  readonly name: string;
  readonly label: string;
  /** What it is for; may be empty. */
  readonly help: string;
  readonly isRequired: boolean;
}

/** What somebody says of themself, by the name of the field. */
export type Profile = Readonly<Record<string, string>>;

/** The most characters of an answer. */
export const longestAnswer = 200;

/**
 * A profile as it was filled in. Answers to what is asked no more are kept, so that a field taken off by mistake loses nothing.
 * @param before - what was said until now
 * @param said - the answer to a field as it was typed
 * @returns the profile, and what is wrong with it in words; an empty fault is none
 */
export function filledProfile(
  fields: readonly ProfileField[],
  before: Profile,
  said: (name: string) => string,
): { readonly profile: Profile; readonly fault: string } {
  const answers = fields.map(field => ({
    ...field,
    text: said(field.name)
      .replace(/\p{Cc}+/gu, ' ')
      .trim(),
  }));
  const missing = answers.find(each => each.isRequired && each.text === '');
  const long = answers.find(each => [...each.text].length > longestAnswer);
  const fault = missing
    ? say`${missing.label}: please say something.`
    : long
      ? say`${long.label}: at most ${longestAnswer} characters.`
      : '';
  return { profile: { ...before, ...Object.fromEntries(answers.map(({ name, text }) => [name, text])) }, fault };
}
