import { renditionNames, type SiteTypes } from '@core/site-types/site-type';
import { say } from '@core/tongue/say';
import { z } from 'zod';

/** How many types a site may make, and how many fields one may have. */
export const typeLimits = { types: 60, fields: 60, shared: 60 } as const;

const line = (most: number, least = 0) =>
  z
    .string()
    .min(least, { error: () => say`Must not be empty.` })
    .max(most, { error: () => say`At most ${most} characters.` })
    .regex(/^[^\n\r]*$/, { error: () => say`One line.` });
const fieldName = z
  .string()
  .regex(/^[\p{Ll}\p{Lo}][\p{Ll}\p{Lo}\p{N} -]{0,40}$/u, { error: () => say`Small letters, digits, spaces and hyphens, a letter first.` });
const common = {
  name: z.string().max(60),
  label: line(80, 1),
  help: line(300),
  required: z.boolean().optional(),
  hasOwnWords: z.boolean().optional(),
  isAbout: z.boolean().optional(),
};
const most = (limit: number) => z.number().int().min(1).max(limit);
const choices = z
  .array(z.strictObject({ value: line(80, 1), label: line(80, 1) }))
  .min(1, { error: () => say`At least one choice.` })
  .max(60);
const plain = [
  z.strictObject({ ...common, kind: z.literal('short text'), most: most(500) }),
  z.strictObject({ ...common, kind: z.literal('long text'), most: most(20_000) }),
  z.strictObject({
    ...common,
    kind: z.literal('number'),
    least: z.number().int().min(-1_000_000_000),
    most: z.number().int().max(1_000_000_000),
    initial: z.number().int().optional(),
  }),
  z.strictObject({ ...common, kind: z.literal('yes or no'), initial: z.boolean().optional() }),
  z.strictObject({ ...common, kind: z.literal('choice'), choices, initial: z.string().optional() }),
  z.strictObject({ ...common, kind: z.literal('link') }),
  z.strictObject({ ...common, kind: z.literal('picture') }),
] as const;
const item = z.discriminatedUnion('kind', plain as never);
const field = z.discriminatedUnion('kind', [
  ...plain,
  z.strictObject({ ...common, kind: z.literal('rich text') }),
  z.strictObject({ ...common, kind: z.literal('moment') }),
  z.strictObject({ ...common, kind: z.literal('file') }),
  z.strictObject({ ...common, kind: z.literal('page') }),
  z.strictObject({ ...common, kind: z.literal('topics'), most: most(60).optional() }),
  z.strictObject({ ...common, kind: z.literal('list'), item: line(40, 1), most: most(100), fields: z.array(item).min(1).max(12) }),
] as never);

/** A field of a type that a site makes. */
export const siteField = z.strictObject({ field, called: fieldName, state: z.enum(['used', 'withdrawn', 'emptied']) });

const part = z.strictObject({ called: line(60, 1), isLabelled: z.boolean(), as: z.enum(['text', 'heading', 'quiet']) });
const rendition = z.discriminatedUnion('way', [
  z.strictObject({ way: z.literal('arranged'), parts: z.array(part).max(60) }),
  z.strictObject({ way: z.literal('template'), template: z.string().max(10_000) }),
]);
const step = z.strictObject({
  adds: z.array(z.strictObject({ field, from: field.nullable() })),
  empties: z.array(field),
});

const type = z.strictObject({
  of: z.enum(['page', 'block']),
  name: fieldName,
  label: line(60, 1),
  description: line(300),
  fields: z
    .array(z.union([siteField, z.strictObject({ shared: line(60, 1) })]))
    .max(typeLimits.fields * 3, { error: () => say`At most ${typeLimits.fields} fields.` }),
  renditions: z.partialRecord(z.enum(renditionNames), rendition),
  isKeptFromNew: z.boolean(),
  isKeptFromLists: z.boolean(),
  /** How the fields came to be as they are; said by the server alone. */
  steps: z.array(step).max(500).default([]),
});

/** The types that a site has made. */
export const siteTypes: z.ZodType<SiteTypes> = z.strictObject({
  shared: z.array(siteField).max(typeLimits.shared * 3),
  types: z.array(type).max(typeLimits.types, { error: () => say`At most ${typeLimits.types} types.` }),
}) as never;

/** A record that a change of a type touches. */
const touched = z.object({
  id: z.string(),
  title: z.string(),
  /** What it holds in words, before and after; empty where that is not the question. */
  before: z.string(),
  after: z.string(),
});

/** What a change of one field, or of a type itself, does to what is stored. */
const effect = z.object({
  /** Name and label of the type. */
  type: z.string(),
  label: z.string(),
  words: z.string(),
  /** Whether something that was said would be shown no more. */
  isLoss: z.boolean(),
  count: z.number().int(),
  /** Some of the records. */
  records: z.array(touched),
});

/** What the types would be, and what that does to every record that there is. */
export const typesReport = z.object({ effects: z.array(effect), recordCount: z.number().int() });

/** The types that a site has made, with how many records there are of each, by what the type is of and its name. */
export const typesTold = z.object({
  types: z.custom<SiteTypes>(),
  counts: z.record(z.string(), z.number().int()),
  /** Whether there is a last change that can be taken back. */
  isUndoable: z.boolean(),
  /** To be named when they are saved. */
  tag: z.string(),
});

/** What is looked at: how a record is shown by a rendition that is being set. */
export const renditionQuestion = z.strictObject({
  types: siteTypes,
  of: z.enum(['page', 'block']),
  name: z.string(),
  rendition: z.enum(renditionNames),
});

/** How a rendition shows a record. */
export const renditionShown = z.object({
  html: z.string(),
  /** Of the record that is shown; empty where there is none and made-up words stand in. */
  title: z.string(),
});

/** Types as they are wanted, on from those of which the tag was told. */
export const typesWish = z.strictObject({ types: siteTypes, tag: z.string() });

export type TypesTold = z.infer<typeof typesTold>;
export type TypesReport = z.infer<typeof typesReport>;
export type TypesWish = z.infer<typeof typesWish>;
export type RenditionQuestion = z.infer<typeof renditionQuestion>;
export type RenditionShown = z.infer<typeof renditionShown>;
