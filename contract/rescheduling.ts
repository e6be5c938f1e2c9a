import { z } from 'zod';
import { check } from './assembling';
import { instant, line } from './common';
import { kind, publicationTimes, scheduledChoice } from './messages';
import { plannedRow } from './today';

/** Another date for what is approved and still ahead. */
export const rescheduling = z.strictObject({
  times: publicationTimes,
  /** Asked for, by name, whenever something else that is planned would be covered. */
  scheduled: scheduledChoice,
  /** Why it goes ahead although it breaks an expectation; empty does not accept that. */
  acceptsBroken: line(500).default(''),
});

/** Something that readers will notice by itself. */
const plannedMove = z.object({
  at: instant,
  recordId: z.string(),
  kind,
  title: z.string(),
  what: plannedRow.shape.what,
});

/** What other times break and cover, what no longer comes by itself, and what comes instead. */
export const timesCheck = check.extend({ gone: z.array(plannedMove), come: z.array(plannedMove) });

/** A publication that was set to other times. */
export const publicationSet = z.object({ title: z.string(), from: instant, until: instant.nullable() });

/** That what is approved and still ahead is not to come. */
export const withdrawalWish = z.strictObject({
  remark: z.string().max(4_000).default(''),
  /** Why it goes ahead although it breaks an expectation; empty does not accept that. */
  acceptsBroken: line(500).default(''),
});

/** What readers get instead of what is taken back, change by change, and what that breaks. */
export const withdrawal = check.extend({ instead: z.array(z.string()) });

export type TimesCheck = z.infer<typeof timesCheck>;
export type PlannedMove = TimesCheck['gone'][number];
export type PublicationSet = z.infer<typeof publicationSet>;
export type Withdrawal = z.infer<typeof withdrawal>;
export type WithdrawalWish = z.infer<typeof withdrawalWish>;
export type Rescheduling = z.infer<typeof rescheduling>;
export type ReschedulingWish = z.input<typeof rescheduling>;
