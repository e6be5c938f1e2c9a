/** What is said in one language, by what is said in English. */
export interface Phrasebook {
  /** BCP 47. */
  readonly language: string;
  /** By the English phrase, its values written as {0}, {1}…; the values may stand in another order. */
  readonly phrases: Readonly<Record<string, string>>;
}

/** The language that everything here is written in. */
export const firstLanguage = 'en-GB';

let current: () => Phrasebook | null = () => null;

/**
 * Tells from where the phrasebook of whoever is spoken to comes: a whole program in a browser has one, a server one for
 * each request. Nothing that is computed may depend on it but the words of sentences.
 * @param source - gives null for the first language
 * @returns what puts the source back that there was before
 */
export function speakBy(source: () => Phrasebook | null): () => void {
  const before = current;
  current = source;
  return () => {
    current = before;
  };
}

/** The language of whoever is spoken to, as BCP 47. */
export function spokenLanguage(): string {
  return current()?.language ?? firstLanguage;
}

/**
 * A sentence, or a part of one, in the language of whoever is spoken to; in English where its phrasebook has none.
 * Called where the sentence is made, never kept beyond the answer that it goes into.
 */
export function say(parts: TemplateStringsArray, ...values: readonly (string | number)[]): string {
  const phrase = current()?.phrases[phraseOf(parts)];
  if (phrase === undefined) return parts.reduce((said, part, index) => `${said}${values[index - 1]}${part}`);
  return phrase.replace(/\{(\d+)\}/g, (_, index: string) => String(values[Number(index)]));
}

/** Marks a phrase that stands in a table; whoever takes it out has it {@link told}. */
export function word(parts: TemplateStringsArray): string {
  return parts[0]!;
}

/** What a declaration or a table calls something (a label, a help text), in the language of whoever is spoken to. */
export function told(words: string): string {
  return current()?.phrases[words] ?? words;
}

/** A label within a sentence: English begins it small, German keeps the capitals of its nouns. */
export function midSentence(label: string): string {
  return spokenLanguage() === firstLanguage ? label.toLowerCase() : label;
}

/** Words as a sentence begins with them. */
export function capitalised(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

// The same array stands for the same place in the source every time.
const phrases = new WeakMap<TemplateStringsArray, string>();

/** The phrase under which a phrasebook has what is said. */
function phraseOf(parts: TemplateStringsArray): string {
  const known = phrases.get(parts);
  if (known !== undefined) return known;
  const phrase = parts.reduce((said, part, index) => `${said}{${index - 1}}${part}`);
  phrases.set(parts, phrase);
  return phrase;
}
