import { fieldsOfType, type SiteTypes } from '../site-types/site-type';
import { templateWords } from '../site-types/template-words';
import { wordOfLabel } from './own-labels';
import type { WordsByLocale } from './words';

/** Kinds of field that readers meet by their label wherever they are shown. */
const labelled: ReadonlySet<string> = new Set(['yes or no', 'link', 'file']);

/**
 * The words that come with a theme, and with them those of a site’s own types that readers meet: the labels of fields that stand
 * before a value, and those of yes and no, of links and of files, and what templates say. They are written in the first locale
 * and can be said in all others.
 * @param first - BCP 47 tag of that locale
 */
export function withOwnLabels(shipped: WordsByLocale, { shared, types }: SiteTypes, first: string): WordsByLocale {
  const labels = types.flatMap(type => {
    const used = fieldsOfType(type, shared).filter(each => each.state === 'used');
    const before = Object.values(type.renditions).flatMap(each =>
      each.way === 'arranged' ? each.parts.flatMap(part => (part.isLabelled ? [part.called] : [])) : [],
    );
    const inTemplates = Object.values(type.renditions).flatMap(each => (each.way === 'template' ? templateWords(each.template) : []));
    const ofFields = used.flatMap(({ field, called }) => (labelled.has(field.kind) || before.includes(called) ? [field.label] : []));
    return [...ofFields, ...inTemplates];
  });
  if (labels.length === 0) return shipped;
  const said = Object.fromEntries(labels.map(label => [wordOfLabel(label), label]));
  return { ...shipped, en: { ...shipped['en'], ...said }, [first]: { ...(first === 'en' ? shipped['en'] : shipped[first]), ...said } };
}
