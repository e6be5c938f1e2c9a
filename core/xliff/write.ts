import type { Piece, Pieces } from '../segments/segment';
import { metadataNamespace, unitId, xliffNamespace, type XliffField, type XliffFile, type XliffUnit } from './document';

/**
 * Writes records as an XLIFF document, piece by piece, so that any number of them can be sent while they are read.
 * @param source - tag of the locale that they are read in
 * @param target - tag of the locale that they are to be written in
 * @see XLIFF Version 2.1, OASIS Standard, core and metadata module
 */
export async function* writeXliff(
  source: string,
  target: string,
  files: Iterable<XliffFile> | AsyncIterable<XliffFile>,
): AsyncGenerator<string> {
  yield `<?xml version="1.0" encoding="UTF-8"?>\n<xliff xmlns="${xliffNamespace}" xmlns:mda="${metadataNamespace}" version="2.1" srcLang="${inAttribute(source)}" trgLang="${inAttribute(target)}">\n`;
  for await (const file of files) if (file.fields.some(each => each.units.length > 0)) yield writeFile(file);
  yield '</xliff>\n';
}

function writeFile({ recordId, title, baseRevision, ownRevision, fields }: XliffFile): string {
  const meta = (type: string, text: string) => `<mda:meta type="${type}">${inText(text)}</mda:meta>`;
  const known = `${meta('base revision', baseRevision)}${ownRevision && meta('own revision', ownRevision)}`;
  return [
    ` <file id="${recordId}" original="${inAttribute(title)}">\n`,
    `  <mda:metadata><mda:metaGroup category="made from">${known}</mda:metaGroup></mda:metadata>\n`,
    ...fields.map(writeField),
    ' </file>\n',
  ].join('');
}

// The blocks of running text are a group, so that they are read as one.
function writeField(field: XliffField): string {
  const { name, label, units } = field;
  if (units.length === 0) return '';
  if (units.length === 1 && units[0]!.key === '') return writeUnit(units[0]!, field, writeNotes(field.notes));
  return `  <group id="${inAttribute(unitId(name, ''))}" name="${inAttribute(label)}">\n${writeNotes(field.notes)}${units.map(unit => writeUnit(unit, field, '')).join('')}  </group>\n`;
}

function writeNotes(notes: readonly string[]): string {
  return notes.length === 0 ? '' : `   <notes>${notes.map(note => `<note>${inText(note)}</note>`).join('')}</notes>\n`;
}

function writeUnit({ key, source, target }: XliffUnit, { name, label, state, isBehind }: XliffField, notes: string): string {
  const more = isBehind ? ' subState="almanac:behind"' : '';
  return [
    `  <unit id="${inAttribute(unitId(name, key))}" name="${inAttribute(label)}" xml:space="preserve">\n${notes}`,
    `   <segment state="${target === null ? 'initial' : state}"${more}>\n    <source>${writePieces(source)}</source>\n`,
    target === null ? '' : `    <target>${writePieces(target)}</target>\n`,
    '   </segment>\n  </unit>\n',
  ].join('');
}

function writePieces(pieces: Pieces): string {
  return pieces.map(writePiece).join('');
}

// Which kind of code it is tells tools how to show it; what it is in full stays with the site, so that it cannot be lost.
function writePiece(piece: Piece): string {
  if (typeof piece === 'string') return inText(piece);
  if (piece.mark === null) {
    const kind =
      piece.note === undefined ? 'type="fmt" subType="xlf:lb"' : `type="other" subType="almanac:footnote" disp="${piece.note + 1}"`;
    return `<ph id="${piece.id}" ${kind}/>`;
  }
  const known = { bold: 'xlf:b', italic: 'xlf:i' }[piece.mark.type] ?? `almanac:${piece.mark.type}`;
  const type = piece.mark.type === 'link' ? 'link' : 'fmt';
  const shown = type === 'link' ? ` dispStart="${inAttribute(String(piece.mark.attrs!['address'] || 'page'))}"` : '';
  return `<pc id="${piece.id}" type="${type}" subType="${known}"${shown}>${writePieces(piece.pieces)}</pc>`;
}

const beyondXml = /[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu;

const escapes: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', '\r': '&#13;' };

function inText(text: string): string {
  return text
    .replace(/[&<>\r]/g, each => escapes[each]!)
    .replace(beyondXml, each => `<cp hex="${each.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}"/>`);
}

function inAttribute(text: string): string {
  return text
    .replace(beyondXml, '\uFFFD')
    .replace(/[&<>"]/g, each => escapes[each]!)
    .replace(/[\t\n\r]/g, ' ');
}
