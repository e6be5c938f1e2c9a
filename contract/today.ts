import { z } from 'zod';
import { finding } from './assembling';
import { instant } from './common';
import { editionRow, kind } from './messages';

/** Something that readers will notice by itself, at the instant at which it happens. */
export const plannedRow = z.object({
  at: instant,
  recordId: z.string(),
  kind,
  title: z.string(),
  what: z.enum(['goes live', 'changes', 'ends', 'opens', 'closes', 'is shelved']),
  target: z.string(),
  pageCount: z.number().int(),
  pageId: z.string().nullable(),
  pageTitle: z.string(),
});

/** What changes and what waits. */
export const today = z.object({
  now: instant,
  changes: z.array(plannedRow),
  /** How many changes there are in all; of more than can be listed the soonest are. */
  changeCount: z.number().int(),
  waiting: z.array(editionRow),
  mine: z.array(editionRow),
  /** Approved most recently. */
  lately: z.array(editionRow),
  /** What a new site still lacks, in the order in which it is best done; empty when that has been put away. */
  firstSteps: z.array(z.object({ name: z.enum(['placement', 'picture', 'people', 'address', 'open']), isDone: z.boolean() })),
  counts: z.object({ pages: z.number().int(), blocks: z.number().int(), placements: z.number().int() }),
  /** The gravest first. */
  faults: z.array(finding),
  faultCount: z.number().int(),
  /** Whether a cap was met, so that there may be more. */
  isPartial: z.boolean(),
});

export type PlannedRow = z.infer<typeof plannedRow>;
export type Today = z.infer<typeof today>;
