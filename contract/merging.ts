import { sides } from '@core/merge/decider';
import { z } from 'zod';
import { instant, localeTag, mergeChoices, uuid } from './common';
import { comparison, kind } from './messages';

/** Asks what somebody's version and a stored one come to together. */
export const mergeRequest = z.strictObject({
  recordId: uuid,
  kind,
  /** In which locale both are written; null is the one in which the record began. */
  locale: localeTag.nullable().default(null),
  /** One's own version, not stored yet. */
  value: z.unknown(),
  /** The revision that it was made from. */
  baseRevisionId: uuid,
  /** The other version. */
  withRevisionId: uuid,
  choices: mergeChoices,
});

/** One place that both sides changed differently, in words. */
export const mergeConflict = z.object({
  path: z.string(),
  label: z.string(),
  /** What it stands among, where it is a stretch of a text. */
  around: z.object({ before: z.string(), after: z.string() }),
  base: z.string(),
  ours: z.string(),
  theirs: z.string(),
  /** Both, one after the other; null where only one of them can stand. */
  both: z.string().nullable(),
  chosen: z.enum(sides).nullable(),
});

/** Two versions brought together. */
export const merging = z.object({
  /** The result; where nobody has chosen yet, one's own version stands. */
  value: z.unknown(),
  conflicts: z.array(mergeConflict),
  /** What of one's own goes into the other version. */
  brought: comparison.shape.changes,
  /** What of the other version comes into one's own. */
  taken: comparison.shape.changes,
  /** The other version: whose it is and of when. */
  other: z.object({ revisionId: z.string(), by: z.string(), at: instant }),
});

/** Asks what a proposal and what is live come to together. */
export const proposalMergeRequest = z.strictObject({ choices: mergeChoices });

/** What a proposal and what is live come to, and which of its revisions was looked at. */
export const proposalMerging = merging.extend({ headRevisionId: z.string() });

/** Brings what is live into a proposal, as it was seen. */
export const mergeIntoProposal = z.strictObject({
  choices: mergeChoices,
  /** The head of the proposal that was seen. */
  headRevisionId: uuid,
  /** The live revision that was seen. */
  withRevisionId: uuid,
});

export type MergeRequest = z.input<typeof mergeRequest>;
export type MergeQuestion = z.infer<typeof mergeRequest>;
export type Merging = z.infer<typeof merging>;
export type MergeConflict = z.infer<typeof mergeConflict>;
export type ProposalMerging = z.infer<typeof proposalMerging>;
export type MergeIntoProposal = z.infer<typeof mergeIntoProposal>;
