import { isRepetitionRule, type Repetition } from '../../schedule/repetition';
import { spokenRecurrence } from '../../rule/spoken-recurrence';
import { isLocalDate } from '../../schedule/local-time';
import { say } from '../../tongue/say';
import type { FieldCommon, FieldKind } from '../field';

/** How what takes place at a time comes again, or that it does not. */
export interface RepetitionField extends FieldCommon {
  readonly kind: 'repetition';
}

/** The most dates on which something that comes again can be called off. */
export const mostCalledOff = 200;

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
        without: z
          .array(z.string().refine(isLocalDate, { error: () => say`A date is written like 2027-04-01, and must exist.` }))
          .max(mostCalledOff, { error: () => say`At most ${mostCalledOff}.` }),
      })
      .nullable(),
  words: () => '',
  describe: value =>
    value === null
      ? ''
      : value.without.length === 0
        ? spokenRecurrence(value.rule)
        : say`${spokenRecurrence(value.rule)}, called off on ${value.without.join(', ')}`,
};
