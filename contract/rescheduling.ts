import { z } from 'zod';
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

export type Rescheduling = z.infer<typeof rescheduling>;
export type ReschedulingWish = z.input<typeof rescheduling>;
