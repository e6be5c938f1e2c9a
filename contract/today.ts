import { z } from 'zod';
import { finding } from './assembling';
import { instant } from './common';
import { editionRow, kind } from './messages';

/** What changes and what waits. */
export const today = z.object({
  now: instant,
  changes: z.array(
    z.object({
      at: instant,
      recordId: z.string(),
      kind,
      title: z.string(),
      what: z.enum(['goes live', 'changes', 'ends', 'opens', 'closes']),
      target: z.string(),
      pageCount: z.number().int(),
      pageId: z.string().nullable(),
      pageTitle: z.string(),
    }),
  ),
  waiting: z.array(editionRow),
  mine: z.array(editionRow),
  /** Approved most recently. */
  lately: z.array(editionRow),
  counts: z.object({ pages: z.number().int(), blocks: z.number().int(), placements: z.number().int() }),
  faults: z.array(finding),
  /** Whether a cap was met, so that there may be more. */
  isPartial: z.boolean(),
});

export type Today = z.infer<typeof today>;
