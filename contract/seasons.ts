import { z } from 'zod';
import { sharedRuleRow } from './assembling';
import { instant } from './common';

const next = z.array(z.object({ from: instant, until: instant.nullable(), words: z.string() }));
const dates = z.array(z.custom<import('@core/season/season').SeasonDate>());

/** A season, its next dates, and what rests on it. */
export const seasonRow = sharedRuleRow.omit({ value: true }).extend({
  value: z.custom<import('@core/season/season').SeasonValue>(),
  /** The next ten; a note in the words where the clocks change. */
  next,
  /** The calendar elsewhere that its dates were taken from; null where there is none. */
  source: z
    .object({
      address: z.string(),
      /** When it was read last, while the server runs; null where it has not been yet. */
      readAt: instant.nullable(),
      /** Why it could not be read; empty where it could. */
      fault: z.string(),
      /** What it says now where the year ahead is another; null where it says the same. */
      other: z.object({ dates, next }).nullable(),
    })
    .nullable(),
});

/** The address of a calendar elsewhere. */
export const calendarAddress = z.strictObject({ address: z.string().min(1).max(1_000) });

/** A calendar to be read, as text of RFC 5545. */
export const calendarText = z.strictObject({ text: z.string() });

/** What a calendar says, by the names of its events, and what of it was not taken, by line. */
export const calendarDates = z.object({
  seasons: z.array(z.object({ title: z.string(), dates, sentence: z.string(), next })),
  faults: z.array(z.object({ line: z.number().int(), detail: z.string() })),
});

export type SeasonRow = z.infer<typeof seasonRow>;
export type CalendarDates = z.infer<typeof calendarDates>;
