import { z } from 'zod';
import { overlayChange, vantage } from './messages';

/** A listing as somebody sets it, and from where it is looked at. */
export const listingQuestion = z.strictObject({ vantage, change: overlayChange });

const listed = z.object({ id: z.string(), title: z.string(), path: z.string(), why: z.string() });

/** What a listing holds and why, and of what it does not hold the nearest, with why not. */
export const listingAnswer = z.object({
  rows: z.array(listed),
  out: z.array(listed),
  /** How many pages were looked at and left out. */
  outCount: z.number().int(),
  /** The next instant at which it changes by itself; null when it does not. */
  changesAt: z.number().nullable(),
});

export type ListingQuestion = z.infer<typeof listingQuestion>;
export type ListingQuestionWish = z.input<typeof listingQuestion>;
export type ListingFound = z.infer<typeof listingAnswer>;
