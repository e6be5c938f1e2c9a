import type { FieldCommon, FieldKind, FieldValues } from '../field';
import { mergeFields } from '../../merge/fields';
import { inside } from '../../merge/decider';
import { kindOfField, type AnyField } from '../kinds';
import { told } from '../../tongue/say';
import { faultsOfFields, fieldsById, initialValues, isEmptyField, openFields, plainTemplateOf, referencesOfFields, schemaOfFields, upgradedFields, wordsOfFields } from '../values'; // prettier-ignore

/** Several fields that belong together. */
export interface GroupField extends FieldCommon {
  readonly kind: 'group';
  readonly fields: readonly AnyField[];
}

/** See {@link GroupField}. */
export const group: FieldKind<GroupField, FieldValues> = {
  initial: field => initialValues(field.fields),
  isEmpty: (value, field) => field.fields.every(each => isEmptyField(each, value)),
  schema: (z, field) => schemaOfFields(z, field.fields),
  words: (value, field) => wordsOfFields(field.fields, value),
  describe: (value, field, names) =>
    field.fields
      .flatMap(each => {
        const { describe, words } = kindOfField(each);
        const held = value[each.name];
        const said = held === undefined ? '' : (describe ?? words)(held, each, names);
        return said === '' ? [] : [`${told(each.label)}: ${said}`];
      })
      .join('\n'),
  isProse: true,
  merge: (three, field, place, decider) => mergeFields(field.fields, three, name => inside(place, name), decider),
  template: (field, path) => plainTemplateOf(field.fields, path),
  open: (value, field, opener) => openFields(field.fields, value, opener),
  references: (value, field, pointer) => referencesOfFields(field.fields, value, pointer),
  faults: (value, field, site) => faultsOfFields(field.fields, value, site, ''),
  byId: (value, field, site) => fieldsById(field.fields, value, site),
  upgrade: (value, field, readHtml) => upgradedFields(field.fields, value as FieldValues, readHtml),
};
