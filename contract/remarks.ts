import { say } from '@core/tongue/say';
import { z } from 'zod';
import { instant, uuid } from './common';

/** The most characters of a remark, and of the words that it is about. */
export const remarkBounds = { body: 4_000, quote: 2_000, ofAnEdition: 500 } as const;

/** A new remark, or an answer to one. */
export const remarkWish = z.strictObject({
  /** The change that it is about; null is all of the edition. */
  proposalId: uuid.nullable().default(null),
  /** The field that it is about, as comparisons name it; empty is all of the change. */
  field: z.string().max(200).default(''),
  /** The words of the field that it is about; empty is all of them. */
  quote: z.string().max(remarkBounds.quote).default(''),
  body: z
    .string()
    .trim()
    .min(1, { error: () => say`Say something.` })
    .max(remarkBounds.body),
  /** The remark that is answered, by its id. */
  replyTo: uuid.nullable().default(null),
});

/** Whether a remark is settled. */
export const settledWish = z.strictObject({ isSettled: z.boolean() });

const said = z.object({ id: z.string(), by: z.string(), isOwn: z.boolean(), at: instant, body: z.string() });

/** The remarks on an edition, in the order in which they were made. */
export const remarks = z.array(
  said.extend({
    proposalId: z.string().nullable(),
    /** The record that it is about; empty for all of the edition. */
    title: z.string(),
    field: z.string(),
    label: z.string(),
    /** The words that it is about as they stand now; empty for all of them. */
    quote: z.string(),
    /** Whether the words that it was about are gone. */
    isGone: z.boolean(),
    answers: z.array(said),
    settled: z.object({ by: z.string(), at: instant }).nullable(),
    maySettle: z.boolean(),
  }),
);

export type RemarkWish = z.input<typeof remarkWish>;
export type NewRemark = z.infer<typeof remarkWish>;
export type Remarks = z.infer<typeof remarks>;
