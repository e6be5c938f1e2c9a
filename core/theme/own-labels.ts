import type { Words } from './words';

/** What the label of a field of a site’s own types, or what a template of them says, is called among the fixed words. */
export function wordOfLabel(label: string): string {
  return `label ${label}`;
}

/** What one of the fixed words says, by what it is called: that of a label says the label. */
export function saidByWord(name: string): string {
  return name.startsWith(wordOfLabel('')) ? name.slice(wordOfLabel('').length) : name;
}

/** Whether one of the fixed words comes from a site’s own types, by what it is called. */
export function isOwnLabel(name: string): boolean {
  return saidByWord(name) !== name;
}

/** A label, or words of a template, of a site’s own types as they are read; where nobody has said them, as they were written. @param words - as {@link withOwnLabels} has them, in one locale */
export function ownLabel(words: Words, label: string): string {
  return words[wordOfLabel(label)] ?? label;
}
