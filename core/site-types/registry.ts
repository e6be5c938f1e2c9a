import type { BlockType } from '../blocks/block-type';
import type { AnyField, Field, FieldValues } from '../fields/index';
import { initialValues, used } from '../fields/values';
import { commonFields, commonUpgrades } from '../page-types/common-fields';
import type { PageType } from '../page-types/page-type';
import type { Registry } from '../registry/registry';
import type { Stored, UpgradeSteps } from '../versions/upgrade';
import { converted } from './convert';
import { fieldsOfType, renditionNames, versionOf, type RenditionName, type SiteField, type SiteType, type SiteTypes } from './site-type';
import { renditionSource, TemplateFault } from './template';

/** How a template says that a site’s own type is shown: the frame is the theme’s. */
const framed = (inside: string) =>
  `<section class="block own{{#if look}} look-{{look}}{{/if}} align-{{align}}"{{> block-frame}}>\n{{#if title}}<h2>{{title}}</h2>\n{{/if}}${inside}</section>\n`;

/** A registry with the types that a site has made, which stand in the choices of the others too. */
export function withSiteTypes(registry: Registry, made: SiteTypes): Registry {
  if (made.types.length === 0) return registry;
  const pageTypes = new Map(registry.pageTypes);
  const blockTypes = new Map(registry.blockTypes);
  for (const type of made.types) {
    if (type.of === 'page') pageTypes.set(type.name, pageTypeOf(type, made.shared));
    else blockTypes.set(type.name, blockTypeOf(type, made.shared));
  }
  const choices = [...pageTypes.values()].filter(each => !registry.pageTypes.has(each.name));
  for (const [name, type] of blockTypes) blockTypes.set(name, { ...type, fields: type.fields.map(field => withChoices(field, choices)) });
  return { pageTypes, blockTypes };
}

/** The same, for reading what is stored: what a type has come to ask for since does not make older records unreadable. */
export function withSiteTypesToRead(registry: Registry, made: SiteTypes): Registry {
  const whole = withSiteTypes(registry, made);
  const names = new Set(made.types.map(each => `${each.of} ${each.name}`));
  const relaxed = <Type extends { readonly name: string; readonly fields: readonly AnyField[] }>(
    of: string,
    types: ReadonlyMap<string, Type>,
  ) =>
    new Map(
      [...types].map(([name, type]): [string, Type] => {
        const isOwn = names.has(`${of} ${name}`);
        // What was chosen among the types of the site, or their fields, may be gone with its type.
        return [name, { ...type, fields: type.fields.map(field => (isOwn || choosesFromSite(field) ? lenient(field) : field)) }];
      }),
    );
  return { pageTypes: relaxed('page', whole.pageTypes), blockTypes: relaxed('block', whole.blockTypes) };
}

function lenient(field: AnyField): AnyField {
  const { required: _, ...rest } = field as AnyField & { readonly most?: number; readonly fields?: readonly AnyField[] };
  switch (field.kind) {
    // What was chosen may be chosen no more.
    case 'choice':
      return { ...rest, kind: 'short text', most: 500 } as AnyField;
    case 'choices':
      return { ...rest, kind: 'topics', most: 100 } as AnyField;
    case 'number':
      return { ...rest, least: Number.MIN_SAFE_INTEGER, most: Number.MAX_SAFE_INTEGER } as AnyField;
    case 'list':
      return { ...rest, least: 0, most: 1_000, fields: rest.fields!.map(lenient) } as AnyField;
    default:
      return 'most' in rest ? ({ ...rest, most: Math.max(100_000, rest.most ?? 0) } as AnyField) : rest;
  }
}

function choosesFromSite(field: AnyField): boolean {
  return 'choicesFrom' in field || ('fields' in field && (field.fields as readonly AnyField[]).some(choosesFromSite));
}

interface Choosable extends AnyField {
  readonly choicesFrom?: 'page types' | 'page fields';
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  readonly fields?: readonly AnyField[];
}

function withChoices(field: AnyField, types: readonly PageType[]): AnyField {
  const { choicesFrom, choices, fields } = field as Choosable;
  if (types.length === 0 || !choosesFromSite(field)) return field;
  if (!choicesFrom) return { ...field, fields: fields!.map(each => withChoices(each, types)) } as AnyField;
  const more = choicesFrom === 'page types' ? types.map(({ name, label }) => ({ value: name, label })) : fieldChoices(types);
  return { ...field, choices: [...choices!, ...more] } as AnyField;
}

/** Kinds of fields whose values can be said in a line. */
const sayable = new Set(['short text', 'number', 'yes or no', 'choice', 'moment', 'topics']);

// Two types may have a field of the same name; it is one choice then.
function fieldChoices(types: readonly PageType[]): readonly { readonly value: string; readonly label: string }[] {
  const common = new Set(commonFields.map(each => each.name));
  const own = types.flatMap(type => used(type.fields).filter(({ name, kind }) => sayable.has(kind) && !common.has(name)));
  return [...new Map(own.map(({ name, label }) => [name, { value: name, label }])).values()];
}

function declaredFields(fields: readonly SiteField[]): readonly Field[] {
  return fields.map(({ field, state }) => (state === 'used' ? field : { ...field, required: false, isWithdrawn: true }));
}

function pageTypeOf(type: SiteType, shared: readonly SiteField[]): PageType {
  const fields = fieldsOfType(type, shared);
  return {
    name: type.name,
    label: type.label,
    version: commonVersion + versionOf(type) - 1,
    fields: [...commonFields.filter(({ name }) => !fields.some(({ field }) => field.name === name)), ...declaredFields(fields)],
    upgrades: new Map([...commonUpgrades, ...stepsOf(type, commonVersion)]),
    renditions: sourcesOf(type, [...commonSiteFields, ...fields]),
    isKeptFromNew: type.isKeptFromNew,
    isKeptFromLists: type.isKeptFromLists,
  };
}

/** The version of the fields that all pages have, with which a site’s own types begin. */
const commonVersion = 2;

/** The fields that all pages have, as templates may name them. */
export const commonSiteFields: readonly SiteField[] = commonFields.map(field => ({ field, called: field.name, state: 'used' }));

function blockTypeOf(type: SiteType, shared: readonly SiteField[]): BlockType {
  const fields = fieldsOfType(type, shared);
  const sources = sourcesOf(type, fields);
  return {
    name: type.name,
    label: type.label,
    purpose: 'Of this site',
    description: type.description,
    version: versionOf(type),
    fields: declaredFields(fields),
    upgrades: stepsOf(type, 1),
    isKeptFromNew: type.isKeptFromNew,
    ...(sources.whole === undefined ? {} : { template: framed(sources.whole) }),
  };
}

// A template that fits its fields no more leaves the record to be shown plainly rather than not at all.
function sourcesOf(type: SiteType, fields: readonly SiteField[]): Partial<Record<RenditionName, string>> {
  const sources: Partial<Record<RenditionName, string>> = {};
  for (const name of renditionNames) {
    const rendition = type.renditions[name];
    if (!rendition) continue;
    try {
      sources[name] = renditionSource(rendition, fields);
    } catch (error) {
      if (!(error instanceof TemplateFault)) throw error;
    }
  }
  return sources;
}

/** From each version of a type’s fields to the next. @param first - the version with which the type begins */
function stepsOf({ steps }: SiteType, first: number): UpgradeSteps {
  return new Map(
    steps.map(({ adds, empties }, index) => [
      first + index,
      (record: Stored): Stored => {
        const held = record['fields'] as FieldValues;
        const added = adds.map(({ field, from }) => [
          field.name,
          from === null ? initialValues([field])[field.name] : converted(held[from.name], from, field).value,
        ]);
        return { ...record, typeVersion: first + index + 1, fields: { ...held, ...Object.fromEntries(added), ...initialValues(empties) } };
      },
    ]),
  );
}
