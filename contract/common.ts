import { isLocalDateTime, isTimeZone } from '@core/schedule/local-time';
import { z } from 'zod';

/** Id of anything in the ledger. */
export const uuid = z.uuid({ error: 'An id is a UUID.' });

/** The first and the last year that can be named: far beyond any plan, and far from the ends of what calendars can count. */
export const years = { first: 1970, last: 2199 } as const;

/** UTC milliseconds since 1970, within {@link years}. */
export const instant = z
  .number()
  .int()
  .min(Date.UTC(years.first, 0), { error: `Not before ${years.first}.` })
  .max(Date.UTC(years.last + 1, 0) - 1, { error: `Not after ${years.last}.` });

/** A time as a person typed it. */
export const localTime = z.strictObject({
  local: z
    .string()
    .max(16)
    .refine(isLocalDateTime, { error: 'A time is written like 2027-04-01T06:00, and the date must exist.' })
    .refine(local => Number(local.slice(0, 4)) >= years.first && Number(local.slice(0, 4)) <= years.last, {
      error: `A year from ${years.first} to ${years.last}.`,
    }),
  zone: z.string().max(64).refine(isTimeZone, { error: 'No such time zone.' }),
  choice: z.enum(['earlier', 'later']).optional(),
});

/** A locale. @see BCP 47 */
export const localeTag = z.string().max(35).refine(isLocaleTag, { error: 'Not a locale. Write it like en-GB or cy.' });

function isLocaleTag(tag: string): boolean {
  try {
    return Intl.getCanonicalLocales(tag)[0] === tag;
  } catch {
    return false;
  }
}

/** One line of plain text without control characters. */
export const line = (longest: number) =>
  z
    .string()
    .max(longest, { error: `At most ${longest} characters.` })
    // eslint-disable-next-line no-control-regex -- control characters are exactly what is refused here
    .regex(/^[^\u0000-\u001f\u007f]*$/, { error: 'One line, without control characters.' });

/** A line that must say something. */
export const requiredLine = (longest: number) => line(longest).refine(text => text.trim() !== '', { error: 'Must not be empty.' });

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
