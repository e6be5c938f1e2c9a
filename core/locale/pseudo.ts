import type { Kind } from '../kinds/kind';
import type { Registry } from '../registry/registry';
import { mapWords } from '../segments/segment';
import { saidIn, valueIn } from './own-words';
import type { Pseudo } from './pseudo-tags';
import { isText, writableFields } from './translation';

const accented = new Map(
  [...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz'].map((letter, at) => [
    letter,
    [...'ÅƁÇÐÉƑĜĤÎĴĶĻṀÑÖÞǪŔŠŢÛṼŴẊÝŽåƀçðéƒĝĥîĵķļɱñöþǫŕšţûṽŵẋýž'][at]!,
  ]),
);

// What programs put words in place of stays as it is.
const kept = /(\{\{?[\w.]+\}?\}|%(?:\d+\$)?[sd]|https?:\/\/\S+)/;

/** Words as a pseudo-locale says them. */
export function pseudoText(text: string, pseudo: Pseudo): string {
  if (text.trim() === '') return text;
  const parts = text.split(kept).map((part, at) => (at % 2 === 1 ? part : pseudo === 'stretched' ? accents(part) : mirrored(part)));
  return pseudo === 'stretched' ? `[${parts.join('')}${padding(text)}]` : parts.join('');
}

function accents(text: string): string {
  return [...text].map(letter => accented.get(letter) ?? letter).join('');
}

// Each word is overridden by itself, so that lines may still break between them. @see Unicode Standard Annex 9, RLO and PDF
function mirrored(text: string): string {
  return text.replace(/[^\s]+/g, word => `\u202E${word}\u202C`);
}

/**
 * How much longer words become in other languages, by the length of the English: up to 10 characters three times as long,
 * beyond 70 by three tenths.
 * Common practice: the figures that writers of guides to translatable software repeat, from memory.
 */
const expansions: readonly (readonly [upTo: number, by: number])[] = [
  [10, 2],
  [20, 1],
  [30, 0.8],
  [50, 0.6],
  [70, 0.5],
  [Infinity, 0.3],
];

const fillers = 'one two three four five six seven eight nine ten eleven twelve'.split(' ');

function padding(text: string): string {
  const [, by] = expansions.find(([upTo]) => text.length <= upTo)!;
  const wanted = Math.round(text.length * by);
  let made = '';
  for (let at = 0; made.length < wanted; at += 1) made += ` ${fillers[at % fillers.length]!}`;
  return made.slice(0, Math.max(wanted, 2));
}

const disguised: Readonly<Record<Pseudo, WeakMap<object, unknown>>> = { stretched: new WeakMap(), mirrored: new WeakMap() };

/**
 * A record's value as a pseudo-locale says it: all words that may differ by locale, and nothing else. Addresses stay, so that
 * one finds the way.
 */
export function pseudoValue(kind: Kind<unknown>, value: unknown, registry: Registry, pseudo: Pseudo): unknown {
  const known = disguised[pseudo].get(value as object);
  if (known) return known;
  const fields = writableFields(kind, value, registry).filter(field => field.mayDiffer && isText(field) && field.name !== 'segment');
  const words = Object.fromEntries(
    fields.flatMap(({ name }) => {
      const said = saidIn(value, name);
      return said === undefined ? [] : [[name, mapWords(said, text => pseudoText(text, pseudo))]];
    }),
  );
  const made = valueIn(value, [{ words }]);
  disguised[pseudo].set(value as object, made);
  return made;
}
