import { lotOf } from '../collection/lot';
import { escaped } from '../format/escaped';
import type { TextPicture } from '../file/picture-html';
import { linkOn, plainWords, type Inset, type LinkTarget, type RichText, type RichTextNode } from './document';
import { markOrder } from './grammar';

/** Class names that a theme gives to what it dresses, by node or mark, such as { blockquote: 'pulled' }. */
export type TextClasses = Readonly<Record<string, string>>;

/** A text written as HTML, cut where what follows depends on the site: at insets, at pictures and around links. */
export type WrittenPiece = string | Inset | { readonly picture: TextPicture } | { readonly link: LinkTarget; readonly words: string };

const tags: Readonly<Record<string, string>> = {
  paragraph: 'p',
  bulletList: 'ul',
  orderedList: 'ol',
  listItem: 'li',
  blockquote: 'blockquote',
  bold: 'strong',
  italic: 'em',
  strike: 's',
  code: 'code',
  subscript: 'sub',
  superscript: 'sup',
  styled: 'span',
};

// A document never changes, so what was written of it holds for as long as it lasts.
const kept = new WeakMap<RichText, { readonly classes: TextClasses | undefined; readonly pieces: readonly WrittenPiece[] }>();

/**
 * Writes a text as HTML; see {@link WrittenPiece}. The same text under the same classes is written once.
 * @param purpose - for readers, footnotes at the end; or as a source that somebody works on, each where it belongs
 */
export function writeText(document: RichText, classes?: TextClasses, purpose: 'reading' | 'source' = 'reading'): readonly WrittenPiece[] {
  const known = kept.get(document);
  if (purpose === 'reading' && known && known.classes === classes) return known.pieces;
  const writer = new TextWriter(classes ?? {}, purpose === 'source', document);
  writer.blocks(document.content);
  const made = { classes, pieces: writer.end() };
  if (purpose === 'reading') kept.set(document, made);
  return made.pieces;
}

/** The opening tag of a link. */
export function openLinkTag(href: string, className = ''): string {
  return `<a${className && ` class="${escaped(className)}"`} href="${escaped(href)}">`;
}

class TextWriter {
  #kept?: string;
  #pieces: WrittenPiece[] = [];
  #html = '';

  readonly #notes: string[] = [];

  constructor(
    private readonly classes: TextClasses,
    private readonly isSource: boolean,
    private readonly document: RichText,
  ) {}

  end(): readonly WrittenPiece[] {
    if (this.#notes.length > 0) this.#html += this.#endnotes();
    this.#cut();
    return this.#pieces;
  }

  blocks(nodes: readonly RichTextNode[]): void {
    for (const node of nodes) {
      this.#block(node);
      if (this.isSource) this.#html += '\n';
    }
  }

  #block(node: RichTextNode): void {
    const content = node.content ?? [];
    switch (node.type) {
      case 'inset':
        this.#cut();
        this.#pieces.push(node.attrs as unknown as Inset);
        return;
      case 'picture':
        this.#cut();
        this.#pieces.push({ picture: node.attrs as unknown as TextPicture });
        return;
      case 'horizontalRule':
        this.#html += this.#open('hr', node.type);
        return;
      case 'table':
        return this.#table(node);
      case 'codeBlock':
        this.#html += `${this.#open('pre', node.type)}<code>${content.map(each => escaped(each.text ?? '')).join('')}</code></pre>`;
        return;
      case 'heading':
      case 'paragraph': {
        const tag = node.type === 'heading' ? `h${String(node.attrs!['level'])}` : 'p';
        this.#html += this.#open(tag, node.type);
        this.#line(content);
        this.#html += `</${tag}>`;
        return;
      }
      default: {
        const tag = tags[node.type]!;
        const start = node.attrs?.['start'];
        this.#html += this.#open(tag, node.type, start !== undefined && start !== 1 ? ` start="${String(start)}"` : '');
        if (node.type === 'listItem') this.#item(content);
        else this.blocks(content);
        this.#html += `</${tag}>`;
      }
    }
  }

  // An item of one paragraph, perhaps with lists beneath it, is written without the paragraph, as people write them.
  #item([first, ...rest]: readonly RichTextNode[]): void {
    const isPlain = first?.content !== undefined && rest.every(each => each.type === 'bulletList' || each.type === 'orderedList');
    if (isPlain) this.#line(first.content);
    else if (first) this.#block(first);
    this.blocks(rest);
  }

  // Readers can scroll a table that is wider than its place; as a source it stands by itself.
  #table({ attrs, content: rows = [] }: RichTextNode): void {
    const caption = String(attrs!['caption']);
    const label = caption || plainWords({ type: 'doc', content: rows.slice(0, 1) }).replace(/\n+/g, ', ');
    const headed = !this.isSource && isHead(rows[0]) ? 1 : 0;
    const named = label === '' ? '' : ` aria-label="${escaped(label)}"`;
    if (!this.isSource) this.#html += `<section class="table-frame" tabindex="0"${named}>`;
    this.#html += this.#open('table', 'table');
    if (caption !== '') this.#html += `<caption>${escaped(caption)}</caption>`;
    if (headed > 0) this.#rows('thead', rows.slice(0, headed), 'col');
    if (rows.length > headed) this.#rows(this.isSource ? '' : 'tbody', rows.slice(headed), 'row');
    this.#html += this.isSource ? '</table>' : '</table></section>';
  }

  #rows(part: string, rows: readonly RichTextNode[], scope: 'col' | 'row'): void {
    if (part !== '') this.#html += `<${part}>`;
    for (const row of rows) {
      this.#html += this.isSource ? '\n<tr>' : '<tr>';
      for (const { type, content: paragraphs = [] } of row.content ?? []) {
        const tag = type === 'tableHeader' ? 'th' : 'td';
        this.#html += tag === 'th' && !this.isSource ? `<th scope="${scope}">` : `<${tag}>`;
        if (paragraphs.length === 1) this.#line(paragraphs[0]!.content ?? []);
        else for (const each of paragraphs) this.#block(each);
        this.#html += `</${tag}>`;
      }
      this.#html += '</tr>';
    }
    if (part !== '') this.#html += `</${part}>`;
    else this.#html += '\n';
  }

  // Marks that go on over several stretches are opened once.
  #line(nodes: readonly RichTextNode[]): void {
    for (let at = 0; at < nodes.length;) {
      const link = linkOn(nodes[at]!);
      let end = at + 1;
      while (end < nodes.length && isSameLink(link, linkOn(nodes[end]!))) end += 1;
      const words = this.#marked(nodes.slice(at, end), link === null ? 0 : 1);
      at = end;
      if (link === null) this.#html += words;
      else {
        this.#cut();
        this.#pieces.push({ link, words });
      }
    }
  }

  #marked(nodes: readonly RichTextNode[], from: number): string {
    const name = markOrder[from];
    if (name === undefined) return nodes.map(each => this.#piece(each)).join('');
    // Of marks that say more than that they are there, stretches that say the same are one.
    const saidBy = (node: RichTextNode) => {
      const mark = node.marks?.find(each => each.type === name);
      return mark && String(mark.attrs?.['style'] ?? '');
    };
    let html = '';
    for (let at = 0; at < nodes.length;) {
      const said = saidBy(nodes[at]!);
      let end = at + 1;
      while (end < nodes.length && saidBy(nodes[end]!) === said) end += 1;
      const inner = this.#marked(nodes.slice(at, end), from + 1);
      html +=
        said === undefined
          ? inner
          : `${name === 'styled' ? this.#openStyle(said) : this.#open(tags[name]!, name)}${inner}</${tags[name]!}>`;
      at = end;
    }
    return html;
  }

  #piece(node: RichTextNode): string {
    if (node.type === 'hardBreak') return '<br>';
    if (node.type !== 'footnote') return escaped(node.text ?? '');
    const note = String(node.attrs!['note']);
    if (this.isSource) return `<span data-note="${escaped(note)}"></span>`;
    const number = this.#notes.push(note);
    const key = this.#key();
    return `<sup class="note-sign"><a id="note-${key}-${number}" href="#end-${key}-${number}" role="doc-noteref">${number}</a></sup>`;
  }

  // @see DPUB-ARIA 1.1: doc-noteref, doc-endnotes, doc-backlink
  #endnotes(): string {
    const key = this.#key();
    const lines = this.#notes.map(
      (note, at) =>
        `<p id="end-${key}-${at + 1}"><a href="#note-${key}-${at + 1}" role="doc-backlink">${at + 1}</a> ${withAddresses(note)}</p>`,
    );
    return `<section class="notes" role="doc-endnotes">${lines.join('')}</section>`;
  }

  // Several texts stand on one page, each with notes from 1 on.
  #key(): string {
    return (this.#kept ??= lotOf(JSON.stringify(this.document)).toString(36).slice(-7));
  }

  #openStyle(style: string): string {
    return this.isSource ? `<span data-style="${style}">` : `<span class="text-${style}">`;
  }

  #open(tag: string, name: string, more = ''): string {
    const className = this.classes[name];
    return `<${tag}${className ? ` class="${escaped(className)}"` : ''}${more}>`;
  }

  #cut(): void {
    if (this.#html !== '') this.#pieces.push(this.#html);
    this.#html = '';
  }
}

/** Whether a row names the columns beneath it. */
function isHead(row: RichTextNode | undefined): boolean {
  return (row?.content ?? []).every(({ type }) => type === 'tableHeader');
}

/** Words in which whole addresses are links. */
function withAddresses(words: string): string {
  return words
    .split(/(https?:\/\/[^\s<>"]*[^\s<>".,;:!?)\]])/)
    .map((part, at) => (at % 2 === 1 ? `${openLinkTag(part)}${escaped(part)}</a>` : escaped(part)))
    .join('');
}

function isSameLink(one: LinkTarget | null, other: LinkTarget | null): boolean {
  return one === other || (one !== null && other !== null && one.page === other.page && one.address === other.address);
}
