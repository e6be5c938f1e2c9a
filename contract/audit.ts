import { z } from 'zod';
import { instant, uuid } from './common';

/** Which entries of the audit log are asked for; what is left out asks for all. */
export const auditQuestion = z.strictObject({
  person: uuid.optional(),
  act: z.string().max(60).optional(),
  /** What it is about, by id. */
  subject: z.string().max(60).optional(),
  /** In what it was called then. */
  find: z.string().max(100).optional(),
  from: z.coerce.number().pipe(instant).optional(),
  until: z.coerce.number().pipe(instant).optional(),
});

/** The same, some at a time: those before an entry. */
export const auditPageQuestion = auditQuestion.extend({ below: z.coerce.number().int().positive().optional() });

/** The same, as a whole. */
export const auditExportQuestion = auditQuestion.extend({ as: z.enum(['csv', 'jsonl']).default('csv') });

/** Entries of the audit log, newest first. */
export const auditPage = z.object({
  entries: z.array(
    z.object({
      number: z.number().int(),
      at: instant,
      by: z.string(),
      personId: z.string().nullable(),
      source: z.string(),
      act: z.string(),
      /** The whole entry in words, but for who and when. */
      words: z.string(),
      kind: z.string(),
      subjectId: z.string(),
      /** JSON, or null for nothing. */
      before: z.string().nullable(),
      after: z.string().nullable(),
    }),
  ),
  /** Whether there are older ones. */
  hasMore: z.boolean(),
  /** All acts that can be asked for, with what they are called. */
  acts: z.array(z.object({ act: z.string(), words: z.string() })),
});

/** Whether the chain of the log is whole. */
export const auditCheck = z.object({ count: z.number().int(), head: z.string(), brokenAt: z.number().int().nullable() });

export type AuditPage = z.infer<typeof auditPage>;
export type AuditPageQuestion = z.infer<typeof auditPageQuestion>;
export type AuditExportQuestion = z.infer<typeof auditExportQuestion>;
export type AuditCheck = z.infer<typeof auditCheck>;
