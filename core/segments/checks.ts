import { isRichText, nodesOf, type RichText } from '../rich-text/document';
import { say } from '../tongue/say';
import { segmentsOf, wordsOfPieces, wordsOfValue, type Pieces } from './segment';

/**
 * What looks wrong about words beside what they were made from: a number, a link, an address or a placeholder that one has
 * and the other has not. Warnings, not faults: a translator may have reasons.
 */
export function warningsOf(source: Pieces, own: Pieces): readonly string[] {
  return [...wordWarnings(wordsOfPieces(source), wordsOfPieces(own)), ...linkWarnings(linksInPieces(source), linksInPieces(own))];
}

/** The same for the value of a whole field, with the pictures and blocks that it shows. */
export function warningsOfValue(source: unknown, own: unknown): readonly string[] {
  const [from, to] = [source, own].map(wordsOfValue);
  if (to === '') return [];
  const links = isRichText(source) && isRichText(own) ? linkWarnings(linksOf(source), linksOf(own)) : [];
  return [...wordWarnings(from!, to!), ...links, ...shownWarnings(source, own)];
}

// How many digits stand between points, commas and spaces is the locale's affair: groups of digits are told apart, not numbers.
const digits = /\p{Nd}+/gu;
const placeholders = /\{\{?[\w.]+\}?\}|%(?:\d+\$)?[sd]/g;
const addresses = /\bhttps?:\/\/[^\s<>"]+|[\w.+-]+@[\w-]+(?:\.[\w-]+)+/g;

function wordWarnings(source: string, own: string): readonly string[] {
  const found = (text: string, pattern: RegExp) => (text.match(pattern) ?? []).map(plainDigits);
  const bareOf = (text: string) => text.replace(addresses, ' ').replace(placeholders, ' ');
  return [
    ...missing(found(bareOf(source), digits), found(bareOf(own), digits), say`The number`),
    ...extra(found(bareOf(source), digits), found(bareOf(own), digits), say`The number`),
    ...missing(found(source, placeholders), found(own, placeholders), say`The placeholder`),
    ...extra(found(source, placeholders), found(own, placeholders), say`The placeholder`),
    ...missing(found(source, addresses), found(own, addresses), say`The address`),
  ];
}

/**
 * Digits of any script as those of ASCII. The ten of a script stand in a row, zero first.
 * @see Unicode Standard, 4.6: characters with the property Numeric_Type=Decimal are encoded in such ranges
 */
function plainDigits(text: string): string {
  return text.replace(/[^\P{Nd}0-9]/gu, digit => {
    const code = digit.codePointAt(0)!;
    let first = code;
    while (/\p{Nd}/u.test(String.fromCodePoint(first - 1))) first -= 1;
    return String((code - first) % 10);
  });
}

function missing(source: readonly string[], own: readonly string[], what: string): readonly string[] {
  return without(source, own).map(each => say`${what} ${each} is missing here.`);
}

function extra(source: readonly string[], own: readonly string[], what: string): readonly string[] {
  return without(own, source).map(each => say`${what} ${each} is not in what it was made from.`);
}

/** What one list has more often than the other, each once. */
function without(list: readonly string[], other: readonly string[]): readonly string[] {
  const left = [...other];
  const rest = list.filter(each => {
    const at = left.indexOf(each);
    if (at >= 0) left.splice(at, 1);
    return at < 0;
  });
  return [...new Set(rest)];
}

/** A link by where it leads, with the words that it is known by. */
interface KnownLink {
  readonly leads: string;
  readonly words: string;
}

function linkWarnings(source: readonly KnownLink[], own: readonly KnownLink[]): readonly string[] {
  const gone = without(
    source.map(each => each.leads),
    own.map(each => each.leads),
  );
  return gone.map(leads => say`The link on “${source.find(each => each.leads === leads)!.words}” is missing here.`);
}

function linksInPieces(pieces: Pieces): readonly KnownLink[] {
  return pieces.flatMap(piece => {
    if (typeof piece === 'string' || piece.mark === null) return [];
    const within = linksInPieces(piece.pieces);
    return piece.mark.type === 'link'
      ? [{ leads: JSON.stringify(piece.mark.attrs), words: wordsOfPieces(piece.pieces) }, ...within]
      : within;
  });
}

function linksOf(text: RichText): readonly KnownLink[] {
  return segmentsOf(text).flatMap(each => linksInPieces(each.pieces));
}

function shownWarnings(source: unknown, own: unknown): readonly string[] {
  const shown = (value: unknown, type: string, name: string) =>
    isRichText(value) ? [...nodesOf(value)].flatMap(node => (node.type === type ? [String(node.attrs![name])] : [])) : [];
  return [
    ...(without(shown(source, 'picture', 'file'), shown(own, 'picture', 'file')).length > 0 ? [say`A picture is missing here.`] : []),
    ...(without(shown(source, 'inset', 'blockId'), shown(own, 'inset', 'blockId')).length > 0
      ? [say`A block inside the text is missing here.`]
      : []),
  ];
}
