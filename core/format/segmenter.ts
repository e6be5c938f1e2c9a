import { keeping, mostLocalesKept } from '../collection/keeping';

/** What parts the words of a locale. @param locale - BCP 47 tag @see Unicode Standard Annex 29, word boundaries */
export const segmenterIn = keeping(mostLocalesKept, locale => new Intl.Segmenter(locale, { granularity: 'word' }));
