import { SaxesParser, type SaxesTagNS } from 'saxes';
import { say } from '../tongue/say';
import { metadataNamespace, xliffNamespace } from './document';

/** A document that is not XLIFF as it can be read here. */
export class XliffFault extends Error {
  override readonly name = 'XliffFault';
  /** @param line - where it was found, counted from 1 */
  constructor(
    message: string,
    readonly line: number,
  ) {
    super(message);
  }
}

/** Text and codes as they stand in a file: codes by their ids alone. */
export type ReadPieces = readonly ReadPiece[];
/** See {@link ReadPieces}. */
export type ReadPiece = string | { readonly id: string; readonly pieces: ReadPieces | null };

/** A unit as it stands in a file, its segments joined. */
export interface ReadUnit {
  readonly id: string;
  readonly line: number;
  readonly source: ReadPieces;
  /** Null where no segment has a target. */
  readonly target: ReadPieces | null;
  /** Whether each segment that has a target says that it is further than begun. */
  readonly isDone: boolean;
  /** What is wrong with it; empty when nothing is. */
  readonly fault: string;
}

/** A record as it stands in a file. */
export interface ReadFile {
  readonly id: string;
  readonly line: number;
  readonly title: string;
  /** See XliffFile; empty where whoever worked on the file has lost them. */
  readonly baseRevision: string;
  readonly ownRevision: string;
  readonly units: readonly ReadUnit[];
}

/** The deepest that elements may lie in one another. */
const deepest = 60;

interface Line {
  readonly isIgnorable: boolean;
  source: ReadPieces | null;
  target: ReadPieces | null;
  /** Where its target stands among those of its unit, where that differs. */
  order: number;
  isDone: boolean;
}

interface OpenUnit {
  readonly id: string;
  readonly line: number;
  readonly lines: Line[];
  fault: string;
}

interface OpenSpan {
  readonly id: string;
  readonly pieces: ReadPiece[];
  /** Whether it was opened by sc rather than pc, and ends at its ec. */
  readonly isLoose: boolean;
}

/**
 * Reads an XLIFF document that comes in pieces. Files are handed on as they end, so that no more than one is held.
 * What is wrong with a unit is said of the unit; what is wrong with the document as a whole is thrown.
 * @see XLIFF Version 2.1, OASIS Standard
 */
export class XliffReader {
  readonly #parser = new SaxesParser({ xmlns: true, position: true });
  readonly #path: string[] = [];
  readonly #fileIds = new Set<string>();
  #file: { id: string; line: number; title: string; meta: Record<string, string>; units: ReadUnit[]; unitIds: Set<string> } | null = null;
  #unit: OpenUnit | null = null;
  #spans: OpenSpan[] | null = null;
  #metaType = '';

  /**
   * @param onHead - told of the locales as soon as they are read; may throw
   * @param onFile - told of each file
   */
  constructor(
    private readonly onHead: (source: string, target: string | null) => void,
    private readonly onFile: (file: ReadFile) => void,
  ) {
    this.#parser.on('error', error => this.#stop(error.message.replace(/^\d+:\d+: /, '')));
    this.#parser.on('doctype', () => this.#stop(say`It has a document type. XLIFF has none, and none is read.`));
    this.#parser.on('opentag', tag => this.#open(tag));
    this.#parser.on('closetag', tag => this.#close(tag));
    this.#parser.on('text', text => this.#text(text));
    this.#parser.on('cdata', text => this.#text(text));
  }

  /** Reads on. @throws XliffFault */
  write(text: string): void {
    this.#parser.write(text);
  }

  /** Says that nothing more comes. @throws XliffFault where the document is not whole */
  end(): void {
    this.#parser.close();
  }

  #stop(message: string): never {
    throw new XliffFault(message, this.#parser.line);
  }

  #open(tag: SaxesTagNS): void {
    const name = nameOf(tag);
    if (this.#path.length === 0) this.#head(tag, name);
    this.#path.push(name);
    if (this.#path.length > deepest) this.#stop(say`Its elements lie too deep in one another.`);
    const at = (attribute: string) => tag.attributes[attribute]?.value ?? '';
    if (name === 'file') this.#openFile(at('id'), at('original'));
    else if (name === 'mda:meta') this.#metaType = this.#unit ? '' : at('type');
    else if (name === 'unit') this.#openUnit(at('id'));
    else if (!this.#unit) return;
    else if (name === 'segment' || name === 'ignorable')
      this.#unit.lines.push({
        isIgnorable: name === 'ignorable',
        source: null,
        target: null,
        order: 0,
        isDone: at('state') !== 'initial' && at('state') !== '',
      });
    else if (name === 'source' || name === 'target') this.#openLine(name, at('order'));
    else if (this.#spans) this.#openCode(name, at);
  }

  #head(tag: SaxesTagNS, name: string): void {
    if (name !== 'xliff') this.#stop(say`It is not XLIFF 2: it begins with “${tag.name}”.`);
    const version = tag.attributes['version']?.value ?? '';
    if (version !== '2.0' && version !== '2.1') this.#stop(say`It is XLIFF ${version || say`of no version`}; 2.0 and 2.1 can be read.`);
    const source = tag.attributes['srcLang']?.value;
    if (!source) this.#stop(say`It does not say in which language its sources are (srcLang).`);
    this.onHead(source, tag.attributes['trgLang']?.value ?? null);
  }

  #openFile(id: string, title: string): void {
    if (id === '') this.#stop(say`A file has no id.`);
    if (this.#fileIds.has(id)) this.#stop(say`Two files have the id “${id}”.`);
    this.#fileIds.add(id);
    this.#file = { id, line: this.#parser.line, title, meta: {}, units: [], unitIds: new Set() };
  }

  #openUnit(id: string): void {
    if (!this.#file) this.#stop(say`A unit stands outside of any file.`);
    const isTwice = this.#file.unitIds.has(id);
    this.#file.unitIds.add(id);
    this.#unit = {
      id,
      line: this.#parser.line,
      lines: [],
      fault: id === '' ? say`It has no id.` : isTwice ? say`Another unit has the same id.` : '',
    };
  }

  #openLine(name: string, order: string): void {
    const line = this.#unit!.lines.at(-1);
    if (!line) return this.#blame(say`Its ${name} stands outside of any segment.`);
    if (line[name as 'source'] !== null) this.#blame(say`A segment has two ${name}s.`);
    if (name === 'target' && /^\d{1,6}$/.test(order)) line.order = Number(order);
    this.#spans = [{ id: '', pieces: [], isLoose: false }];
  }

  #openCode(name: string, at: (attribute: string) => string): void {
    const here = this.#spans!.at(-1)!;
    if (name === 'pc' || name === 'sc') {
      const span: OpenSpan = { id: at('id'), pieces: [], isLoose: name === 'sc' };
      here.pieces.push({ id: span.id, pieces: span.pieces });
      this.#spans!.push(span);
    } else if (name === 'ec') {
      if (this.#spans!.length > 1 && here.isLoose && here.id === at('startRef')) this.#spans!.pop();
      else this.#blame(say`A code ends that was not opened last (${at('startRef') || at('id')}).`);
    } else if (name === 'ph') here.pieces.push({ id: at('id'), pieces: null });
    else if (name === 'cp') {
      const code = /^[0-9a-f]{1,6}$/i.test(at('hex')) ? parseInt(at('hex'), 16) : Infinity;
      if (code <= 0x10ffff) here.pieces.push(String.fromCodePoint(code));
      else this.#blame(say`“${at('hex')}” is no character.`);
    } else if (!['mrk', 'sm', 'em'].includes(name)) this.#blame(say`“${name}” cannot be read within words.`);
  }

  #text(text: string): void {
    this.#spans?.at(-1)?.pieces.push(text);
    if (this.#file && this.#metaType && this.#path.at(-1) === 'mda:meta')
      this.#file.meta[this.#metaType] = (this.#file.meta[this.#metaType] ?? '') + text.slice(0, 100);
  }

  #close(tag: SaxesTagNS): void {
    const name = nameOf(tag);
    this.#path.pop();
    if (name === 'pc' && this.#spans) {
      const last = this.#spans.at(-1)!;
      if (last.isLoose) this.#blame(say`A code is opened and not ended (${last.id}).`);
      while (this.#spans.length > 1 && this.#spans.pop()!.isLoose);
    } else if ((name === 'source' || name === 'target') && this.#spans) this.#endLine(name);
    else if (name === 'unit' && this.#unit) this.#endUnit(this.#unit);
    else if (name === 'file' && this.#file) this.#endFile();
  }

  #endLine(name: 'source' | 'target'): void {
    if (this.#spans!.length > 1) this.#blame(say`A code is opened and not ended (${this.#spans!.at(-1)!.id}).`);
    const line = this.#unit!.lines.at(-1)!;
    line[name] ??= joined(this.#spans![0]!.pieces);
    this.#spans = null;
  }

  #endUnit({ id, line, lines, fault }: OpenUnit): void {
    const segments = lines.filter(each => !each.isIgnorable);
    const written = segments.filter(each => each.target !== null);
    const isWhole = written.length === segments.length;
    this.#unit = null;
    this.#file!.units.push({
      id,
      line,
      source: joined(lines.flatMap(each => each.source ?? [])),
      // What lies between segments is as in the source where nobody said otherwise.
      target: written.length === 0 || !isWhole ? null : joined(inOrder(lines).flatMap(each => each.target ?? each.source ?? [])),
      isDone: written.length > 0 && isWhole && written.every(each => each.isDone),
      fault: fault || (segments.length === 0 || lines.some(each => each.source === null) ? say`It has no source.` : ''),
    });
  }

  #endFile(): void {
    const { id, line, title, meta, units } = this.#file!;
    this.#file = null;
    this.onFile({ id, line, title, units, baseRevision: meta['base revision'] ?? '', ownRevision: meta['own revision'] ?? '' });
  }

  #blame(message: string): void {
    this.#unit!.fault ||= message;
  }
}

function inOrder(lines: readonly Line[]): readonly Line[] {
  return lines
    .map((line, at) => ({ line, at: line.order || at + 1 }))
    .sort((a, b) => a.at - b.at)
    .map(each => each.line);
}

function nameOf({ uri, local, name }: SaxesTagNS): string {
  return uri === xliffNamespace ? local : uri === metadataNamespace ? `mda:${local}` : `other:${name}`;
}

/** Pieces with text that lies side by side joined. */
function joined(pieces: readonly ReadPiece[]): ReadPieces {
  const made: ReadPiece[] = [];
  for (const piece of pieces) {
    const last = made.at(-1);
    if (typeof piece === 'string') {
      if (typeof last === 'string') made[made.length - 1] = last + piece;
      else if (piece !== '') made.push(piece);
    } else made.push({ id: piece.id, pieces: piece.pieces && joined(piece.pieces) });
  }
  return made;
}
