import { z } from 'zod';
import { instant, localeTag, uuid } from './common';
import { fieldChange, kind, vantage } from './messages';

/** The most that is told of at once, and of how much word by word. */
export const betweenLimits = { rows: 300, inWords: 100 } as const;

/** Two moments of the site. */
export const betweenQuery = z.strictObject({
  from: z.coerce.number().pipe(instant),
  until: z.coerce.number().pipe(instant),
  /** In which locale it is read; left out, the first. */
  locale: localeTag.optional(),
});

/** A page at two moments, as one reader has it in one locale. */
export const betweenOnPageWish = z.strictObject({
  page: vantage.shape.page,
  reader: vantage.shape.reader,
  locale: localeTag.nullable().default(null),
  from: instant,
  until: instant,
});

const pages = z.object({ count: z.number().int(), first: z.array(z.object({ id: z.string(), title: z.string() })) });

/** What is different of one record. */
export const betweenRow = z.object({
  recordId: z.string(),
  kind,
  title: z.string(),
  what: z.enum(['comes', 'goes', 'changes', 'shows otherwise']),
  /** Field by field, where it changes. */
  fields: z.array(fieldChange),
  /** Where it shows only at the later one, and only at the earlier one. */
  gained: pages,
  lost: pages,
});

/** What was set otherwise of what readers notice: empty words say that there was nothing. */
export const settingBetween = z.object({ name: z.string(), label: z.string(), before: z.string(), after: z.string() });

/** What changes between two moments. */
export const between = z.object({
  rows: z.array(betweenRow),
  count: z.number().int(),
  settings: z.array(settingBetween),
});

/** What is different of one block of a page, or of the page itself. */
export const pagePartBetween = z.object({
  /** The placement; empty for the page itself and for what its text holds. */
  placementId: z.string(),
  recordId: uuid,
  title: z.string(),
  what: z.enum(['comes', 'goes', 'changes', 'moves']),
  /** Where it stands, or stood. */
  place: z.string(),
  /** Why it is not there at the other moment, or what of it is different besides its fields. */
  why: z.string(),
  fields: z.array(fieldChange),
});

/** What changes on a page between two moments. */
export const betweenOnPage = z.object({
  title: z.string(),
  /** Whether the reader has the page at each of them. */
  isThere: z.object({ before: z.boolean(), after: z.boolean() }),
  parts: z.array(pagePartBetween),
  settings: z.array(settingBetween),
});

export type BetweenOnPageWish = z.infer<typeof betweenOnPageWish>;
export type BetweenOnPage = z.infer<typeof betweenOnPage>;
export type PagePartBetween = z.infer<typeof pagePartBetween>;
export type SettingBetween = z.infer<typeof settingBetween>;
export type BetweenRow = z.infer<typeof betweenRow>;
export type Between = z.infer<typeof between>;
