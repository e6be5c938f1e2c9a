import { z } from 'zod';
import { check } from './assembling';
import { line } from './common';
import { publicationTimes, scheduledChoice } from './messages';

/** Another date for what is approved and still ahead. */
export const rescheduling = z.strictObject({
  times: publicationTimes,
  /** Asked for, by name, whenever something else that is planned would be covered. */
  scheduled: scheduledChoice,
  /** Why it goes ahead although it breaks an expectation; empty does not accept that. */
  acceptsBroken: line(500).default(''),
});

/** That what is approved and still ahead is not to come. */
export const withdrawalWish = z.strictObject({
  remark: z.string().max(4_000).default(''),
  /** Why it goes ahead although it breaks an expectation; empty does not accept that. */
  acceptsBroken: line(500).default(''),
});

/** What readers get instead of what is taken back, change by change, and what that breaks. */
export const withdrawal = check.extend({ instead: z.array(z.string()) });

export type Withdrawal = z.infer<typeof withdrawal>;
export type WithdrawalWish = z.infer<typeof withdrawalWish>;
export type Rescheduling = z.infer<typeof rescheduling>;
export type ReschedulingWish = z.input<typeof rescheduling>;
