import { isRepetitionRule, type Repetition } from '../../schedule/repetition';
import { spokenRecurrence } from '../../rule/spoken-recurrence';
import { writeTyped } from '../../format/typed-moment';
import { isLocalDate } from '../../schedule/local-time';
import { say, spokenLanguage } from '../../tongue/say';
import type { FieldCommon, FieldKind, Zod } from '../field';
import { localDateTimeSchema } from '../moment/moment';

/** How what takes place at a time comes again, or that it does not. */
export interface RepetitionField extends FieldCommon {
  readonly kind: 'repetition';
}

/** The most dates on which something that comes again can be called off, and the most times that can be moved. */
export const mostOtherwise = 200;

function dateSchema(z: Zod) {
  return z.string().refine(isLocalDate, { error: () => say`A date is written like 2027-04-01, and must exist.` });
}

/** See {@link RepetitionField}. */
export const repetition: FieldKind<RepetitionField, Repetition | null> = {
  initial: () => null,
  isEmpty: value => value === null,
  schema: z =>
    z
      .strictObject({
        rule: z
          .string()
          .max(300)
          .refine(isRepetitionRule, {
            error: () => say`Not a recurrence rule of RFC 5545 that repeats daily or more seldom and comes at some date.`,
          }),
        without: z.array(dateSchema(z)).max(mostOtherwise, { error: () => say`At most ${mostOtherwise}.` }),
        moved: z
          .array(z.strictObject({ date: dateSchema(z), to: localDateTimeSchema(z) }))
          .max(mostOtherwise, { error: () => say`At most ${mostOtherwise}.` })
          .optional(),
      })
      .nullable(),
  words: () => '',
  describe: value =>
    value === null
      ? ''
      : [
          spokenRecurrence(value.rule),
          ...(value.without.length === 0 ? [] : [say`called off on ${value.without.map(written).join(', ')}`]),
          ...(value.moved ?? []).map(({ date, to }) => say`on ${written(date)} moved to ${written(to)}`),
        ].join('; '),
};

function written(local: string): string {
  return writeTyped(local, spokenLanguage());
}
