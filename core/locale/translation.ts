import { kindOfField } from '../fields/index';
import type { AnyField } from '../fields/kinds';
import type { Kind } from '../kinds/kind';
import type { Registry } from '../registry/registry';
import { say, told } from '../tongue/say';
import { digestOf } from './digest';
import { mostOwnText, saidIn, wordNames, type OwnWords, type Source } from './own-words';

/** One field of a record as somebody who writes in a locale meets it. */
export interface WritableField {
  /** As own words call it: "title" or "fields.body". */
  readonly name: string;
  readonly label: string;
  readonly help: string;
  /** The field of the record's type; null for one of the kind's own, which is a line of text. */
  readonly field: AnyField | null;
  /** Whether it may say other words in each locale. */
  readonly mayDiffer: boolean;
}

/** All fields of a record that hold words or values, those that may not differ by locale included. */
export function writableFields(kind: Kind<unknown>, base: unknown, registry: Registry): readonly WritableField[] {
  const differing = new Map(wordNames(kind).map(name => [name.split('.')[0]!, name]));
  const own = Object.entries(kind.ownFields).flatMap(([field, { label, isProse, itemsHaveOwnWords }]): WritableField[] => {
    const name = differing.get(field);
    if (itemsHaveOwnWords !== undefined) return itemsOf(saidIn(base, field), field, itemsHaveOwnWords);
    return name || isProse ? [{ name: name ?? field, label: told(label), help: '', field: null, mayDiffer: name !== undefined }] : [];
  });
  const typed = (kind.fields?.(base, registry) ?? []).map((field): WritableField => ({
    name: `fields.${field.name}`,
    label: told(field.label),
    help: told(field.help),
    field,
    mayDiffer: Boolean(field.hasOwnWords),
  }));
  return [...own, ...typed];
}

// Items without words of their own say nothing that could be other words.
function itemsOf(list: unknown, field: string, part: string): WritableField[] {
  return (Array.isArray(list) ? (list as Record<string, unknown>[]) : []).flatMap(item => {
    const name = `${field}#${String(item['id'])}.${part}`;
    const here: WritableField = { name, label: say`Entry “${String(item[part])}”`, help: '', field: null, mayDiffer: true };
    return [...(item[part] ? [here] : []), ...itemsOf(item[field], field, part)];
  });
}

const textKinds: readonly string[] = ['short text', 'long text', 'rich text'];

/** Whether a field is words throughout, which somebody can write in another language. */
export function isText({ field }: WritableField): boolean {
  return field === null || textKinds.includes(field.kind);
}

/** The most characters that a field takes, or null where that is not said. */
export function mostOf({ field }: WritableField): number | null {
  return field === null ? mostOwnText : ((field as { readonly most?: number }).most ?? null);
}

/** How a field stands in a locale. */
export type FieldState = 'own' | 'follows' | 'behind' | 'empty';

/** How a field stands: it has words of its own, follows, is behind what it was made from, or has nothing to say. */
export function fieldState(base: unknown, own: OwnWords | null, { name, field }: WritableField): FieldState {
  const said = saidIn(base, name);
  const isOwn = own !== null && Object.hasOwn(own.words, name);
  if (isOwn) return isBehind(own.madeFrom[name], base, name) ? 'behind' : 'own';
  const isEmpty = field ? said === undefined || kindOfField(field).isEmpty(said, field) : said === '' || said === undefined;
  return isEmpty ? 'empty' : 'follows';
}

function isBehind(source: Source | undefined, base: unknown, name: string): boolean {
  return source !== undefined && source.digest !== digestIn(base, name);
}

const digests = new WeakMap<object, Map<string, string>>();

// One base is held against the words of every locale.
function digestIn(base: unknown, name: string): string {
  const known = digests.get(base as object) ?? new Map<string, string>();
  digests.set(base as object, known);
  const digest = known.get(name) ?? digestOf(saidIn(base, name));
  known.set(name, digest);
  return digest;
}

/**
 * Own words with what each was made from: words that are new or other ones, and those that were found still right, were made
 * from the base as it is now; all others as they were.
 * @param before - the words that these were made out of; null when there were none
 * @param base - the value that whoever wrote them saw
 * @param stillRight - names of words that were looked at and kept
 * @param drafted - names of words that a machine drafted and nobody has looked at
 */
export function withSources(
  words: OwnWords['words'],
  before: OwnWords | null,
  base: { readonly revision: string; readonly value: unknown },
  stillRight: readonly string[],
  drafted: readonly string[] = [],
): OwnWords {
  const madeFrom = Object.fromEntries(
    Object.keys(words).map((name): [string, Source] => {
      const earlier = before && Object.hasOwn(before.words, name) ? before.madeFrom[name] : undefined;
      const isSame = earlier !== undefined && digestOf(before!.words[name]) === digestOf(words[name]);
      const now: Source = { revision: base.revision, digest: digestOf(saidIn(base.value, name)) };
      return [name, isSame && !stillRight.includes(name) ? earlier : now];
    }),
  );
  const unseen = drafted.filter(name => Object.hasOwn(words, name) && !stillRight.includes(name));
  return { version: 1, words, madeFrom, ...(unseen.length > 0 ? { drafted: unseen } : {}) };
}
