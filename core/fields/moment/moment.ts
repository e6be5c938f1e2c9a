import { instantOf, isLocalDateTime, isTimeZone, type LocalTime } from '../../schedule/local-time';
import type { FieldCommon, FieldKind, Zod } from '../field';
import { say, told } from '../../tongue/say';

/** A date and time of day in a time zone, as it was typed, or none. */
export interface MomentField extends FieldCommon {
  readonly kind: 'moment';
  /** The field beside it after which it must lie, where both say something. */
  readonly after?: string;
}

/** The first and the last year that can be named: far beyond any plan, and far from the ends of what calendars can count. */
export const years = { first: 1970, last: 2199 } as const;

/** The schema of a date and time of day as a person typed them, without their zone. */
export function localDateTimeSchema(z: Zod) {
  return z
    .string()
    .max(16)
    .refine(isLocalDateTime, { error: () => say`A time is written like 2027-04-01T06:00, and the date must exist.` })
    .refine(local => Number(local.slice(0, 4)) >= years.first && Number(local.slice(0, 4)) <= years.last, {
      error: () => say`A year from ${years.first} to ${years.last}.`,
    });
}

/** The schema of a time as a person typed it. */
export function localTimeSchema(z: Zod) {
  return z.strictObject({
    local: localDateTimeSchema(z),
    zone: z
      .string()
      .max(64)
      .refine(isTimeZone, { error: () => say`No such time zone.` }),
    choice: z.enum(['earlier', 'later']).optional(),
  });
}

/** See {@link MomentField}. */
export const moment: FieldKind<MomentField, LocalTime | null> = {
  initial: () => null,
  isEmpty: value => value === null,
  schema: (z, field) => (field.required ? localTimeSchema(z) : localTimeSchema(z).nullable()),
  words: value => value?.local ?? '',
  describe: (value, _field, names) => (value ? names.moment(value) : ''),
  faultBeside: (value, { after, label }, values, fields) => {
    const other = after === undefined ? null : (values[after] as LocalTime | null | undefined);
    if (!value || !other || instantOf(value) > instantOf(other)) return null;
    return say`“${told(label)}” must lie after “${told(fields.find(each => each.name === after)!.label)}”.`;
  },
};
