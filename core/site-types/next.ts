import type { Field } from '../fields/index';
import { fieldsOfType, versionOf, type SiteField, type SiteType, type SiteTypes, type TypeStep } from './site-type';

/** What changes about a field. */
export type FieldChange =
  | { readonly what: 'added'; readonly field: Field }
  | { readonly what: 'kind changed'; readonly field: Field; readonly from: Field }
  | { readonly what: 'renamed'; readonly field: Field; readonly from: Field }
  | { readonly what: 'changed'; readonly field: Field; readonly from: Field }
  | { readonly what: 'withdrawn' | 'back' | 'emptied'; readonly field: Field };

/** A type as it would be, and what changes about it. */
export interface TypeChange {
  /** Null for one that is new. */
  readonly before: SiteType | null;
  /** Null for one that is to go. */
  readonly after: SiteType | null;
  readonly fields: readonly FieldChange[];
}

/** The types as they would be, and what changes about each. */
export interface NextTypes {
  readonly next: SiteTypes;
  readonly changes: readonly TypeChange[];
}

/**
 * The types of a site as somebody wants them, on from what they are: nothing that was written is lost by it. A field of another
 * kind comes in beside the one that it takes its values from; one that is left out is withdrawn and keeps its values until it is
 * emptied.
 * @param wanted - of its types the steps are not looked at; a field is known by its name, and one without a known name is new
 */
export function nextTypes(before: SiteTypes, wanted: SiteTypes): NextTypes {
  const shared = nextFields(before.shared, wanted.shared);
  const next = wanted.types.map((type): TypeChange => {
    const known = before.types.find(each => each.of === type.of && each.name === type.name) ?? null;
    const own = nextFields(ownOf(known?.fields ?? []), ownOf(type.fields));
    const listed = type.fields.flatMap((each): SiteType['fields'] => {
      if ('shared' in each) return [each];
      const at = own.byWanted.get(each);
      return at === undefined ? [] : [at];
    });
    const rest = own.fields.filter(each => !listed.includes(each));
    const fields = [...listed, ...rest];
    const step = stepOf(known, { fields }, before.shared, shared.fields, own);
    const isStep = known !== null && (step.adds.length > 0 || step.empties.length > 0);
    const after: SiteType = { ...type, fields, steps: [...(known?.steps ?? []), ...(isStep ? [step] : [])] };
    const ofShared = known === null ? [] : changesOfShared(known, after, shared.changes);
    return { before: known, after, fields: known === null ? [] : [...own.changes, ...ofShared] };
  });
  const gone = before.types
    .filter(type => !wanted.types.some(each => each.of === type.of && each.name === type.name))
    .map((type): TypeChange => ({ before: type, after: null, fields: [] }));
  return {
    next: { shared: shared.fields, types: next.map(each => each.after!) },
    changes: [...next, ...gone].filter(isChange),
  };
}

function isChange({ before, after }: TypeChange): boolean {
  return JSON.stringify(before) !== JSON.stringify(after);
}

function ownOf(fields: SiteType['fields']): readonly SiteField[] {
  return fields.flatMap(each => ('shared' in each ? [] : [each]));
}

interface NextFields {
  readonly fields: readonly SiteField[];
  readonly byWanted: ReadonlyMap<SiteField, SiteField>;
  readonly adds: TypeStep['adds'];
  readonly empties: TypeStep['empties'];
  readonly changes: readonly FieldChange[];
}

function nextFields(before: readonly SiteField[], wanted: readonly SiteField[]): NextFields {
  const taken = new Set(before.map(each => each.field.name));
  const byWanted = new Map<SiteField, SiteField>();
  const adds: TypeStep['adds'][number][] = [];
  const empties: Field[] = [];
  const changes: FieldChange[] = [];
  const replaced: SiteField[] = [];
  const addedAs = (each: SiteField, from: Field | null): Field => {
    const field: Field = { ...each.field, name: freeName(each.called, taken) };
    taken.add(field.name);
    byWanted.set(each, { ...each, field, state: 'used' });
    adds.push({ field, from });
    return field;
  };
  for (const each of wanted) {
    const known = before.find(one => one.field.name === each.field.name);
    if (!known) {
      changes.push({ what: 'added', field: addedAs(each, null) });
      continue;
    }
    if (known.field.kind !== each.field.kind) {
      changes.push({ what: 'kind changed', field: addedAs(each, known.field), from: known.field });
      replaced.push({ ...known, state: 'withdrawn' });
      continue;
    }
    byWanted.set(each, each);
    const { field } = each;
    if (known.state !== each.state) {
      changes.push({ what: each.state === 'used' ? 'back' : each.state, field });
      if (each.state === 'emptied') empties.push(field);
    }
    const { label, ...rest } = field;
    const { label: former, ...was } = known.field;
    if (label !== former) changes.push({ what: 'renamed', field, from: known.field });
    if (JSON.stringify(rest) !== JSON.stringify(was)) changes.push({ what: 'changed', field, from: known.field });
  }
  const left = before
    .filter(one => !wanted.some(each => each.field.name === one.field.name))
    .map((one): SiteField => {
      if (one.state === 'used') changes.push({ what: 'withdrawn', field: one.field });
      return one.state === 'used' ? { ...one, state: 'withdrawn' } : one;
    });
  return { fields: [...byWanted.values(), ...replaced, ...left], byWanted, adds, empties, changes };
}

// A field comes into a type by itself, with the shared ones it comes to use, and with what those come to be.
function stepOf(
  before: SiteType | null,
  after: Pick<SiteType, 'fields'>,
  sharedBefore: readonly SiteField[],
  sharedAfter: readonly SiteField[],
  own: NextFields,
): TypeStep {
  const known = new Set(before ? fieldsOfType(before, sharedBefore).map(each => each.field.name) : []);
  const all = fieldsOfType(after, sharedAfter);
  const fresh = all.filter(each => !known.has(each.field.name) && !own.adds.some(add => add.field.name === each.field.name));
  const adds = fresh.map(({ field, called }) => {
    const from = all.find(each => each.called === called && each.field.name !== field.name && known.has(each.field.name));
    return { field, from: from?.field ?? null };
  });
  const stateBefore = new Map(sharedBefore.map(each => [each.field.name, each.state]));
  const emptied = all.filter(each => each.state === 'emptied' && known.has(each.field.name) && stateBefore.has(each.field.name));
  const empties = emptied.filter(each => stateBefore.get(each.field.name) !== 'emptied').map(each => each.field);
  return { adds: [...own.adds, ...adds], empties: [...own.empties, ...empties] };
}

function changesOfShared(before: SiteType, after: SiteType, changes: readonly FieldChange[]): readonly FieldChange[] {
  const sharesOf = (type: SiteType) => new Set(type.fields.flatMap(each => ('shared' in each ? [each.shared] : [])));
  const [old, now] = [sharesOf(before), sharesOf(after)];
  return changes.filter(({ field }) => [...now].some(called => old.has(called) && isCalled(field, called)));
}

function isCalled({ name }: Field, called: string): boolean {
  return name === called || new RegExp(`^${called.replace(/[^\w-]/g, '.')}-\\d+$`).test(name);
}

/** A name that no field of the type has or had. */
function freeName(called: string, taken: ReadonlySet<string>): string {
  if (!taken.has(called)) return called;
  let number = 2;
  while (taken.has(`${called}-${number}`)) number += 1;
  return `${called}-${number}`;
}

/** The types as they were, on from what they are: what came in since is withdrawn, and keeps what was written into it. */
export function backTo(present: SiteTypes, former: SiteTypes): SiteTypes {
  const withRest = (was: readonly SiteField[], is: readonly SiteField[]): readonly SiteField[] => [
    ...was,
    ...is.filter(each => !was.some(one => one.field.name === each.field.name)).map((each): SiteField => ({ ...each, state: 'withdrawn' })),
  ];
  return {
    shared: withRest(former.shared, present.shared),
    types: former.types.map(type => {
      const now = present.types.find(each => each.of === type.of && each.name === type.name);
      const since = now ? ownOf(now.fields).filter(each => !ownOf(type.fields).some(one => one.field.name === each.field.name)) : [];
      return {
        ...type,
        fields: [...type.fields, ...since.map((each): SiteField => ({ ...each, state: 'withdrawn' }))],
        steps: now && versionOf(now) > versionOf(type) ? now.steps : type.steps,
      };
    }),
  };
}
