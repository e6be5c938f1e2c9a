import type { SearchQuestion } from './question';
import { tokensOf, type Token } from './tokens';

/** A piece of a text, and whether it is one of the words that were looked for. */
export interface Piece {
  readonly text: string;
  readonly isHit: boolean;
}

/** A text with the words that were looked for marked. */
export function marked(text: string, { wanted }: SearchQuestion, locale: string): readonly Piece[] {
  return piecesOf(text, hitsIn(tokensOf(text, locale), wanted));
}

/**
 * The stretch of a text that says most of what was looked for, at the earliest place, cut at words.
 * @param most - characters
 */
export function excerptOf(text: string, { wanted }: SearchQuestion, locale: string, most: number): readonly Piece[] {
  const flat = text.replace(/\s+/g, ' ').trim();
  const tokens = tokensOf(flat, locale);
  const hits = hitsIn(tokens, wanted);
  const stretch = bestStretch(flat, tokens, hits, most);
  const within = hits.filter(each => each.from >= stretch.from && each.until <= stretch.until);
  const shifted = within.map(each => ({ ...each, from: each.from - stretch.from, until: each.until - stretch.from }));
  const pieces = piecesOf(flat.slice(stretch.from, stretch.until), shifted);
  const before = stretch.from > 0 ? [{ text: '… ', isHit: false }] : [];
  return [...before, ...pieces, ...(stretch.until < flat.length ? [{ text: ' …', isHit: false }] : [])];
}

/** Words that were looked for, as they stand in a text, with which of the parts they belong to. */
interface Hit extends Token {
  readonly part: number;
}

function hitsIn(tokens: readonly Token[], wanted: SearchQuestion['wanted']): readonly Hit[] {
  const hits: Hit[] = [];
  tokens.forEach((token, at) => {
    const part = wanted.findIndex(stems => stems.every((stem, offset) => tokens[at + offset]?.stem === stem));
    if (part < 0) return;
    const last = tokens[at + wanted[part]!.length - 1]!;
    if (token.from >= (hits.at(-1)?.until ?? 0)) hits.push({ ...token, until: last.until, part });
  });
  return hits;
}

function bestStretch(text: string, tokens: readonly Token[], hits: readonly Hit[], most: number): { from: number; until: number } {
  if (text.length <= most) return { from: 0, until: text.length };
  let best = { from: 0, worth: 0 };
  for (const { from } of hits) {
    // Some words before it, so that it is read in its place.
    const begin = beginBefore(tokens, Math.max(0, from - most / 4));
    const inside = hits.filter(each => each.from >= begin && each.until <= begin + most);
    const worth = new Set(inside.map(each => each.part)).size * 100 + inside.length;
    if (worth > best.worth) best = { from: begin, worth };
  }
  const last = tokens.filter(each => each.from >= best.from && each.until <= best.from + most).at(-1);
  return { from: best.from, until: last?.until ?? Math.min(text.length, best.from + most) };
}

function beginBefore(tokens: readonly Token[], at: number): number {
  return at === 0 ? 0 : (tokens.find(each => each.from >= at)?.from ?? at);
}

function piecesOf(text: string, hits: readonly { readonly from: number; readonly until: number }[]): readonly Piece[] {
  const pieces: Piece[] = [];
  let at = 0;
  for (const { from, until } of hits) {
    if (from > at) pieces.push({ text: text.slice(at, from), isHit: false });
    pieces.push({ text: text.slice(from, until), isHit: true });
    at = until;
  }
  if (at < text.length) pieces.push({ text: text.slice(at), isHit: false });
  return pieces;
}
