import type { FieldCommon, FieldKind } from '../field';
import { say } from '../../tongue/say';

/** A whole number within bounds. */
export interface NumberField extends FieldCommon {
  readonly kind: 'number';
  readonly least: number;
  readonly most: number;
  readonly initial?: number;
}

/** See {@link NumberField}. */
export const number: FieldKind<NumberField, number> = {
  initial: field => field.initial ?? field.least,
  isEmpty: () => false,
  schema: (z, field) =>
    z
      .number({ error: () => say`A number.` })
      .int({ error: () => say`A whole number.` })
      .min(field.least, { error: () => say`At least ${field.least}.` })
      .max(field.most, { error: () => say`At most ${field.most}.` }),
  words: value => String(value),
};
