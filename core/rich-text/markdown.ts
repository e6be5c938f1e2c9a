import MarkdownIt from 'markdown-it';
import footnotes from 'markdown-it-footnote';
import TurndownService from 'turndown';
import { escaped } from '../format/escaped';
import type { LinkTarget, RichText } from './document';
import { sourceOfText } from './source';

/** What Markdown has no sign for stands in it as HTML, as CommonMark allows. */
const asHtml = ['sub', 'sup', 's'] as const;

/**
 * A text as Markdown: CommonMark, with footnotes as `^[words]` and tables of lines. What Markdown has no sign for stands in it as HTML.
 * @see CommonMark 0.31.2
 */
export function markdownOf(document: RichText, hrefOf: (link: LinkTarget) => string): string {
  const writer = new TurndownService({ headingStyle: 'atx', bulletListMarker: '-', codeBlockStyle: 'fenced', hr: '---', emDelimiter: '*' });
  // Words that would be read as HTML or as a character by its name.
  const escapedPlainly = writer.escape.bind(writer);
  writer.escape = words =>
    escapedPlainly(words)
      .replace(/<(?=[a-z/!?])/gi, '\\<')
      .replace(/&(?=#?\w+;)/g, '\\&');
  writer.keep([...asHtml]);
  writer.addRule('footnote', {
    filter: node => node.nodeName === 'SPAN' && node.getAttribute('data-note') !== null,
    replacement: (_, node) => `^[${writer.escape((node as Element).getAttribute('data-note')!)}]`,
  });
  writer.addRule('style', {
    filter: node => node.nodeName === 'SPAN' && node.getAttribute('data-style') !== null,
    replacement: (words, node) => `<span data-style="${(node as Element).getAttribute('data-style')!}">${words}</span>`,
  });
  // What stands for something of the site is empty in itself, and would be left out.
  const isHeld = (element: Element) => element.hasAttribute('data-inset') || element.hasAttribute('data-picture');
  writer.addRule('held', {
    filter: node => isHeld(node),
    replacement: (_, node) => `\n\n${(node as Element).outerHTML}\n\n`,
  });
  // Markdown has tables of lines whose first row alone names the columns.
  writer.addRule('cell', {
    filter: ['th', 'td'],
    replacement: words => `| ${words.trim().replace(/\n+/g, ' ').replace(/\|/g, '\\|')} `,
  });
  writer.addRule('row', {
    filter: 'tr',
    replacement: (cells, node) => {
      const row = node as HTMLTableRowElement;
      return `${cells}|\n${row.previousElementSibling ? '' : `${'| --- '.repeat(row.children.length)}|\n`}`;
    },
  });
  writer.addRule('rows', { filter: ['tbody'], replacement: rows => rows });
  writer.addRule('table', {
    filter: 'table',
    replacement: (rows, node) => `\n\n${isOfLines(node as Element) ? rows.trim() : (node as Element).outerHTML}\n\n`,
  });
  // The writer leaves out what says nothing before its rules are asked.
  const filled = sourceOfText(document, hrefOf)
    .replace(/(<(?:figure|div) data-(?:picture|inset)="[^>]*>)(<\/(?:figure|div)>)/g, `$1${filler}$2`)
    .replace(/(<span data-note="[^"]*">)(<\/span>)/g, `$1${filler}$2`);
  return writer.turndown(filled).replaceAll(filler, '');
}

/** Whether a table is one that Markdown has signs for. @see GitHub Flavored Markdown 0.29, section 4.10 */
function isOfLines(table: Element): boolean {
  // What is not found is null to browsers, and undefined to what stands in for them on the server.
  const has = (found: string) => Boolean(table.querySelector(found));
  return !has('caption, p, br') && !has('tr:first-child td') && !has('tr + tr th');
}

/** A sign of no width that stands in what would be taken for empty. */
const filler = '\u2060';

/** Markdown as HTML that says the same, footnotes in the form in which texts are written as source. */
export function htmlOfMarkdown(markdown: string): string {
  const reader = new MarkdownIt({ html: true }).use(footnotes);
  const noted = new Map<number, string>();
  reader.core.ruler.push('note words', state => {
    // Notes stand after the text, those with a name as paragraphs of their own: each goes to where it is named.
    const end = state.tokens.findIndex(each => each.type === 'footnote_block_open');
    if (end < 0) return;
    let id = -1;
    for (const token of state.tokens.slice(end)) {
      if (token.type === 'footnote_open') id = (token.meta as { id: number }).id;
      if (token.type === 'inline') noted.set(id, [noted.get(id), wordsOf(token.children ?? [])].filter(Boolean).join(' '));
    }
    state.tokens = state.tokens.slice(0, end);
  });
  reader.renderer.rules['footnote_ref'] = (tokens, at) =>
    `<span data-note="${escaped(noted.get((tokens[at]!.meta as { id: number }).id) ?? '')}"></span>`;
  // A fence ends with the line before it.
  for (const name of ['fence', 'code_block'])
    reader.renderer.rules[name] = (tokens, at) => `<pre><code>${escaped(tokens[at]!.content.replace(/\n$/, ''))}</code></pre>`;
  return reader.render(markdown);
}

function wordsOf(tokens: readonly { readonly type: string; readonly content: string }[]): string {
  return tokens.map(({ type, content }) => (type === 'softbreak' || type === 'hardbreak' ? ' ' : content)).join('');
}
