import { roles } from '@core/workflow/workflow';
import { z } from 'zod';
import { instant, line, localeTag, requiredLine, uuid } from './common';
import {
  carriedChoices,
  kind,
  named,
  overlayChange,
  publicationTimes,
  reader,
  scheduledChoice,
  status,
  vantage,
  waiting,
} from './messages';

/** Something wrong, what to do about it, and where. */
export const finding = z.object({
  kind: z.string(),
  sentence: z.string(),
  remedy: z.string(),
  recordId: z.string(),
  recordKind: kind,
  pageId: z.string().nullable(),
  /** From when it is so; null is now. */
  from: instant.nullable(),
});

/** What is wrong with the site, computed over pages, readers, locales and time. */
export const health = z.object({ findings: z.array(finding), isPartial: z.boolean(), until: instant });

const withWhat = {
  reader: reader.default({ signedIn: false, roles: [], memberships: [] }),
  moment: instant.nullable().default(null),
  locale: localeTag.nullable().default(null),
  withEditions: z.array(uuid).max(50).default([]),
  changes: z.array(overlayChange).max(500).default([]),
};

/** Asks for all that the reach of placements is computed from. */
export const siteFactsRequest = z.strictObject({
  moment: withWhat.moment,
  locale: withWhat.locale,
  withEditions: withWhat.withEditions,
  changes: withWhat.changes,
});

/** Asks for the reach of placements over the page tree. */
export const reachRequest = z.strictObject({
  ...withWhat,
  /** Only these placements; empty takes all. */
  placements: z.array(uuid).max(2_000).default([]),
  /** Only those of a region or insertion point; empty takes all. */
  target: line(60).default(''),
});

/** The reach of placements: for each, one letter per page. */
export const reach = z.object({
  moment: instant,
  pages: z.array(named),
  placements: z.array(
    z.object({
      placementId: z.string(),
      title: z.string(),
      target: z.string(),
      /** One letter per page: S shows, + gains, - loses, a letter of `legend` when away, a full stop when it is not meant. */
      cells: z.string(),
      shown: z.number().int(),
      /** "none today, 14 from 1 April". */
      life: z.string(),
    }),
  ),
  legend: z.record(z.string(), z.string()),
});

/** Asks why a placement shows or does not. */
export const whyRequest = z.strictObject({
  vantage,
  placementId: uuid,
  withEditions: withWhat.withEditions,
  changes: withWhat.changes,
});

const traceLine = z.object({ depth: z.number().int(), words: z.string(), holds: z.boolean(), decides: z.boolean() });

/** Why a placement shows or does not, step by step, and what would turn it. */
export const why = z.object({
  placementId: z.string(),
  title: z.string(),
  shows: z.boolean(),
  verdict: z.string(),
  reason: z.string(),
  steps: z.array(z.object({ step: z.string(), words: z.string(), holds: z.boolean(), trace: z.array(traceLine) })),
  /** The smallest first; one with a value can be made with a click. */
  remedies: z.array(
    z.object({
      words: z.string(),
      size: z.number().int(),
      value: z.custom<import('@core/placement/placement').PlacementValue>().nullable(),
    }),
  ),
  revisionId: z.string().nullable(),
});

/** A shared rule and what it governs. */
export const sharedRuleRow = z.object({
  id: z.string(),
  title: z.string(),
  reason: z.string(),
  sentence: z.string(),
  value: z.custom<import('@core/rule/shared-rule').SharedRuleValue>(),
  revisionId: z.string().nullable(),
  status,
  waiting,
  changedAt: instant,
  changedBy: z.string(),
  governs: z.array(
    z.object({
      placementId: z.string(),
      title: z.string(),
      target: z.string(),
      pageCount: z.number().int(),
      pageId: z.string().nullable(),
      value: z.custom<import('@core/placement/placement').PlacementValue>(),
      revisionId: z.string().nullable(),
    }),
  ),
  /** Shared rules that follow this one. */
  followedBy: z.array(z.object({ id: z.string(), title: z.string() })),
});

const breach = z.object({
  expectationId: z.string(),
  sentence: z.string(),
  /** What, where, to whom and when, in words. */
  words: z.string(),
  pages: z.array(named),
  pageCount: z.number().int(),
  from: instant,
  until: instant.nullable(),
});

/** An expectation and whether it is kept. */
export const expectationRow = z.object({
  id: z.string(),
  sentence: z.string(),
  reason: z.string(),
  value: z.custom<import('@core/expectation/expectation').ExpectationValue>(),
  revisionId: z.string().nullable(),
  status,
  waiting,
  changedAt: instant,
  changedBy: z.string(),
  /** Over the year ahead; empty when it is kept. */
  breaches: z.array(breach),
  isPartial: z.boolean(),
});

/** Something planned that a publication would keep from coming. */
export const covered = z.object({
  recordId: z.string(),
  title: z.string(),
  at: instant,
  words: z.string(),
  revisionId: z.string().nullable(),
  /** How many places are to be settled where the change is brought into it too; null where it cannot be. */
  toSettle: z.number().int().nullable(),
});

export type Covered = z.infer<typeof covered>;

/** Asks what publishing changes would break, cover and reach. */
export const checkRequest = z.strictObject({
  withEditions: withWhat.withEditions,
  changes: withWhat.changes,
  /** When they would be live, and what becomes of what is planned. */
  times: publicationTimes.default({ from: null, until: null, afterwards: 'earlier' }),
  scheduled: scheduledChoice,
  carried: carriedChoices,
});

/** What publishing changes would break and mend, what planned things it would cover, and whether one's rights reach that far. */
export const check = z.object({
  /** Planned things that would not come unless they are kept. */
  covers: z.array(covered),
  /** Proposals of the same records that wait, and would then have to take this in. */
  waits: z.array(z.object({ recordId: z.string(), editionId: z.string(), words: z.string() })),
  /** Why this person may not publish it, in words; null when nothing of its reach stands in the way. */
  beyond: z.string().nullable(),
  broken: z.array(breach),
  mended: z.array(z.object({ expectationId: z.string(), sentence: z.string() })),
  isPartial: z.boolean(),
});

/** A placement in a list. */
export const placementRow = z.object({
  id: z.string(),
  blockId: z.string(),
  title: z.string(),
  blockType: z.string(),
  target: z.object({ kind: z.string(), name: z.string() }),
  targetLabel: z.string(),
  where: z.string(),
  who: z.string(),
  when: z.string(),
  follows: z.array(z.string()),
  off: z.boolean(),
  status,
  /** Whether the windows of its rule are open now, open later, or are over for good. */
  time: z.enum(['open', 'not yet', 'over']),
  waiting,
  nextChange: instant.nullable(),
  changedAt: instant,
  changedBy: z.string(),
  pageCount: z.number().int(),
  pageId: z.string().nullable(),
  value: z.custom<import('@core/placement/placement').PlacementValue>(),
  revisionId: z.string().nullable(),
});

/** Something found. */
export const found = z.object({
  kind: kind,
  id: z.string(),
  title: z.string(),
  detail: z.string(),
  /** A page on which it can be looked at. */
  pageId: z.string().nullable(),
});

/** A filter that somebody keeps under a name. */
export const savedFilter = z.strictObject({
  list: z.enum(['pages', 'blocks', 'placements', 'files', 'languages', 'reviews']),
  name: requiredLine(60),
  query: z.record(z.string().max(40), z.string().max(200)),
});

const regionLimits = z.strictObject({
  types: z.array(line(60)).max(100).optional(),
  roles: z.array(line(60)).max(20).optional(),
  least: z.number().int().min(0).max(50).optional(),
  most: z.number().int().min(1).max(50).optional(),
});

/** What each region may hold, by its name; over what the theme declares. */
export const limits = z.record(z.string().max(60), regionLimits);

/** As whom to look at the product: a role, somebody by id, or nobody but oneself. */
export const lookAs = z.strictObject({ as: z.union([z.enum(roles), uuid]).nullable() });

/** What deleting a record for good would take, and what stands in the way. */
export const deletion = z.object({
  title: z.string(),
  mayDelete: z.boolean(),
  /** What would be gone, in words. */
  takes: z.array(z.string()),
  /** What must be settled first, in words. */
  obstacles: z.array(z.string()),
});

export type Health = z.infer<typeof health>;
export type Finding = Health['findings'][number];
export type SiteFactsRequest = z.infer<typeof siteFactsRequest>;
export type SiteFactsQuestion = z.input<typeof siteFactsRequest>;
export type ReachRequest = z.infer<typeof reachRequest>;
export type ReachQuestion = z.input<typeof reachRequest>;
export type Reach = z.infer<typeof reach>;
export type WhyRequest = z.infer<typeof whyRequest>;
export type WhyQuestion = z.input<typeof whyRequest>;
export type Why = z.infer<typeof why>;
/** Asks for a separate copy of a block, with one of its placements or without. */
export const copyRequest = z.strictObject({
  blockId: uuid,
  placementId: uuid.nullable().default(null),
  /** Its title; null takes the block's own, made unlike all others. */
  title: requiredLine(200).nullable().default(null),
  /** What of the placement is to differ, by field; everything else is kept. */
  differs: z.record(z.string().max(40), z.unknown()).default({}),
});

/** The changes that undo what an edition published. */
export const undoing = z.object({
  changes: z.array(
    z.object({
      recordId: z.string(),
      kind,
      title: z.string(),
      value: z.unknown(),
      retires: z.boolean(),
      locale: z.string().optional(),
      baseRevisionId: z.string().nullable(),
    }),
  ),
  /** What has been changed since, and would be lost, in words. */
  changedSince: z.array(z.string()),
});

/** Asks for a copy of a page with all beneath it. */
export const pageCopyRequest = z.strictObject({
  pageId: uuid,
  parentId: uuid,
  title: requiredLine(200),
  segment: z.string().min(1).max(80),
});

/** The changes that make the copy, ready to be saved as an edition. */
export const copied = z.array(z.object({ recordId: z.string(), kind, value: z.unknown(), baseRevisionId: z.null() }));

export type Undoing = z.infer<typeof undoing>;
export type PageCopyRequest = z.infer<typeof pageCopyRequest>;
export type CopyRequest = z.infer<typeof copyRequest>;
export type Copied = z.infer<typeof copied>;
export type SharedRuleRow = z.infer<typeof sharedRuleRow>;
export type ExpectationRow = z.infer<typeof expectationRow>;
export type Breach = ExpectationRow['breaches'][number];
export type CheckQuestion = z.input<typeof checkRequest>;
export type Check = z.infer<typeof check>;
export type PlacementRow = z.infer<typeof placementRow>;
export type Found = z.infer<typeof found>;
export type SavedFilter = z.infer<typeof savedFilter>;
export type Deletion = z.infer<typeof deletion>;
