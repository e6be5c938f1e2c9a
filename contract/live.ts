import { z } from 'zod';
import { instant, localeTag, uuid } from './common';

/** Which record is held, in which locale. */
export const lockQuestion = z.strictObject({ locale: localeTag });

/** That somebody goes on writing. */
export const lockWish = lockQuestion.extend({
  /** Whether a key was struck since it was last said. */
  isActive: z.boolean(),
});

/** That somebody writes on a record in a locale. */
export const heldRecord = z.object({
  recordId: uuid,
  locale: z.string(),
  personId: uuid,
  name: z.string(),
  since: instant,
});

/** Who holds a record; null when nobody does. */
export const lockAnswer = z.object({ held: heldRecord.nullable() });

/** What everybody with the editor open is told at once. */
export const liveEvent = z.discriminatedUnion('kind', [
  /** The first of every stream: all that is held now. Whoever comes back to a stream looks anew at what they show. */
  z.object({ kind: z.literal('hello'), held: z.array(heldRecord) }),
  z.object({
    kind: z.literal('held'),
    recordId: uuid,
    locale: z.string(),
    held: heldRecord.nullable(),
    /** From whom it was taken over; null when it was not. */
    takenFrom: uuid.nullable(),
  }),
  /** A proposal was saved, or has come to another stage. */
  z.object({
    kind: z.literal('proposal'),
    recordId: uuid,
    locale: z.string(),
    proposalId: uuid,
    editionId: uuid,
    headRevisionId: uuid,
    stage: z.string(),
    personId: uuid,
    name: z.string(),
  }),
  /** Something new for whoever follows, and how much that is by now. Only they are told. */
  z.object({ kind: z.literal('notice'), newCount: z.number().int() }),
  /** Somebody remarked on an edition, answered or settled. */
  z.object({ kind: z.literal('remark'), editionId: uuid }),
]);

export type LockAnswer = z.infer<typeof lockAnswer>;
export type HeldRecord = z.infer<typeof heldRecord>;
export type LiveEvent = z.infer<typeof liveEvent>;
