import { emptyText } from '../rich-text/document';
import type { z as zod } from 'zod';
import type { Reference } from '../references/reference';
import { say } from '../tongue/say';
import type { FieldFault, FieldOpener, FieldSite, FieldValues, ReadHtml, Zod } from './field';
import { kindOfField, type AnyField } from './kinds';

/** The values that a new record of these fields starts with. */
export function initialValues(fields: readonly AnyField[]): FieldValues {
  return Object.fromEntries(fields.map(field => [field.name, kindOfField(field).initial(field)]));
}

/** The values of a record that turns to another type: what both types have stays, what only the new one has begins as it does there. */
export function carriedOver(from: readonly AnyField[], to: readonly AnyField[], held: FieldValues): FieldValues {
  const isKept = ({ name, kind }: AnyField) => name in held && from.some(each => each.name === name && each.kind === kind);
  return { ...initialValues(to), ...Object.fromEntries(to.filter(isKept).map(({ name }) => [name, held[name]])) };
}

/** Some values with what fields have none as a new record has it; the same object where none is missing. */
export function completed(fields: readonly AnyField[], values: FieldValues): FieldValues {
  // What is no record of values is left as it is, to be refused.
  if (typeof values !== 'object' || values === null || Array.isArray(values)) return values;
  const missing = fields.filter(each => !Object.hasOwn(values, each.name));
  return missing.length === 0 ? values : { ...initialValues(missing), ...values };
}

/** Those of some fields that are asked for and shown. */
export function used<Each extends AnyField>(fields: readonly Each[]): readonly Each[] {
  return fields.some(each => each.isWithdrawn) ? fields.filter(each => !each.isWithdrawn) : fields;
}

/** The schema of the values of a list of fields: each one there, none besides. What is not asked for may be empty. */
export function schemaOfFields(z: Zod, fields: readonly AnyField[]): zod.ZodType<FieldValues> {
  const shape = Object.fromEntries(
    fields.map(field => [field.name, kindOfField(field).schema(z, field.askedWhen ? { ...field, required: false } : field)]),
  );
  return z.strictObject(shape).superRefine((values, context) => {
    for (const field of fields) {
      const beside = kindOfField(field).faultBeside?.(values[field.name], field, values, fields);
      if (beside) context.addIssue({ code: 'custom', path: [field.name], message: beside });
      if (field.askedWhen && field.required && isAsked(field, values) && isEmptyField(field, values))
        context.addIssue({ code: 'custom', path: [field.name], message: say`Must not be empty.` });
    }
  });
}

/** Whether a field is asked for, given the values beside it. */
export function isAsked(field: AnyField, values: FieldValues): boolean {
  return field.askedWhen?.is.some(value => value === values[field.askedWhen!.field]) ?? true;
}

/** Whether nothing is said in a field. */
export function isEmptyField(field: AnyField, values: FieldValues): boolean {
  const held = values[field.name];
  return held === undefined || kindOfField(field).isEmpty(held, field);
}

/** All words of some values, one field per line. */
export function wordsOfFields(fields: readonly AnyField[], values: FieldValues): string {
  return used(fields)
    .map(field => wordsOfField(field, values))
    .filter(Boolean)
    .join('\n');
}

/** The words of one field. */
export function wordsOfField(field: AnyField, values: FieldValues): string {
  const held = values[field.name];
  return held === undefined ? '' : kindOfField(field).words(held, field);
}

/** Some values as templates read them. What no field is called is left out. */
export function openFields(fields: readonly AnyField[], values: FieldValues, opener: FieldOpener): FieldValues {
  const opened: Record<string, unknown> = {};
  for (const field of used(fields)) {
    const { open } = kindOfField(field);
    const held = values[field.name];
    opened[field.name] = open && held !== undefined ? open(held, field, opener) : held;
  }
  return opened;
}

/** A plain template that shows some fields, each as its kind is shown. @param path - to their opened values */
export function plainTemplateOf(fields: readonly AnyField[], path: string): string {
  return used(fields)
    .map(field => kindOfField(field).template?.(field, `${path}.[${field.name}]`) ?? '')
    .join('');
}

/** Every record that some values name. @param pointer - of the values themselves */
export function referencesOfFields(fields: readonly AnyField[], values: FieldValues, pointer: string): readonly Reference[] {
  return fields.flatMap(field => {
    const held = values[field.name];
    return held === undefined ? [] : (kindOfField(field).references?.(held, field, `${pointer}/${field.name}`) ?? []);
  });
}

/** What of some values points at nothing on a site. @param pointer - of the values themselves */
export function faultsOfFields(fields: readonly AnyField[], values: FieldValues, site: FieldSite, pointer: string): readonly FieldFault[] {
  return fields.flatMap(field =>
    (kindOfField(field).faults?.(values[field.name], field, site) ?? []).map(fault => ({
      ...fault,
      pointer: `${pointer}/${field.name}${fault.pointer}`,
    })),
  );
}

/** Some values with everything named by its id that can be; the same object when nothing changes. */
export function fieldsById(fields: readonly AnyField[], values: FieldValues, site: FieldSite): FieldValues {
  return changed(values, fields, (field, held) => {
    const { byId } = kindOfField(field);
    return byId ? byId(held, field, site) : held;
  });
}

/** Some values of an older version of their record in their present form. What no field is called is left as it is, to be refused. */
export function upgradedFields(fields: readonly AnyField[], values: FieldValues, readHtml: ReadHtml): FieldValues {
  return changed(values, fields, (field, held) => {
    const { upgrade } = kindOfField(field);
    return upgrade ? upgrade(held, field, readHtml) : held;
  });
}

/** Stored values with the files that an older version of their type named by a path named by their ids. */
export function filesById(fields: readonly AnyField[], stored: unknown): FieldValues {
  const named = fields.filter(({ kind }) => kind === 'picture' || kind === 'file');
  return upgradedFields(named, stored as FieldValues, () => emptyText);
}

function changed(values: FieldValues, fields: readonly AnyField[], change: (field: AnyField, held: unknown) => unknown): FieldValues {
  const made = fields.flatMap(field => {
    if (!Object.hasOwn(values, field.name)) return [];
    const next = change(field, values[field.name]);
    return next === values[field.name] ? [] : [[field.name, next] as const];
  });
  return made.length === 0 ? values : { ...values, ...Object.fromEntries(made) };
}
