import { isRichText, type Mark, type RichText, type RichTextNode } from '../rich-text/document';
import { markOrder } from '../rich-text/grammar';

/** A stretch of words as translators have it: text, with codes for what is not words. */
export type Pieces = readonly Piece[];

/** Text, what stands by itself, or words within a mark such as a link. Codes are counted from 1 in reading order. */
export type Piece = string | Standing | Span;

/** A break of the line, or a footnote. */
export interface Standing {
  readonly id: string;
  readonly mark: null;
  /** Which footnote of its line it is, from 0; its words are a segment of their own. Left out, it is a break. */
  readonly note?: number;
}

/** Words within a mark. */
export interface Span {
  readonly id: string;
  readonly mark: Mark;
  readonly pieces: Pieces;
}

/** What is translated as a whole: a line of text, or one block of running text. */
export interface Segment {
  /** Which one of its field: empty where it is all of it; else the way to a block, such as "0.2", to a caption, "3.caption", or to a footnote, "0.2.note0". */
  readonly key: string;
  readonly pieces: Pieces;
}

/** The segments of a field's value, in reading order; none where it is empty, or not words at all. */
export function segmentsOf(value: unknown): readonly Segment[] {
  if (typeof value === 'string') return value === '' ? [] : [{ key: '', pieces: [value] }];
  return isRichText(value) ? blocksOf(value.content, '') : [];
}

/** All words of a field's value without its marks, one segment a line; empty where it has none. */
export function wordsOfValue(value: unknown): string {
  return segmentsOf(value)
    .map(each => wordsOfPieces(each.pieces))
    .join('\n');
}

function blocksOf(nodes: readonly RichTextNode[], before: string): Segment[] {
  return nodes.flatMap((node, at): Segment[] => {
    const key = `${before}${at}`;
    const caption = String(node.attrs?.['caption'] ?? '');
    const named = caption === '' ? [] : [{ key: `${key}.caption`, pieces: [caption] }];
    if (!node.content) return named;
    if (!isLine(node)) return [...named, ...blocksOf(node.content, `${key}.`)];
    let next = 0;
    const notes = notesIn(node.content);
    return [
      { key, pieces: marked(node.content, 0, { nextId: () => String((next += 1)), notes }) },
      ...notes.flatMap((each, index) => {
        const note = String(each.attrs!['note']);
        return note === '' ? [] : [{ key: `${key}.note${index}`, pieces: [note] }];
      }),
    ];
  });
}

function isLine({ content }: RichTextNode): boolean {
  return content!.some(each => each.type === 'text' || each.type === 'hardBreak' || each.type === 'footnote');
}

function notesIn(nodes: readonly RichTextNode[]): readonly RichTextNode[] {
  return nodes.filter(each => each.type === 'footnote');
}

/** What is counted in a line while its codes are found. */
interface Line {
  readonly nextId: () => string;
  readonly notes: readonly RichTextNode[];
}

// Marks that go on over several stretches are one code.
function marked(nodes: readonly RichTextNode[], from: number, line: Line): Pieces {
  const name = markOrder[from];
  if (name === undefined) return nodes.map(node => pieceOf(node, line));
  const markOf = (node: RichTextNode | undefined) => node?.marks?.find(mark => mark.type === name);
  const pieces: Piece[] = [];
  for (let at = 0; at < nodes.length;) {
    const mark = markOf(nodes[at]);
    let end = at + 1;
    while (end < nodes.length && JSON.stringify(markOf(nodes[end])) === JSON.stringify(mark)) end += 1;
    const within = nodes.slice(at, end);
    if (mark) pieces.push({ id: line.nextId(), mark, pieces: marked(within, from + 1, line) });
    else pieces.push(...marked(within, from + 1, line));
    at = end;
  }
  return pieces;
}

function pieceOf(node: RichTextNode, { nextId, notes }: Line): Piece {
  if (node.type === 'hardBreak') return { id: nextId(), mark: null };
  return node.type === 'footnote' ? { id: nextId(), mark: null, note: notes.indexOf(node) } : node.text!;
}

/**
 * A field's value with other words in some of its segments; all else of it, its structure, pictures and insets, stays.
 * @param said - the words by the key of their segment
 */
export function withSegments(value: unknown, said: ReadonlyMap<string, Pieces>): unknown {
  if (typeof value === 'string') return said.has('') ? wordsOfPieces(said.get('')!) : value;
  return isRichText(value) ? ({ ...value, content: withBlocks(value.content, '', said) } satisfies RichText) : value;
}

function withBlocks(nodes: readonly RichTextNode[], before: string, said: ReadonlyMap<string, Pieces>): readonly RichTextNode[] {
  return nodes.map((node, at) => {
    const key = `${before}${at}`;
    const caption = said.get(`${key}.caption`);
    const named = caption ? { ...node, attrs: { ...node.attrs, caption: wordsOfPieces(caption) } } : node;
    if (!node.content) return named;
    if (!isLine(node)) return { ...named, content: withBlocks(node.content, `${key}.`, said) };
    const pieces = said.get(key);
    const notes = notesIn(node.content).map((each, index) => {
      const words = said.get(`${key}.note${index}`);
      return words ? { ...each, attrs: { note: wordsOfPieces(words) } } : each;
    });
    const { content: held, ...rest } = node;
    const content = pieces ? nodesOfPieces(pieces, [], notes) : withNotes(held, notes);
    return content.length > 0 ? { ...rest, content } : rest;
  });
}

/** A line with its footnotes in other words, as many as it has. */
function withNotes(nodes: readonly RichTextNode[], notes: readonly RichTextNode[]): readonly RichTextNode[] {
  let next = 0;
  return nodes.map(each => (each.type === 'footnote' ? notes[next++]! : each));
}

function nodesOfPieces(pieces: Pieces, marks: readonly Mark[], notes: readonly RichTextNode[]): readonly RichTextNode[] {
  const nodes: RichTextNode[] = [];
  for (const node of pieces.flatMap(piece => nodesOfPiece(piece, marks, notes))) {
    const last = nodes.at(-1);
    if (last?.text !== undefined && node.text !== undefined && JSON.stringify(last.marks) === JSON.stringify(node.marks))
      nodes[nodes.length - 1] = { ...last, text: last.text + node.text };
    else nodes.push(node);
  }
  return nodes;
}

function nodesOfPiece(piece: Piece, marks: readonly Mark[], notes: readonly RichTextNode[]): readonly RichTextNode[] {
  const carried = marks.length > 0 ? { marks } : {};
  if (typeof piece === 'string') return piece === '' ? [] : [{ type: 'text', text: piece, ...carried }];
  if (piece.mark === null && piece.note !== undefined) return notes[piece.note] ? [notes[piece.note]!] : [];
  if (piece.mark === null) return [{ type: 'hardBreak', ...carried }];
  const within = [...marks.filter(each => each.type !== piece.mark.type), piece.mark];
  return nodesOfPieces(
    piece.pieces,
    within.sort((a, b) => markOrder.indexOf(a.type) - markOrder.indexOf(b.type)),
    notes,
  );
}

/** The words of pieces, without their codes. */
export function wordsOfPieces(pieces: Pieces): string {
  return pieces
    .map(piece =>
      typeof piece === 'string' ? piece : piece.mark === null ? (piece.note === undefined ? '\n' : '') : wordsOfPieces(piece.pieces),
    )
    .join('');
}

/** Every code of some pieces by its id. */
export function codesIn(pieces: Pieces): ReadonlyMap<string, Standing | Span> {
  const found = new Map<string, Standing | Span>();
  const walk = (all: Pieces): void => {
    for (const piece of all) {
      if (typeof piece === 'string') continue;
      found.set(piece.id, piece);
      if (piece.mark !== null) walk(piece.pieces);
    }
  };
  walk(pieces);
  return found;
}

/** Pieces with each stretch of text changed; codes stay where they are. */
export function mapText(pieces: Pieces, change: (text: string) => string): Pieces {
  return pieces.map(piece =>
    typeof piece === 'string' ? change(piece) : piece.mark === null ? piece : { ...piece, pieces: mapText(piece.pieces, change) },
  );
}

/** A field's value with each stretch of its text changed; a value without words is given back as it is. */
export function mapWords(value: unknown, change: (text: string) => string): unknown {
  return withSegments(value, new Map(segmentsOf(value).map(({ key, pieces }) => [key, mapText(pieces, change)])));
}
