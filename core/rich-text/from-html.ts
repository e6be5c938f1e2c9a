import { defaultTreeAdapter as tree, parseFragment, type DefaultTreeAdapterMap } from 'parse5';
import { isSafeAddress, isSitePath } from '../fields/link/address';
import { toPage } from '../fields/link/link';
import { numberOf } from '../format/moment';
import { plainWords, textOfParagraphs } from './document';
import type { LinkTarget, Mark, RichText, RichTextNode } from './document';
import { deepestText } from './faults';
import { fittedAttributes } from './fitted';
import { markOrder, markRules, nodeRules } from './grammar';
import { layOutTable } from './table-from-html';

/** A text read from HTML, and what of the HTML it cannot say. */
export interface ReadText {
  readonly document: RichText;
  /** What was left out, by element or attribute, with how often; words are never left out, but for scripts and styles. */
  readonly lost: ReadonlyMap<string, number>;
}

/** The most characters of HTML that are read. */
export const mostHtml = 2_000_000;

/** The deepest that elements may lie: reading what lies deeper takes a time that grows with the square of the depth. */
const deepestElement = 400;

type HtmlNode = DefaultTreeAdapterMap['childNode'];
type HtmlElement = DefaultTreeAdapterMap['element'];

const markOf: Readonly<Record<string, string>> = {
  b: 'bold',
  strong: 'bold',
  i: 'italic',
  em: 'italic',
  cite: 'italic',
  s: 'strike',
  del: 'strike',
  strike: 'strike',
  code: 'code',
  kbd: 'code',
  samp: 'code',
  tt: 'code',
  sub: 'subscript',
  sup: 'superscript',
};
const headingOf: Readonly<Record<string, number>> = { h1: 2, h2: 2, h3: 3, h4: 4, h5: 4, h6: 4 };
const unread = [
  'script',
  'style',
  'template',
  'noscript',
  'iframe',
  'object',
  'embed',
  'svg',
  'math',
  'head',
  'title',
  'textarea',
  'select',
];
/** Elements that a text cannot say but whose words begin on a line of their own. */
const ownLine = ['div', 'section', 'article', 'aside', 'header', 'footer', 'main', 'nav', 'figure', 'figcaption', 'address', 'details', 'summary', 'table', 'caption', 'tbody', 'thead', 'tfoot', 'tr', 'td', 'th', 'dl', 'dt', 'dd', 'form', 'fieldset', 'hgroup', 'center']; // prettier-ignore
/** Elements without a meaning of their own, which lose nothing by being left out. */
const plain = ['span', 'div', 'p', 'br', 'wbr', 'tbody', 'font', 'html', 'body'];

/**
 * Reads HTML, however it is written, into a text. What a text cannot say is left out and counted.
 * @param pageAt - the id of the page at a path of this site, or null; links to it then name the page
 * @throws RangeError for more than {@link mostHtml} characters, or elements that lie too deep
 * @see WHATWG HTML, section 13.2 (parsing), 13.4 (fragments)
 */
export function textFromHtml(html: string, pageAt: (path: string) => string | null = () => null): ReadText {
  if (html.length > mostHtml) throw new RangeError(`At most ${numberOf(mostHtml)} characters of HTML can be read.`);
  const reader = new HtmlReader(pageAt);
  reader.read(parseFragment(html, { treeAdapter: boundedTree() }).childNodes, []);
  return { document: reader.end(), lost: reader.lost };
}

/** All the words of HTML, however it is written, but for scripts and styles. @throws RangeError as {@link textFromHtml} */
export function wordsInHtml(html: string): string {
  return wordsOf(parseFragment(html, { treeAdapter: boundedTree() }));
}

// The parser's own tree, which stops it as soon as something lies too deep.
function boundedTree(): typeof tree {
  const depths = new WeakMap<object, number>();
  const hold = (parent: object, child: object): void => {
    const depth = (depths.get(parent) ?? 0) + 1;
    if (depth > deepestElement) throw new RangeError(`HTML may lie at most ${deepestElement} elements deep.`);
    depths.set(child, depth);
  };
  return {
    ...tree,
    appendChild: (parent, child) => {
      hold(parent, child);
      tree.appendChild(parent, child);
    },
    insertBefore: (parent, child, before) => {
      hold(parent, child);
      tree.insertBefore(parent, child, before);
    },
  };
}

interface Container {
  readonly type: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly content: RichTextNode[];
}

class HtmlReader {
  readonly lost = new Map<string, number>();
  readonly #open: Container[] = [{ type: 'doc', content: [] }];
  #line: { readonly type: string; readonly attrs?: Readonly<Record<string, unknown>>; readonly content: RichTextNode[] } | null = null;

  constructor(private readonly pageAt: (path: string) => string | null) {}

  end(): RichText {
    this.#endLine();
    const { content } = this.#open[0]!;
    return { type: 'doc', content: content.length > 0 ? content : [{ type: 'paragraph' }] };
  }

  read(nodes: readonly HtmlNode[], marks: readonly Mark[]): void {
    for (const node of nodes) {
      if (tree.isTextNode(node)) this.#words(node.value, marks);
      else if (tree.isElementNode(node)) this.#element(node, marks);
    }
  }

  #element(element: HtmlElement, marks: readonly Mark[]): void {
    const { tagName: tag, childNodes } = element;
    if (unread.includes(tag)) return this.#lose(tag);
    if (tag === 'div' && attributeOf(element, 'data-inset') !== null && this.#takesInset(element)) return;
    if (tag === 'figure' && attributeOf(element, 'data-picture') !== null && this.#takesPicture(element)) return;
    if (tag === 'table' && this.#takesTable(element, marks)) return;
    if (tag === 'span' && attributeOf(element, 'data-note') !== null) return this.#takeNote(element);
    const within = () => this.read(childNodes, marks);
    if (tag === 'br') return this.#put({ type: 'hardBreak', ...(marks.length > 0 && { marks }) });
    if (tag === 'hr') return this.#putBlock({ type: 'horizontalRule' });
    if (tag === 'pre') return this.#putBlock(codeOf(element));
    if (tag === 'p' || headingOf[tag]) {
      this.#endLine();
      const level = headingOf[tag];
      if (level && tag !== `h${level}`) this.#lose(tag);
      this.#line = level ? { type: 'heading', attrs: { level }, content: [] } : { type: 'paragraph', content: [] };
      within();
      return this.#endLine();
    }
    if (tag === 'blockquote') return this.#container({ type: 'blockquote', content: [] }, within);
    if (tag === 'ul' || tag === 'ol' || tag === 'menu') return this.#list(element, marks);
    if (tag === 'span' && attributeOf(element, 'data-style') !== null) return this.#styled(element, marks);
    if (markOf[tag]) return this.read(childNodes, withMark(marks, { type: markOf[tag] }));
    if (tag === 'a') return this.#link(element, marks);
    if (!plain.includes(tag)) this.#lose(tag);
    if (!ownLine.includes(tag) && tag !== 'li') return within();
    this.#endLine();
    within();
    this.#endLine();
  }

  #list(element: HtmlElement, marks: readonly Mark[]): void {
    const isOrdered = element.tagName === 'ol';
    const start = Number.parseInt(attributeOf(element, 'start') ?? '1', 10);
    const isStart = nodeRules['orderedList']!.attributes!['start']!.isValid(start);
    const list: Container = isOrdered
      ? { type: 'orderedList', attrs: { start: isStart ? start : 1 }, content: [] }
      : { type: 'bulletList', content: [] };
    this.#container(list, () => {
      for (const child of element.childNodes) {
        if (tree.isTextNode(child) && child.value.trim() === '') continue;
        const item = tree.isElementNode(child) && child.tagName === 'li' ? child.childNodes : [child];
        if (tree.isTextNode(child) || tree.isElementNode(child))
          this.#container({ type: 'listItem', content: [] }, () => this.read(item, marks));
      }
    });
  }

  #link(element: HtmlElement, marks: readonly Mark[]): void {
    const target = this.#target(attributeOf(element, 'href'));
    if (!target && attributeOf(element, 'href')) this.#lose('links that are not safe to follow');
    this.read(element.childNodes, target ? withMark(marks, { type: 'link', attrs: { ...target } }) : marks);
  }

  #target(href: string | null): LinkTarget | null {
    const address = href?.trim() ?? '';
    if (address === '' || address.length > 2_000) return null;
    if (!isSitePath(address)) return isSafeAddress(address) || /^#[\w.-]+$/.test(address) ? { page: null, address } : null;
    return toPage({ page: null, address }, { pageAt: this.pageAt });
  }

  /** Whether a division stands for an inset; one that names no block is read as its words. */
  #takesInset(element: HtmlElement): boolean {
    const blockId = attributeOf(element, 'data-inset') ?? '';
    const { attributes } = nodeRules['inset']!;
    if (!attributes!['blockId']!.isValid(blockId)) {
      this.#lose('insets without a block');
      return false;
    }
    const look = attributeOf(element, 'data-inset-look') ?? '';
    const showsTitle = attributeOf(element, 'data-inset-title') === 'shown';
    this.#putBlock({ type: 'inset', attrs: { blockId, showsTitle, look: attributes!['look']!.isValid(look) ? look : '' } });
    return wordsOf(element).trim() === '';
  }

  /** Whether a figure stands for a picture of the library; one that names none is read as its words. */
  #takesPicture(element: HtmlElement): boolean {
    const [named, { attributes }] = [(name: string) => attributeOf(element, `data-${name}`), nodeRules['picture']!];
    if (!attributes!['file']!.isValid(named('picture'))) {
      this.#lose('pictures without a file');
      return false;
    }
    const held = { file: named('picture'), caption: named('caption'), align: named('align'), width: Number(named('width')) };
    this.#putBlock({ type: 'picture', attrs: fittedAttributes(attributes!, held) });
    return true;
  }

  /** Whether a table is one that a text can hold; one that is not is read as its words. */
  #takesTable(element: HtmlElement, marks: readonly Mark[]): boolean {
    const isBeyond = this.#open.length >= deepestText - 5 || this.#open.some(each => each.type === 'tableCell');
    const layout = isBeyond ? null : layOutTable(element);
    if (!layout) return false;
    if (layout.spanning > 0) this.#lose('cells that reach over others', layout.spanning);
    this.#endLine();
    const named = layout.caption ? wordsOf(layout.caption).replace(/\s+/g, ' ').trim() : '';
    const { isValid } = nodeRules['table']!.attributes!['caption']!;
    // Words are not lost: what is too long for a caption stands before the table.
    if (!isValid(named)) this.read(layout.caption!.childNodes, marks);
    const content = layout.rows.map(row => ({ type: 'tableRow', content: row.map(cell => this.#cell(cell, marks)) }));
    this.#putBlock({ type: 'table', attrs: { caption: isValid(named) ? named : '' }, content });
    return true;
  }

  #cell(element: HtmlElement | null, marks: readonly Mark[]): RichTextNode {
    const cell: Container = { type: 'tableCell', content: [] };
    this.#open.push(cell);
    if (element) this.read(element.childNodes, marks);
    this.#endLine();
    this.#open.pop();
    const content = cell.content.flatMap(each => this.#asParagraphs(each));
    const type = element?.tagName === 'th' ? 'tableHeader' : 'tableCell';
    return { type, content: content.length > 0 ? content : [{ type: 'paragraph' }] };
  }

  // A cell holds paragraphs only; whatever else was in it stays as its words.
  #asParagraphs(node: RichTextNode): readonly RichTextNode[] {
    if (node.type === 'paragraph') return [node];
    this.#lose(`${node.type} in a table`);
    if (node.type === 'heading') return [{ type: 'paragraph', ...(node.content && { content: node.content }) }];
    if (node.type === 'codeBlock') return textOfParagraphs(plainWords({ type: 'doc', content: [node] }).replace(/\s+/g, ' ')).content;
    return (node.content ?? []).flatMap(each => this.#asParagraphs(each));
  }

  #styled(element: HtmlElement, marks: readonly Mark[]): void {
    const style = attributeOf(element, 'data-style')!;
    const isStyle = markRules['styled']!.attributes!['style']!.isValid(style);
    if (!isStyle) this.#lose('styles without a name');
    this.read(element.childNodes, isStyle ? withMark(marks, { type: 'styled', attrs: { style } }) : marks);
  }

  #takeNote(element: HtmlElement): void {
    const note = attributeOf(element, 'data-note')!.replace(/\s+/g, ' ').trim();
    if (!nodeRules['footnote']!.attributes!['note']!.isValid(note)) return this.#lose('footnotes that are too long');
    this.#put({ type: 'footnote', attrs: { note } });
  }

  /** A node that holds others; one that would lie too deep is left out, its words are not. */
  #container(container: Container, within: () => void): void {
    this.#endLine();
    if (this.#open.length >= deepestText - 3) {
      this.#lose('what lies too deep');
      within();
      return this.#endLine();
    }
    this.#open.push(container);
    within();
    this.#endLine();
    this.#open.pop();
    const { content } = container;
    if (container.type === 'listItem' && content[0]?.type !== 'paragraph') content.unshift({ type: 'paragraph' });
    if (container.type === 'blockquote' && content.length === 0) content.push({ type: 'paragraph' });
    if (content.length > 0) this.#append(container);
  }

  #append(node: RichTextNode): void {
    this.#open[this.#open.length - 1]!.content.push(node);
  }

  #putBlock(node: RichTextNode): void {
    this.#endLine();
    this.#append(node);
  }

  #put(node: RichTextNode): void {
    this.#line ??= { type: 'paragraph', content: [] };
    this.#line.content.push(node);
  }

  #words(text: string, marks: readonly Mark[]): void {
    const spaced = text.replace(/[ \t\n\r\f]+/g, ' ');
    const last = this.#line?.content[this.#line.content.length - 1];
    const follows = last === undefined || last.type === 'hardBreak' || last.text?.endsWith(' ');
    const words = follows ? spaced.replace(/^ /, '') : spaced;
    if (words === '') return;
    if (last?.text !== undefined && JSON.stringify(last.marks ?? []) === JSON.stringify(marks))
      this.#line!.content[this.#line!.content.length - 1] = { ...last, text: last.text + words };
    else this.#put({ type: 'text', text: words, ...(marks.length > 0 && { marks }) });
  }

  #endLine(): void {
    if (!this.#line) return;
    const { content, ...line } = this.#line;
    this.#line = null;
    const last = content[content.length - 1];
    if (last?.text?.endsWith(' ')) {
      content.pop();
      const text = last.text.replace(/ $/, '');
      if (text !== '') content.push({ ...last, text });
    }
    this.#append({ ...line, ...(content.length > 0 && { content }) });
  }

  #lose(what: string, count = 1): void {
    this.lost.set(what, (this.lost.get(what) ?? 0) + count);
  }
}

function withMark(marks: readonly Mark[], mark: Mark): readonly Mark[] {
  const others = marks.filter(each => each.type !== mark.type);
  return [...others, mark].sort((a, b) => markOrder.indexOf(a.type) - markOrder.indexOf(b.type));
}

function codeOf(element: HtmlElement): RichTextNode {
  const text = wordsOf(element);
  return { type: 'codeBlock', ...(text !== '' && { content: [{ type: 'text', text }] }) };
}

function attributeOf(element: HtmlElement, name: string): string | null {
  return element.attrs.find(each => each.name === name)?.value ?? null;
}

/** All the words of a node, however deep it is. */
function wordsOf(node: HtmlElement | DefaultTreeAdapterMap['documentFragment']): string {
  const waiting: (HtmlNode | DefaultTreeAdapterMap['documentFragment'])[] = [node];
  let words = '';
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (tree.isTextNode(next)) words += next.value;
    else if (tree.isElementNode(next) && next.tagName === 'br') words += '\n';
    else if ('childNodes' in next && !('tagName' in next && unread.includes(next.tagName))) waiting.push(...[...next.childNodes].reverse());
  }
  return words;
}
