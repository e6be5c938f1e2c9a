import { diffWordsWithSpace } from 'diff';
import { isRichText, plainWords } from '../rich-text/document';
import { boundedDiff, fewestEdits, mostEdits } from './bounds';

/** A stretch of words that stayed, came or went. */
export interface WordChange {
  readonly text: string;
  readonly kind: 'same' | 'added' | 'removed';
}

/** One field that differs between two values. */
export interface FieldChange {
  /** Path of the field, such as "title" or "fields.body". */
  readonly field: string;
  readonly before: unknown;
  readonly after: unknown;
  /** Word by word, when both sides are text. */
  readonly words: readonly WordChange[];
}

/**
 * Lists the fields in which two values differ, in the order of the newer one. Objects with fields of their own are gone
 * into one level; rules and lists are compared as wholes, since their words only make sense together.
 * @param before - null for a record that is new
 */
export function compareValues(before: unknown, after: unknown): readonly FieldChange[] {
  const left = flatten(before);
  const right = flatten(after);
  const fields = [...new Set([...right.keys(), ...left.keys()])];
  return fields
    .filter(field => JSON.stringify(left.get(field)) !== JSON.stringify(right.get(field)))
    .map(field => ({ field, before: left.get(field), after: right.get(field), words: compareWords(left.get(field), right.get(field)) }));
}

/** Compares two texts word by word; a running text is compared as its words, one line per paragraph. */
export function compareWords(before: unknown, after: unknown): readonly WordChange[] {
  const [left, right] = [wordsOf(before), wordsOf(after)];
  if (left === null || right === null) return [];
  return joinAcrossSpaces(changedLines(left, right).flatMap(each => ('text' in each ? [each] : changedWords(each.before, each.after))));
}

/** Lines that stayed, or a stretch of them that gave way to another. */
type LineChange = WordChange | { readonly before: string; readonly after: string };

// Line by line first, so that what changed in one paragraph of a long text costs no more than in a short one.
function changedLines(left: string, right: string): readonly LineChange[] {
  const lines = (text: string) => text.match(/[^\n]*\n|[^\n]+$/g) ?? [];
  const parts = boundedDiff(lines(left), lines(right));
  if (!parts) return [{ before: left, after: right }];
  const changes: LineChange[] = [];
  for (const { added, removed, value } of parts) {
    const text = value.join('');
    const last = changes.at(-1);
    const [before, after] = [removed ? text : '', added ? text : ''];
    if (!added && !removed) changes.push({ text, kind: 'same' });
    else if (last && !('text' in last)) changes[changes.length - 1] = { before: last.before + before, after: last.after + after };
    else changes.push({ before, after });
  }
  return changes;
}

// What has too little in common is one put for the other.
function changedWords(before: string, after: string): readonly WordChange[] {
  const words = (text: string) => text.match(/\s+|[^\s]+/g) ?? [];
  const isFar = fewestEdits(words(before), words(after)) > mostEdits;
  const parts = isFar ? undefined : diffWordsWithSpace(before, after, { maxEditLength: mostEdits });
  if (!parts)
    return [
      { text: before, kind: 'removed' },
      { text: after, kind: 'added' },
    ];
  return parts.map(part => ({ text: part.value, kind: part.added ? 'added' : part.removed ? 'removed' : 'same' }));
}

/**
 * Joins changes that only white space keeps apart: a phrase put for another reads as one removal and one addition,
 * not as a change of every second word.
 */
function joinAcrossSpaces(parts: readonly WordChange[]): readonly WordChange[] {
  const joined: WordChange[] = [];
  let removed = '';
  let added = '';
  const flush = () => {
    if (removed !== '') joined.push({ text: removed, kind: 'removed' });
    if (added !== '') joined.push({ text: added, kind: 'added' });
    [removed, added] = ['', ''];
  };
  parts.forEach((part, index) => {
    const isGap =
      part.kind === 'same' && part.text.trim() === '' && !part.text.includes('\n') && removed + added !== '' && index < parts.length - 1;
    if (part.kind === 'removed' || isGap) removed += part.text;
    if (part.kind === 'added' || isGap) added += part.text;
    if (part.kind === 'same' && !isGap) {
      flush();
      joined.push(part);
    }
  });
  flush();
  return joined;
}

function wordsOf(value: unknown): string | null {
  if (isRichText(value)) return plainWords(value);
  return typeof (value ?? '') === 'string' ? String(value ?? '') : null;
}

function flatten(value: unknown): ReadonlyMap<string, unknown> {
  const fields = new Map<string, unknown>();
  for (const [name, held] of Object.entries((value ?? {}) as Record<string, unknown>)) {
    if (name === 'version' || name === 'typeVersion') continue;
    if (name === 'fields') for (const [inner, deep] of Object.entries(held as Record<string, unknown>)) fields.set(`fields.${inner}`, deep);
    else fields.set(name, held);
  }
  return fields;
}
