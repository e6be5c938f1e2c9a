import { fileLinked } from '../file/address';
import type { Reference } from '../references/reference';

/** A mark on a stretch of text; see {@link markRules}. */
export interface Mark {
  readonly type: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
}

/** A node of running text; see {@link nodeRules}. */
export interface RichTextNode {
  readonly type: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly content?: readonly RichTextNode[];
  readonly text?: string;
  readonly marks?: readonly Mark[];
}

/** Running text as a structured document, in the form in which the editor holds it. */
export interface RichText extends RichTextNode {
  readonly type: 'doc';
  readonly content: readonly RichTextNode[];
}

/** A block shown inside running text. */
export interface Inset {
  readonly blockId: string;
  readonly showsTitle: boolean;
  /** Name of a look of the theme; empty shows it plainly. */
  readonly look: string;
}

/** Where a link leads: to a page of this site, by its id, or to an address. */
export interface LinkTarget {
  /** The page's id; null for an address. */
  readonly page: string | null;
  /** For a page what follows its path, such as "#hides" or "?year=2027"; else the whole address. */
  readonly address: string;
}

/** A text that says nothing. */
export const emptyText: RichText = { type: 'doc', content: [{ type: 'paragraph' }] };

/** A text of plain paragraphs. */
export function textOfParagraphs(...paragraphs: readonly string[]): RichText {
  return { type: 'doc', content: paragraphs.map(text => ({ type: 'paragraph', ...(text && { content: [{ type: 'text', text }] }) })) };
}

/** Whether a stored value is running text. */
export function isRichText(value: unknown): value is RichText {
  return typeof value === 'object' && value !== null && 'type' in value && value.type === 'doc' && 'content' in value;
}

/** Whether a text says and shows nothing. */
export function saysNothing(document: RichText): boolean {
  return ![...nodesOf(document)].some(
    ({ type, text }) =>
      type === 'inset' || type === 'picture' || type === 'footnote' || type === 'horizontalRule' || (text ?? '').trim() !== '',
  );
}

/** Every node of a text in reading order, the text itself first. */
export function* nodesOf(node: RichTextNode): Generator<RichTextNode> {
  yield node;
  for (const inner of node.content ?? []) yield* nodesOf(inner);
}

/** The insets of a text, in reading order. */
export function insetsIn(document: RichText): readonly Inset[] {
  return [...nodesOf(document)].flatMap(({ type, attrs }) => (type === 'inset' ? [attrs as unknown as Inset] : []));
}

/** The words of a text, one line per paragraph, heading or list item. */
export function plainWords(document: RichText): string {
  const lines: string[] = [''];
  const walk = (node: RichTextNode): void => {
    if (node.type === 'text' || node.type === 'footnote') lines[lines.length - 1] += inlineWords(node);
    if (node.type === 'picture' || node.type === 'table') lines.push(String(node.attrs?.['caption'] ?? ''), '');
    if (node.type === 'hardBreak') lines.push('');
    node.content?.forEach(walk);
    if (isTextblock(node)) lines.push('');
  };
  walk(document);
  return lines.join('\n').trim();
}

/** The words of a piece of a line: of a footnote in brackets, of a break the end of the line. */
export function inlineWords({ type, text, attrs }: RichTextNode): string {
  return type === 'footnote' ? ` [${String(attrs?.['note'])}]` : (text ?? '\n');
}

/** Whether a node holds words itself rather than other blocks. */
function isTextblock(node: RichTextNode): boolean {
  return node.type === 'paragraph' || node.type === 'heading' || node.type === 'codeBlock';
}

/** Where the link on a stretch of text leads, or null when there is none. */
export function linkOn(node: RichTextNode): LinkTarget | null {
  return (node.marks?.find(mark => mark.type === 'link')?.attrs as LinkTarget | undefined) ?? null;
}

/** What a text names: the pages and files it links to, the pictures and blocks it shows. @param pointer - of the text itself */
export function referencesInText(document: RichText, pointer: string): readonly Reference[] {
  const found: Reference[] = [];
  for (const node of nodesOf(document)) {
    const link = linkOn(node);
    const linked = link && (link.page ?? fileLinked(link.address));
    if (linked) found.push({ to: linked, way: 'link', pointer });
    if (node.type === 'picture') found.push({ to: String(node.attrs?.['file']), way: 'picture', pointer });
    if (node.type === 'inset') found.push({ to: String(node.attrs?.['blockId']), way: 'inset', pointer });
  }
  return found;
}

/**
 * A text with its links led elsewhere; the same text when none changes.
 * @param lead - called for each link; gives back where it leads
 */
export function withLinks(document: RichText, lead: (link: LinkTarget) => LinkTarget): RichText {
  const change = (node: RichTextNode): RichTextNode => {
    const link = linkOn(node);
    const led = link && lead(link);
    const marks =
      led && led !== link ? node.marks!.map(mark => (mark.type === 'link' ? { type: 'link', attrs: { ...led } } : mark)) : node.marks;
    const content = node.content?.map(change);
    const isSame = marks === node.marks && (content ?? []).every((each, index) => each === node.content![index]);
    return isSame ? node : { ...node, ...(content && { content }), ...(marks && { marks }) };
  };
  return change(document) as RichText;
}
