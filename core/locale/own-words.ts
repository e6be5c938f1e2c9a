import type { z as zod } from 'zod';
import type { FieldValues, Zod } from '../fields/field';
import { kindOfField } from '../fields/index';
import type { AnyField } from '../fields/kinds';
import { textSchema } from '../fields/text-schemas';
import type { Kind } from '../kinds/kind';
import type { Registry } from '../registry/registry';
import { say } from '../tongue/say';

/** What a word was made from: a revision of the record in the locale in which it began, and a mark of what that said. */
export interface Source {
  readonly revision: string;
  /** See {@link digestOf}. */
  readonly digest: string;
}

/** What a record says for itself in a locale other than the one in which it began: some of its fields, by name or as "fields.name". */
export interface OwnWords {
  readonly version: 1;
  readonly words: FieldValues;
  /** By the same names; what has none was made from nobody knows what. */
  readonly madeFrom: Readonly<Record<string, Source>>;
  /** Names of words that a machine drafted and nobody has looked at yet; left out where there are none. */
  readonly drafted?: readonly string[];
}

/** Own words that say nothing: all follows. */
export const noOwnWords: OwnWords = { version: 1, words: {}, madeFrom: {} };

/**
 * The value of a record in a locale: its base with own words over it.
 * @param own - its own words along the fallback chain, the nearest first
 */
export function valueIn<Value>(base: Value, own: readonly Pick<OwnWords, 'words'>[]): Value {
  if (own.length === 0) return base;
  const made = joinedOnce.get(base as object) ?? [];
  joinedOnce.set(base as object, made);
  const known = made.find(each => each.own.length === own.length && each.own.every((words, at) => words === own[at]));
  if (known) return known.value as Value;
  const value = joined(base, own);
  made.unshift({ own, value });
  made.length = Math.min(made.length, mostJoined);
  return value;
}

/** In how many ways a value is kept with own words over it: the same words give the same object, so that what follows from it can be kept. */
const mostJoined = 8;
const joinedOnce = new WeakMap<object, { readonly own: readonly Pick<OwnWords, 'words'>[]; readonly value: unknown }[]>();

function joined<Value>(base: Value, own: readonly Pick<OwnWords, 'words'>[]): Value {
  return [...own]
    .reverse()
    .reduce(
      (value, { words }) => Object.entries(words).reduce((made, [name, said]) => withSaid(made, placeOf(name), said), value as FieldValues),
      base as FieldValues,
    ) as Value;
}

/** Where a word stands in a value. */
interface WordPlace {
  /** The field, or where an item is meant, the list that it lies in. */
  readonly field: string;
  readonly item: string | null;
  /** The part of the field or item; null for all of it. */
  readonly part: string | null;
}

/** Reads a name of a word: "title", "fields.body", "entries#01ab.words" for an item by its id. */
function placeOf(name: string): WordPlace {
  const [before, part = null] = splitOnce(name, '.');
  const [field, item = null] = splitOnce(before, '#');
  return { field, item, part };
}

function splitOnce(text: string, at: string): readonly [string, string?] {
  const index = text.indexOf(at);
  return index < 0 ? [text] : [text.slice(0, index), text.slice(index + 1)];
}

function withSaid(value: FieldValues, { field, item, part }: WordPlace, said: unknown): FieldValues {
  const held = value[field];
  if (item !== null) return Array.isArray(held) ? { ...value, [field]: itemsWith(held as Items, field, item, part!, said) } : value;
  return { ...value, [field]: part === null ? said : { ...(held as FieldValues), [part]: said } };
}

type Items = readonly (FieldValues & { readonly id?: string })[];

// Items lie in one another under the same name.
function itemsWith(items: Items, field: string, id: string, part: string, said: unknown): Items {
  return items.map(item => {
    const inner = item[field];
    const deep = Array.isArray(inner) && inner.length > 0 ? { ...item, [field]: itemsWith(inner as Items, field, id, part, said) } : item;
    return item.id === id ? { ...deep, [part]: said } : deep;
  });
}

/** What a value says under the name of a word; undefined where it has no such place. */
export function saidIn(value: unknown, name: string): unknown {
  const { field, item, part } = placeOf(name);
  const held = (value as FieldValues)[field];
  if (item !== null) return Array.isArray(held) ? itemNamed(held as Items, field, item)?.[part!] : undefined;
  return part === null ? held : (held as FieldValues | undefined)?.[part];
}

function itemNamed(items: Items, field: string, id: string): FieldValues | undefined {
  for (const item of items) {
    if (item.id === id) return item;
    const inner = item[field];
    const found = Array.isArray(inner) ? itemNamed(inner as Items, field, id) : undefined;
    if (found) return found;
  }
  return undefined;
}

/** The most characters of one of a record's own texts. */
export const mostOwnText = 200;

/**
 * The schema of own words for a kind of record, each as its field has it. Of its types' fields all are taken: which of them may
 * differ is the site's choice, and what was written before the choice is still to be read.
 */
export function ownWordsSchema(z: Zod, kind: Kind<unknown>, registry: Registry): zod.ZodType<OwnWords> {
  const line = textSchema(z, mostOwnText, false, 'one line').optional();
  const shape: Record<string, zod.ZodType> = Object.fromEntries(wordNames(kind).map(name => [name, line]));
  for (const field of fieldsOfAllTypes(kind, registry)) {
    const name = `fields.${field.name}`;
    const schema = kindOfField(field).schema(z, { ...field, required: false });
    shape[name] = shape[name] ? z.union([shape[name], schema]).optional() : schema.optional();
  }
  return z.strictObject({
    version: z.literal(1, { error: () => say`This version of own words is not known here.` }),
    words: kindHasItems(kind)
      ? z
          .object(shape)
          .catchall(line)
          .refine(words => Object.keys(words).every(name => name in shape || isItemWord(kind, name)), {
            error: () => say`It has no such words.`,
          })
      : z.strictObject(shape),
    madeFrom: z.record(z.string().max(80), z.strictObject({ revision: z.string().max(40), digest: z.string().max(20) })).default({}),
    drafted: z.array(z.string().max(80)).max(500).optional(),
  }) as unknown as zod.ZodType<OwnWords>;
}

/** The names of the words that a kind's own fields have, those of items left out. */
export function wordNames({ ownFields }: Kind<unknown>): readonly string[] {
  return Object.entries(ownFields).flatMap(([name, { hasOwnWords }]) =>
    typeof hasOwnWords === 'string' ? [`${name}.${hasOwnWords}`] : hasOwnWords ? [name] : [],
  );
}

function kindHasItems({ ownFields }: Kind<unknown>): boolean {
  return Object.values(ownFields).some(each => each.itemsHaveOwnWords !== undefined);
}

function isItemWord({ ownFields }: Kind<unknown>, name: string): boolean {
  const { field, item, part } = placeOf(name);
  return item !== null && /^[\w-]{1,40}$/.test(item) && part !== null && ownFields[field]?.itemsHaveOwnWords === part;
}

// Which type a record is of stands in its base; here any type's fields may be meant.
function fieldsOfAllTypes(kind: Kind<unknown>, { blockTypes, pageTypes }: Registry): readonly AnyField[] {
  const types = [...blockTypes.keys(), ...pageTypes.keys()];
  return types.flatMap(type => kind.fields?.({ type }, { blockTypes, pageTypes }) ?? []);
}
