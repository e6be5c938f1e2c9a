import type { FieldValues } from '../fields/field';
import { kindOfField, type AnyField } from '../fields/kinds';
import { mergeOne, type Decider, type Place, type Tell, type Three } from './decider';

/** Brings two versions of the values of some fields together, each as its kind does. @param placeOf - where a field lies */
export function mergeFields(
  fields: readonly AnyField[],
  { base, ours, theirs }: Three<FieldValues>,
  placeOf: (name: string) => Place,
  decider: Decider,
): FieldValues {
  const byName = new Map(fields.map(each => [each.name, each]));
  const names = new Set([...Object.keys(ours), ...Object.keys(theirs)]);
  return Object.fromEntries(
    [...names].flatMap(name => {
      const merged = mergeField(byName.get(name), { base: base[name], ours: ours[name], theirs: theirs[name] }, placeOf(name), decider);
      return merged === undefined ? [] : [[name, merged]];
    }),
  );
}

/** Brings two versions of the value of a field together. @param field - left out for a value that no field is known for */
export function mergeField(field: AnyField | undefined, three: Three<unknown>, place: Place, decider: Decider): unknown {
  const merge = field && kindOfField(field).merge;
  const isWhole = three.base !== undefined && three.ours !== undefined && three.theirs !== undefined;
  return mergeOne(
    three,
    place,
    decider,
    tellField(field),
    merge && isWhole ? (versions, at) => merge(versions, field, at, decider) : undefined,
  );
}

/** Says the value of a field in words. */
export function tellField(field: AnyField | undefined): Tell {
  return (value, { names }) => {
    if (value === undefined || value === null) return '';
    if (!field) return typeof value === 'string' ? value : JSON.stringify(value);
    const { describe, words } = kindOfField(field);
    return (describe ?? words)(value, field, names);
  };
}
