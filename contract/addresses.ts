import { forwardingStatuses } from '@core/forwarding/forwarding';
import { z } from 'zod';
import { instant } from './common';
import { status, waiting } from './messages';

/** A forwarding in a list. */
export const forwardingRow = z.object({
  id: z.string(),
  path: z.string(),
  beneath: z.boolean(),
  /** Where it leads in the end, in words: a page's title, an address, or empty. */
  leadsTo: z.string(),
  /** The address there. */
  address: z.string(),
  answer: z.union(forwardingStatuses.map(each => z.literal(each))),
  reason: z.string(),
  /** What is wrong with it, in words; empty when nothing is. */
  fault: z.string(),
  status,
  waiting,
  hits: z.number().int(),
  lastHit: instant.nullable(),
  changedAt: instant,
  changedBy: z.string(),
  value: z.custom<import('@core/forwarding/forwarding').ForwardingValue>(),
  revisionId: z.string(),
});

/** One line of a list of old addresses, and what becomes of it. */
export const importedLine = z.object({
  /** From 1, as the file counts. */
  line: z.number().int(),
  path: z.string(),
  to: z.string(),
  outcome: z.enum(['added', 'changed', 'the same', 'refused']),
  /** Why it was refused, or what should be known. */
  detail: z.string(),
});

/** What a list of old addresses does, line by line. */
export const importReport = z.object({
  isTrial: z.boolean(),
  /** Whether what is taken in leads on at once; else it is kept as a draft or waits for somebody, as the site's workflows have it. */
  stage: z.string(),
  added: z.number().int(),
  changed: z.number().int(),
  same: z.number().int(),
  refused: z.number().int(),
  /** Those that were refused first, then the others; of more than can be shown the first. */
  lines: z.array(importedLine),
});

export type ForwardingRow = z.infer<typeof forwardingRow>;
export type ImportReport = z.infer<typeof importReport>;
export type ImportedLine = z.infer<typeof importedLine>;
