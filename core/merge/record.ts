import type { FieldValues } from '../fields/field';
import type { AnyField } from '../fields/kinds';
import type { Kind } from '../kinds/kind';
import { describeOwn } from '../kinds/own-fields';
import type { OwnWords } from '../locale/own-words';
import type { Registry } from '../registry/registry';
import { Decider, isSame, mergeOne, type Conflict, type Place, type Side, type Tell, type Three } from './decider';
import { mergeField, mergeFields } from './fields';

/** Two versions brought together, and what a person has to settle of them. */
export interface Merged<Value> {
  readonly value: Value;
  readonly conflicts: readonly Conflict[];
}

/**
 * Brings two versions of a record together that began as one: each of its own fields and each field of its type by itself.
 * @param choices - what was chosen for conflicts, by their paths; of the others ours stands for now
 */
export function mergeRecord<Value>(
  kind: Kind<Value>,
  three: Three<Value>,
  registry: Registry,
  choices: Readonly<Record<string, Side>> = {},
): Merged<Value> {
  const decider = new Decider(choices);
  const versions = three as unknown as Three<FieldValues>;
  const fieldsOf = (value: Value) => kind.fields?.(value, registry) ?? [];
  // Fields mean something within their type only: where that itself changed, they go with it.
  const isRetyped = !isSame(versions.base['type'], versions.ours['type']) || !isSame(versions.base['type'], versions.theirs['type']);
  const typed = isRetyped ? typedPart(versions, decider, kind.ownFields['type']?.label) : {};
  const value = Object.fromEntries(
    [...new Set([...Object.keys(versions.ours), ...Object.keys(versions.theirs)])].flatMap(name => {
      const merged = Object.hasOwn(typed, name)
        ? typed[name]
        : name === 'fields'
          ? mergeFields(
              fieldsOf(three.ours),
              { base: fieldsIn(versions.base), ours: fieldsIn(versions.ours), theirs: fieldsIn(versions.theirs) },
              field => ({ path: `fields.${field}`, field: `fields.${field}` }),
              decider,
            )
          : mergeOwn(kind, name, { base: versions.base[name], ours: versions.ours[name], theirs: versions.theirs[name] }, decider);
      return merged === undefined ? [] : [[name, merged]];
    }),
  );
  return { value: value as Value, conflicts: decider.conflicts };
}

const typedNames = ['type', 'typeVersion', 'fields'] as const;

function typedPart(versions: Three<FieldValues>, decider: Decider, label = ''): FieldValues {
  const part = (value: FieldValues): FieldValues => Object.fromEntries(typedNames.map(name => [name, value[name]]));
  const tell: Tell = value => `${label} ${String((value as FieldValues)['type'])}`.trim();
  return mergeOne(
    { base: part(versions.base), ours: part(versions.ours), theirs: part(versions.theirs) },
    { path: 'type', field: 'type' },
    decider,
    tell,
  );
}

function fieldsIn(value: FieldValues): FieldValues {
  return (value['fields'] ?? {}) as FieldValues;
}

function mergeOwn<Value>({ ownFields }: Kind<Value>, name: string, three: Three<unknown>, decider: Decider): unknown {
  const own = ownFields[name];
  const tell: Tell = (value, { context }) =>
    value === undefined || value === null || value === '' ? '' : describeOwn(own, value, context);
  const place = { path: name, field: name };
  return mergeOne(three, place, decider, tell, own?.merge && ((versions, at) => own.merge!(versions as Three<never>, at, decider, tell)));
}

/** Brings two versions of own words together, word by word; each keeps what it was made from. @param fieldOf - by the name of a word */
export function mergeOwnWords(
  { base, ours, theirs }: Three<OwnWords>,
  fieldOf: (name: string) => AnyField | undefined,
  choices: Readonly<Record<string, Side>> = {},
): Merged<OwnWords> {
  const decider = new Decider(choices);
  const words: Record<string, unknown> = {};
  const madeFrom: Record<string, OwnWords['madeFrom'][string]> = {};
  const drafted: string[] = [];
  for (const name of new Set([...Object.keys(ours.words), ...Object.keys(theirs.words)])) {
    const place: Place = { path: name, field: name };
    const said = mergeField(fieldOf(name), { base: base.words[name], ours: ours.words[name], theirs: theirs.words[name] }, place, decider);
    if (said === undefined) continue;
    words[name] = said;
    const from = isSame(said, theirs.words[name]) && !isSame(said, base.words[name]) ? theirs : ours;
    const source = from.madeFrom[name] ?? theirs.madeFrom[name] ?? ours.madeFrom[name];
    if (source) madeFrom[name] = source;
    if (from.drafted?.includes(name)) drafted.push(name);
  }
  const value: OwnWords = { version: 1, words, madeFrom, ...(drafted.length > 0 ? { drafted } : {}) };
  return { value, conflicts: decider.conflicts };
}
