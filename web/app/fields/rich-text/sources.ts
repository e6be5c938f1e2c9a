import { textFromHtml } from '@core/rich-text/from-html';
import { htmlOfMarkdown, markdownOf } from '@core/rich-text/markdown';
import { sourceOfText } from '@core/rich-text/source';

/** What reads and writes texts as sources; large enough to be loaded only when it is wanted. */
export const sources = { textFromHtml, htmlOfMarkdown, markdownOf, sourceOfText };
/** See {@link sources}. */
export type Sources = typeof sources;
