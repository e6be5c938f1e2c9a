import { localTimeSchema, years } from '@core/fields/moment/moment';
import { textSchema } from '@core/fields/text-schemas';
import { localeTagSchema } from '@core/locale/locale-tag';
import { say } from '@core/tongue/say';
import { sides } from '@core/merge/decider';
import { recordKinds } from '@core/kinds/index';
import { z } from 'zod';

/** Id of anything in the ledger. */
export const uuid = z.uuid({ error: () => say`An id is a UUID.` });

/** UTC milliseconds since 1970, within {@link years}. */
export const instant = z
  .number()
  .int()
  .min(Date.UTC(years.first, 0), { error: () => say`Not before ${years.first}.` })
  .max(Date.UTC(years.last + 1, 0) - 1, { error: () => say`Not after ${years.last}.` });

/** A time as a person typed it. */
export const localTime = localTimeSchema(z);

/** A locale. @see BCP 47 */
export const localeTag = localeTagSchema(z);

/** One line of plain text without control characters. */
export const line = (longest: number) => textSchema(z, longest, false, 'one line');

/** A line that must say something. */
export const requiredLine = (longest: number) => textSchema(z, longest, true, 'one line');

/** Kinds of record; of a kind, no types means every type. */
export const kindsAndTypes = z
  .array(z.strictObject({ kind: z.enum(recordKinds as [string, ...string[]]), types: z.array(line(80)).max(100) }))
  .max(20);

/** Problem details of RFC 9457; `errors` names each field at fault by JSON Pointer. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  code: z.string(),
  errors: z.array(z.object({ pointer: z.string(), detail: z.string() })).optional(),
});
/** See {@link problem}. */
export type Problem = z.infer<typeof problem>;

/** How many places that both sides of a merge changed may be settled in one step. */
const mostChoices = 2_000;

/** What was chosen for the places that both sides changed, by their paths. */
export const mergeChoices = z
  .record(z.string().max(500), z.enum(sides))
  .refine(choices => Object.keys(choices).length <= mostChoices)
  .default({});
