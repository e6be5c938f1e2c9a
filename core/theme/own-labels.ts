import { fieldsOfType, type SiteTypes } from '../site-types/site-type';
import type { Words, WordsByLocale } from './words';

/** What the label of a field of a site’s own types is called among the fixed words. */
function wordOfLabel(label: string): string {
  return `label ${label}`;
}

/** What one of the fixed words says, by what it is called: that of a label says the label. */
export function saidByWord(name: string): string {
  return name.startsWith(wordOfLabel('')) ? name.slice(wordOfLabel('').length) : name;
}

/** Whether one of the fixed words is the label of a field, by what it is called. */
export function isOwnLabel(name: string): boolean {
  return saidByWord(name) !== name;
}

/** A label of a site’s own field as it is read; where nobody has said it, as it was written. @param words - as {@link withOwnLabels} has them, in one locale */
export function ownLabel(words: Words, label: string): string {
  return words[wordOfLabel(label)] ?? label;
}

/** Kinds of field that readers meet by their label wherever they are shown. */
const labelled: ReadonlySet<string> = new Set(['yes or no', 'link', 'file']);

/**
 * The words that come with a theme, and with them the labels of a site’s own fields that readers meet: those that stand
 * before a value, and those of yes and no, of links and of files. They are written in the first locale and can be said in all others.
 * @param first - BCP 47 tag of that locale
 */
export function withOwnLabels(shipped: WordsByLocale, { shared, types }: SiteTypes, first: string): WordsByLocale {
  const labels = types.flatMap(type => {
    const used = fieldsOfType(type, shared).filter(each => each.state === 'used');
    const before = Object.values(type.renditions).flatMap(each =>
      each.way === 'arranged' ? each.parts.flatMap(part => (part.isLabelled ? [part.called] : [])) : [],
    );
    return used.flatMap(({ field, called }) => (labelled.has(field.kind) || before.includes(called) ? [field.label] : []));
  });
  if (labels.length === 0) return shipped;
  const said = Object.fromEntries(labels.map(label => [wordOfLabel(label), label]));
  return { ...shipped, en: { ...shipped['en'], ...said }, [first]: { ...(first === 'en' ? shipped['en'] : shipped[first]), ...said } };
}
