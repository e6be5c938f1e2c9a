import { roles } from '@core/kinds/kind';
import { guardNames } from '@core/workflow/guards';
import { z } from 'zod';
import { largestEdition, offeredMove, overlayChange, type possibleMove } from './messages';
import { kindsAndTypes, localeTag, requiredLine, uuid } from './common';

const role = z.enum(roles);
const stageName = requiredLine(40);
const moveName = requiredLine(60);
const guard = z.union([
  z.strictObject({ guard: z.literal('word of'), role }),
  z.strictObject({ guard: z.enum(guardNames).exclude(['word of']) }),
]);
const workflowMove = z.strictObject({
  name: moveName,
  from: z.array(stageName).min(1).max(20),
  to: stageName,
  /** A right over the kind of what moves, or roles by name. */
  who: z.union([z.enum(['write', 'review', 'publish']), z.array(role).min(1).max(roles.length)]),
  whose: z.enum(['own', 'others', 'any']),
  guards: z.array(guard).max(12).default([]),
});
const governed = z.strictObject({
  /** None means every kind. */
  kinds: kindsAndTypes,
  /** Pages; none means anywhere. */
  sections: z.array(uuid).max(100),
  locales: z.array(localeTag).max(100),
});
const workflow = z.strictObject({
  name: requiredLine(80),
  governs: governed,
  stages: z.array(stageName).min(1).max(20),
  moves: z.array(workflowMove).max(60),
});

/** The workflows of a site, in the order in which they are asked; the last governs whatever no other does. */
export const workflows = z.array(workflow).min(1).max(20);

/** Other workflows, and where what they would strand is put. */
export const newWorkflows = z.strictObject({
  workflows,
  relocations: z
    .array(z.strictObject({ workflow: requiredLine(80), from: stageName, to: stageName }))
    .max(400)
    .default([]),
});

const standing = z.object({ workflow: z.string(), stage: z.string() });

/** Workflows with all that stands in the way in them, and what is on its way by them. */
export const workflowsReport = z.object({
  workflows,
  /** Entity tag of those that hold now. @see RFC 9110 section 8.8.3 */
  tag: z.string(),
  mayChange: z.boolean(),
  /** By workflow. */
  findings: z.array(
    z.array(z.object({ finding: z.string(), stage: z.string().nullable(), move: z.string().nullable(), words: z.string() })),
  ),
  /** By workflow and move: who could make it, as people there are. */
  makers: z.array(z.record(z.string(), z.array(z.string()))),
  /** How much stands where, by the workflows that were asked about. */
  standing: z.array(standing.extend({ count: z.number().int() })),
  /** What on its way would stand elsewhere than now, or nowhere: the stage is then null. */
  passages: z.array(
    z.object({
      editionId: z.string(),
      title: z.string(),
      before: standing,
      after: z.object({ workflow: z.string(), stage: z.string().nullable() }),
    }),
  ),
  /** More of these than are listed. */
  furtherPassages: z.number().int(),
});

/** Changes that are about to be saved as one edition. */
export const offersRequest = z.strictObject({ changes: z.array(overlayChange).min(1).max(500) });

/** How something goes on from where it stands. */
export const offers = z.object({ workflow: z.string(), moves: z.array(offeredMove) });

/** Somebody's word, as one of their roles, for what stands in an edition. */
export const givenWord = z.strictObject({
  role,
  /** The head of every proposal as it was seen. */
  decidedOn: z.array(uuid).min(1).max(largestEdition),
  remark: z.string().max(4_000).default(''),
});

export type NewWorkflows = z.infer<typeof newWorkflows>;
export type WorkflowsWish = z.input<typeof newWorkflows>;
export type WorkflowsReport = z.infer<typeof workflowsReport>;
export type PossibleMove = z.infer<typeof possibleMove>;
export type OfferedMove = z.infer<typeof offeredMove>;
export type Offers = z.infer<typeof offers>;
export type GivenWordWish = z.input<typeof givenWord>;
export type GivenWord = z.infer<typeof givenWord>;
