import { recordKinds } from '@core/kinds/index';
import { say } from '@core/tongue/say';
import { z } from 'zod';
import { instant, uuid } from './common';

/** A private address for a calendar that is wished for. */
export const calendarFeedWish = z.strictObject({
  name: z
    .string()
    .trim()
    .min(1, { error: () => say`Give it a name.` })
    .max(60),
  /** Which kinds of record it tells of; none are all. */
  kinds: z
    .array(z.enum(recordKinds as [string, ...string[]]))
    .max(recordKinds.length)
    .default([]),
  /** The page at whose section it looks. */
  section: uuid.nullable().default(null),
  withProposed: z.boolean().default(false),
});

/** A private address as its list shows it. */
export const calendarFeed = z.object({
  id: uuid,
  name: z.string(),
  /** What it tells of, in words. */
  words: z.string(),
  createdAt: instant,
});

/** One's own; after one was made, with its address, which is told this once. */
export const calendarFeeds = z.object({ feeds: z.array(calendarFeed), address: z.string().nullable() });

export type CalendarFeedWish = z.input<typeof calendarFeedWish>;
export type CalendarFeeds = z.infer<typeof calendarFeeds>;
