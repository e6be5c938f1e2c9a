import { mostExcepted, unitOutcomes } from '@core/xliff/take';
import { z } from 'zod';
import { localeTag, uuid } from './common';

/** Which words are sent to translators. */
export const sendOut = z.strictObject({
  /** The locale that they are to be written in. */
  locale: localeTag,
  /** The locale in which the records began; left out, the first of the site. */
  from: localeTag.optional(),
  ids: z.array(uuid).max(10_000),
  only: z.enum(['unfinished', 'all']).default('unfinished'),
  /** As XLIFF with all text, or as a table of single lines. */
  as: z.enum(['xliff', 'csv']).default('xliff'),
  /** In a table: also the site's own name and the theme's fixed words. */
  fixedWords: z.boolean().default(false),
});

/** How words are taken in. */
export const takeInQuery = z.strictObject({
  trial: z.enum(['yes', 'no']).default('no'),
  as: z.enum(['xliff', 'csv']).default('xliff'),
  /** What becomes of words that were made from others than there are now, or that somebody else wrote meanwhile. */
  conflicts: z.enum(['leave', 'take']).default('leave'),
  /** Conflicts for which the other is chosen, as `conflictKey` names them, with commas between. */
  except: z
    .string()
    .max(mostExcepted)
    .default('')
    .transform(text => text.split(',').filter(Boolean)),
  /** What the file was called. */
  name: z.string().max(300).default(''),
});

/** What was taken in, or would be. */
export const takeInReport = z.object({
  isTrial: z.boolean(),
  locale: z.string(),
  from: z.string(),
  /** How many units came to what. */
  counts: z.record(z.enum(unitOutcomes), z.number().int()),
  /** How many records have new words; those on every page count as one. */
  records: z.number().int(),
  /** The edition in which they wait; null where nothing was taken, or all went on proposals of one's own. */
  editionId: z.string().nullable(),
  /** Units by record, those that need somebody first; cut where there are very many. */
  files: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      kind: z.string(),
      units: z.array(
        z.object({
          unit: z.string(),
          /** The field that it is a part of; empty where there is none. */
          field: z.string(),
          label: z.string(),
          line: z.number().int(),
          outcome: z.enum(unitOutcomes),
          detail: z.string(),
          source: z.string(),
          target: z.string(),
        }),
      ),
    }),
  ),
  /** How many units are not among them. */
  left: z.number().int(),
});

export type SendOutQuestion = z.infer<typeof sendOut>;
/** The same as it is asked; what is left out takes its default. */
export type SendOutRequest = z.input<typeof sendOut>;
export type TakeInQuery = z.infer<typeof takeInQuery>;
/** The same as it is asked. */
export type TakeInRequest = z.input<typeof takeInQuery>;
export type TakeInReport = z.infer<typeof takeInReport>;
export type TakenUnit = TakeInReport['files'][number]['units'][number];
