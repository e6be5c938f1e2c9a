import { spokenLanguage, firstLanguage, told } from './say';

const wordsOfDeclarations: ReadonlySet<string> = new Set(['label', 'help', 'description', 'noun']);

/**
 * A declaration (a type, a theme) with what it calls itself and its parts in the language of whoever is spoken to.
 * @returns the same value where that is the first language
 */
export function inSpokenWords<Declaration>(declaration: Declaration): Declaration {
  return spokenLanguage() === firstLanguage ? declaration : (spoken(declaration) as Declaration);
}

function spoken(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(spoken);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, each]) => [
      name,
      typeof each === 'string' && wordsOfDeclarations.has(name) ? told(each) : spoken(each),
    ]),
  );
}

/** All that a declaration calls itself and its parts, for whoever puts it into another language. */
export function wordsDeclaredIn(declaration: unknown): readonly string[] {
  if (typeof declaration !== 'object' || declaration === null) return [];
  return Object.entries(declaration).flatMap(([name, each]: [string, unknown]) =>
    typeof each === 'string' ? (wordsOfDeclarations.has(name) && each !== '' ? [each] : []) : wordsDeclaredIn(each),
  );
}
