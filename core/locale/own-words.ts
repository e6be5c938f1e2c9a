import type { z as zod } from 'zod';
import type { FieldValues, Zod } from '../fields/field';
import { kindOfField } from '../fields/index';
import type { AnyField } from '../fields/kinds';
import { textSchema } from '../fields/text-schemas';
import type { Kind } from '../kinds/kind';
import type { Registry } from '../registry/registry';

/** What a record says for itself in a locale other than the base: some of its fields, by name or as "fields.name". */
export interface OwnWords {
  readonly version: 1;
  readonly words: FieldValues;
}

/**
 * The value of a record in a locale: its base with own words over it.
 * @param own - its own words along the fallback chain, the nearest first
 */
export function valueIn<Value>(base: Value, own: readonly OwnWords[]): Value {
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
const joinedOnce = new WeakMap<object, { readonly own: readonly OwnWords[]; readonly value: unknown }[]>();

function joined<Value>(base: Value, own: readonly OwnWords[]): Value {
  const made: Record<string, unknown> = { ...(base as FieldValues) };
  for (const { words } of [...own].reverse()) {
    for (const [name, said] of Object.entries(words)) {
      if (name.startsWith('fields.')) made['fields'] = { ...(made['fields'] as FieldValues), [name.slice('fields.'.length)]: said };
      else made[name] = said;
    }
  }
  return made as Value;
}

/** The most characters of one of a record's own texts. */
const mostOwnText = 200;

/** The schema of own words for a kind of record: only what may differ by locale, each as its field has it. */
export function ownWordsSchema(z: Zod, kind: Kind<unknown>, registry: Registry): zod.ZodType<OwnWords> {
  const own = Object.entries(kind.ownFields).flatMap(([name, { hasOwnWords }]) => (hasOwnWords ? [name] : []));
  const shape: Record<string, zod.ZodType> = Object.fromEntries(
    own.map(name => [name, textSchema(z, mostOwnText, false, 'one line').optional()]),
  );
  for (const field of fieldsOfAllTypes(kind, registry)) {
    const name = `fields.${field.name}`;
    const schema = kindOfField(field).schema(z, { ...field, required: false });
    shape[name] = shape[name] ? z.union([shape[name], schema]).optional() : schema.optional();
  }
  return z.strictObject({
    version: z.literal(1, { error: 'This version of own words is not known here.' }),
    words: z.strictObject(shape),
  }) as unknown as zod.ZodType<OwnWords>;
}

// Which type a record is of stands in its base; here any type's fields may be meant.
function fieldsOfAllTypes(kind: Kind<unknown>, { blockTypes, pageTypes }: Registry): readonly AnyField[] {
  const types = [...blockTypes.keys(), ...pageTypes.keys()];
  return types.flatMap(type => kind.fields?.({ type }, { blockTypes, pageTypes }) ?? []).filter(field => field.hasOwnWords);
}
