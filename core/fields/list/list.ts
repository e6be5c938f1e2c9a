import type { FieldCommon, FieldKind, FieldNames, FieldValues } from '../field';
import { inside } from '../../merge/decider';
import { mergeFields } from '../../merge/fields';
import { mergeItems } from '../../merge/items';
import { group } from '../group/group';
import type { AnyField } from '../kinds';
import { mustSay } from '../text-schemas';
import { say } from '../../tongue/say';
import {
  faultsOfFields,
  fieldsById,
  initialValues,
  openFields,
  plainTemplateOf,
  referencesOfFields,
  schemaOfFields,
  upgradedFields,
  wordsOfFields,
} from '../values';

/** A list of items, each with an identity of its own and the same fields. */
export interface ListField extends FieldCommon {
  readonly kind: 'list';
  readonly fields: readonly AnyField[];
  /** What one item is called: "question". */
  readonly item: string;
  readonly least?: number;
  readonly most?: number;
}

/** One item of a list. Its id stays the same wherever it is moved to. */
export interface ListItem {
  readonly id: string;
  readonly fields: FieldValues;
}

/** A new item with the values that its fields start with. */
export function newItem(field: ListField, id: string): ListItem {
  return { id, fields: initialValues(field.fields) };
}

/** See {@link ListField}. */
export const list: FieldKind<ListField, readonly ListItem[]> = {
  initial: () => [],
  isEmpty: value => value.length === 0,
  schema: (z, field) => {
    const most = field.most ?? 100;
    const least = field.least ?? (field.required ? 1 : 0);
    return z
      .array(
        z.strictObject({
          id: z.string().regex(/^[\w-]{1,64}$/, { error: () => say`Not an item’s id.` }),
          fields: schemaOfFields(z, field.fields),
        }),
      )
      .min(least, { error: () => (least === 1 ? mustSay() : say`At least ${least}.`) })
      .max(most, { error: () => say`At most ${most}.` })
      .superRefine((items, context) => {
        const seen = new Set<string>();
        items.forEach(({ id }, at) => {
          if (seen.has(id)) context.addIssue({ code: 'custom', path: [at, 'id'], message: say`Two items have the same id.` });
          seen.add(id);
        });
      });
  },
  words: (value, field) => value.map(each => wordsOfFields(field.fields, each.fields)).join('\n'),
  describe: (value, field, names: FieldNames) =>
    value.map((each, at) => `${at + 1}. ${group.describe!(each.fields, { ...field, kind: 'group' }, names)}`).join('\n'),
  isProse: true,
  merge: (three, field, place, decider) =>
    mergeItems(three, place, decider, {
      idOf: each => each.id,
      tell: (item, { names }) => (item ? group.describe!((item as ListItem).fields, { ...field, kind: 'group' }, names) : ''),
      merge: ({ base, ours, theirs }, at) => ({
        ...ours,
        fields: mergeFields(
          field.fields,
          { base: base.fields, ours: ours.fields, theirs: theirs.fields },
          name => inside(at, name),
          decider,
        ),
      }),
    }),
  template: (field, path) =>
    `{{#if ${path}}}<ul>\n{{#each ${path}}}<li>${plainTemplateOf(field.fields, 'this')}</li>\n{{/each}}</ul>\n{{/if}}`,
  open: (value, field, opener) => value.map(each => ({ id: each.id, ...openFields(field.fields, each.fields, opener) })),
  references: (value, field, pointer) =>
    value.flatMap((each, at) => referencesOfFields(field.fields, each.fields, `${pointer}/${at}/fields`)),
  faults: (value, field, site) => value.flatMap((each, at) => faultsOfFields(field.fields, each.fields, site, `/${at}/fields`)),
  byId: (value, field, site) => mapped(value, fields => fieldsById(field.fields, fields, site)),
  upgrade: (value, field, readHtml) => mapped(value as readonly ListItem[], fields => upgradedFields(field.fields, fields, readHtml)),
};

function mapped(items: readonly ListItem[], change: (fields: FieldValues) => FieldValues): readonly ListItem[] {
  const made = items.map(each => {
    const fields = change(each.fields);
    return fields === each.fields ? each : { ...each, fields };
  });
  return made.every((each, at) => each === items[at]) ? items : made;
}
