import { z } from 'zod';
import { instant } from './common';
import { kind } from './messages';

/** The most that is listed; of more the soonest. */
export const mostEndings = 500;

/** How far ahead and behind is looked, in days. */
export const endingsQuery = z.strictObject({
  ahead: z.coerce.number().int().min(1).max(1_900).default(90),
  back: z.coerce.number().int().min(0).max(1_900).default(90),
});

/** Something that ends, has ended, or is to be looked over. */
export const endingRow = z.object({
  recordId: z.string(),
  kind,
  title: z.string(),
  state: z.enum(['ends', 'ended', 'review']),
  at: instant,
  /** What readers have then, in words; empty where nothing ends. */
  then: z.string(),
  /** Pages that link to it, or hold it, the first five. */
  heldBy: z.array(z.object({ id: z.string(), title: z.string() })),
  holderCount: z.number().int(),
  /** Who changed it last. */
  changedBy: z.string(),
  /** What is live, on which a change of it is based; null for what has ended. */
  revisionId: z.string().nullable(),
  value: z.unknown(),
  mayRenew: z.boolean(),
});

/** The list of what ends. */
export const endings = z.object({ rows: z.array(endingRow), count: z.number().int() });

export type EndingRow = z.infer<typeof endingRow>;
export type Endings = z.infer<typeof endings>;
