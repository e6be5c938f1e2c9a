import { z } from 'zod';
import { localeTag, uuid } from './common';

/** What is asked about: a record in a locale, or what is done to the site where none is named. */
export const rightsQuestion = z.strictObject({ record: uuid.optional(), locale: localeTag.optional() });

/** One thing that can be done, whether the person may, and who could. */
export const rightsRow = z.object({
  says: z.string(),
  may: z.boolean(),
  /** What it takes where the person may not, and what it still waits for where that is known; else empty. */
  why: z.string(),
  /** People who could, the person among them. */
  people: z.array(z.string()),
});

/** What the person may do, and who could. */
export const rights = z.object({
  /** What it is asked of; empty for the site. */
  title: z.string(),
  /** By which workflow it goes live; empty for the site. */
  workflow: z.string(),
  rows: z.array(rightsRow),
});

export type RightsQuestion = z.infer<typeof rightsQuestion>;
export type Rights = z.infer<typeof rights>;
