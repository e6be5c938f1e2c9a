import { z } from 'zod';
import { roles } from '@core/workflow/workflow';
import { recordKinds } from '@core/ledger/records';
import { instant, line, localeTag, localTime, requiredLine, uuid } from './common';

const kind = z.enum(recordKinds);
const stage = z.enum(['draft', 'in review', 'approved', 'declined', 'withdrawn']);
const status = z.enum(['live', 'scheduled', 'expired', 'retired', 'draft', 'in review', 'approved', 'declined']);
const waiting = z.enum(['draft', 'in review']).nullable();
const moveName = z.enum(['send for review', 'take back', 'return', 'decline', 'approve', 'publish', 'withdraw']);
const named = z.object({ id: z.string(), title: z.string(), path: z.string() });
const author = z.object({ id: z.string(), name: z.string() });

/** Who signs in. */
export const signIn = z.strictObject({
  email: z.email({ error: 'Not an e-mail address.' }).max(200),
  password: z.string().min(1, { error: 'Must not be empty.' }).max(200),
});

/** Who is signed in, and what the editor must know of the site. */
export const session = z.object({
  person: z
    .object({ id: z.string(), name: z.string(), email: z.string(), roles: z.array(z.string()), sections: z.array(named) })
    .nullable(),
  /** As whom the person looks at the product; null as themself. */
  lookingAs: z.object({ label: z.string() }).nullable(),
  /** Whom one can look as. */
  staff: z.array(z.object({ id: z.string(), name: z.string(), roles: z.array(z.string()) })),
  csrfToken: z.string(),
  site: z.object({
    name: z.string(),
    zone: z.string(),
    locale: z.string(),
    localeName: z.string(),
    now: instant,
    isFrozen: z.boolean(),
    locales: z.array(z.object({ tag: z.string(), name: z.string() })),
    memberships: z.array(z.object({ name: z.string(), label: z.string() })),
    theme: z.custom<import('@core/theme/manifest').ThemeManifest>(),
    pictures: z.array(z.string()),
  }),
});

/** A reader to look as. */
export const reader = z.strictObject({ signedIn: z.boolean(), roles: z.array(line(60)).max(20), memberships: z.array(line(60)).max(20) });

/** A change of one record: its new value, or that it is to be taken off. */
export const change = z.strictObject({
  recordId: uuid,
  kind,
  /** Validated against the schema of the kind; ignored when `retires`. */
  value: z.unknown().default(null),
  retires: z.boolean().default(false),
  /** The revision that the change was made from: the live one, a proposal's head, or null for a new record. */
  baseRevisionId: uuid.nullable(),
});

/** Times of a publication. Empty `from` means at once. */
export const publicationTimes = z.strictObject({
  from: localTime.nullable().default(null),
  until: localTime.nullable().default(null),
  afterwards: z.enum(['earlier', 'nothing']).default('earlier'),
});

/** A move, with what it needs. */
export const move = z.strictObject({
  name: moveName,
  times: publicationTimes.optional(),
  remark: z.string().max(4_000).default(''),
  /** Said by whoever has seen that the live revision moved on since the proposal began. */
  acceptsMovedBase: z.boolean().default(false),
  /** Why it goes ahead although it breaks an expectation; empty does not accept that. */
  acceptsBroken: line(500).default(''),
});

/** A new edition: changes that go live together. */
export const newEdition = z.strictObject({
  id: uuid,
  title: requiredLine(200),
  changes: z.array(change).min(1, { error: 'There is nothing to save.' }).max(500),
  wishedFrom: localTime.nullable().default(null),
  remark: z.string().max(4_000).default(''),
  note: line(300).default(''),
  /** Taken in the same step, all or nothing. */
  move: move.optional(),
});

/** A save on a proposal. */
export const saveProposal = z.strictObject({
  value: z.unknown(),
  /** The head that the writer saw; another one means that somebody saved in between. */
  parentRevisionId: uuid,
  note: line(300).default(''),
});

/** From where one looks. */
export const vantage = z.strictObject({
  page: z.union([uuid, z.enum(['service:not found', 'service:sign-in'])]),
  reader: reader.default({ signedIn: false, roles: [], memberships: [] }),
  moment: instant.nullable().default(null),
  /** In which locale it is read; null is the base locale. */
  locale: localeTag.nullable().default(null),
  query: z.record(z.string().max(60), z.string().max(200)).default({}),
});

const overlayChange = z.strictObject({ recordId: uuid, kind, value: z.unknown().default(null), retires: z.boolean().default(false) });

/** Asks what a page holds, with chosen editions and unsaved changes. */
export const viewRequest = z.strictObject({
  vantage,
  withEditions: z.array(uuid).max(50).default([]),
  changes: z.array(overlayChange).max(500).default([]),
});

/** Asks what changes would do. */
export const effectRequest = z.strictObject({
  moment: instant.nullable().default(null),
  withEditions: z.array(uuid).max(50).default([]),
  changes: z.array(overlayChange).min(1).max(500),
});

const explanation = z.object({ short: z.string(), sentence: z.string(), remedy: z.string() });

/** A placement in the running order. */
export const orderRow = z.object({
  placementId: z.string(),
  blockId: z.string(),
  title: z.string(),
  blockType: z.string(),
  target: z.object({ kind: z.string(), name: z.string() }),
  /** Number on the sheet; null when away. */
  number: z.number().int().nullable(),
  status,
  waiting,
  where: z.string(),
  sentence: z.array(z.object({ text: z.string(), edits: z.enum(['where', 'who', 'when', 'follows']).nullable() })),
  pageCount: z.number().int(),
  away: explanation.extend({ step: z.string() }).nullable(),
  /** Why it shows, test by test. */
  why: z.array(z.string()),
  value: z.custom<import('@core/placement/placement').PlacementValue>(),
  revisionId: z.string().nullable(),
  nextChange: instant.nullable(),
});

/** The page as rendered, and its running order. */
export const view = z.object({
  html: z.string(),
  page: named,
  moment: instant,
  mayRead: z.boolean(),
  targets: z.array(z.object({ kind: z.string(), name: z.string(), label: z.string(), rows: z.array(orderRow) })),
  elsewhere: z.number().int(),
  validUntil: instant.nullable(),
});

/** What one change would do. */
export const effect = z.object({
  recordId: z.string(),
  label: z.string(),
  pages: z.array(named),
  gained: z.array(named),
  lost: z.array(named),
  opens: instant.nullable(),
  warnings: z.array(z.string()),
});

/** A page in the tree of the editor. */
export const pageRow = z.object({
  id: z.string(),
  title: z.string(),
  path: z.string(),
  parentId: z.string().nullable(),
  depth: z.number().int(),
  type: z.string(),
  layout: z.string(),
  /** Fractional key among its siblings. */
  order: z.string(),
  status,
  waiting,
  nextChange: instant.nullable(),
  changedAt: instant,
  changedBy: z.string(),
});

/** A block in the stock. */
export const blockRow = z.object({
  id: z.string(),
  title: z.string(),
  type: z.string(),
  typeLabel: z.string(),
  excerpt: z.string(),
  status,
  waiting,
  nextChange: instant.nullable(),
  changedAt: instant,
  changedBy: z.string(),
  placementCount: z.number().int(),
  /** In how many texts it is an inset. */
  insetCount: z.number().int(),
  /** Who may read it, in words; empty follows the page. */
  readers: z.string(),
  /** Names of the regions and insertion points where it is placed. */
  targets: z.array(z.string()),
  pages: z.array(named),
});

/** A record with its past and what waits. */
export const recordDetail = z.object({
  id: z.string(),
  kind,
  title: z.string(),
  status,
  waiting,
  nextChange: instant.nullable(),
  live: z.object({ revisionId: z.string(), value: z.unknown() }).nullable(),
  proposals: z.array(
    z.object({
      id: z.string(),
      editionId: z.string(),
      stage,
      headRevisionId: z.string(),
      value: z.unknown(),
      author,
      updatedAt: instant,
      isOwn: z.boolean(),
    }),
  ),
  revisions: z.array(
    z.object({
      id: z.string(),
      parentId: z.string().nullable(),
      createdAt: instant,
      author,
      note: z.string(),
      value: z.unknown(),
      mark: status.nullable(),
    }),
  ),
  publications: z.array(
    z.object({ from: instant, until: instant.nullable(), revisionId: z.string().nullable(), recordedAt: instant, recordedBy: z.string() }),
  ),
  usedOn: z.array(
    z.object({
      placementId: z.string(),
      target: z.string(),
      where: z.string(),
      status,
      pageCount: z.number().int(),
      firstPageId: z.string().nullable(),
    }),
  ),
  /** Texts that hold it as an inset. */
  insetIn: z.array(z.object({ recordId: z.string(), kind, title: z.string() })),
  pagesChanged: z.array(named),
});

const fieldChange = z.object({
  field: z.string(),
  label: z.string(),
  /** For rules and lists: both sides in words. */
  before: z.string(),
  after: z.string(),
  words: z.array(z.object({ text: z.string(), kind: z.enum(['same', 'added', 'removed']) })),
});

/** Two revisions, field by field. */
export const comparison = z.object({ changes: z.array(fieldChange) });

/** An edition in a list. */
export const editionRow = z.object({
  id: z.string(),
  title: z.string(),
  stage,
  author,
  createdAt: instant,
  submittedAt: instant.nullable(),
  wishedFrom: instant.nullable(),
  changeCount: z.number().int(),
  summary: z.string(),
  moves: z.array(moveName),
});

/** An edition with everything a reviewer needs. */
export const editionDetail = editionRow.extend({
  remark: z.string(),
  changes: z.array(
    z.object({
      proposalId: z.string(),
      recordId: z.string(),
      kind,
      title: z.string(),
      isNew: z.boolean(),
      retires: z.boolean(),
      value: z.unknown(),
      headRevisionId: z.string(),
      /** Who saved last; with the edition's author, the authors of the change. */
      lastAuthor: z.string(),
      baseMoved: z.boolean(),
      fields: z.array(fieldChange),
      effect,
    }),
  ),
  history: z.array(z.object({ move: z.string(), remark: z.string(), at: instant, by: z.string() })),
  /** A page on which the changes can be looked at. */
  lookAt: z.string().nullable(),
  /** When it goes or went live, once approved. */
  publishedFrom: instant.nullable(),
  /** Who could make the moves that this person may not. */
  reviewers: z.array(z.string()),
});

/** A lane of the ribbon: when one placement of the page shows. */
export const ribbon = z.object({
  from: instant,
  until: instant,
  lanes: z.array(
    z.object({
      placementId: z.string(),
      title: z.string(),
      target: z.string(),
      open: z.array(z.object({ from: instant, until: instant })),
    }),
  ),
  changes: z.array(instant),
});

/** Something wrong, what to do about it, and where. */
const finding = z.object({
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

/** Asks which expectations changes would break. */
export const checkRequest = z.strictObject({
  withEditions: withWhat.withEditions,
  changes: withWhat.changes,
  /** From when they would count; null is now. */
  from: instant.nullable().default(null),
});

/** The expectations that changes break, and those that they mend. */
export const check = z.object({
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
  list: z.enum(['pages', 'blocks', 'placements']),
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

export type Session = z.infer<typeof session>;
export type Change = z.infer<typeof change>;
export type NewEdition = z.infer<typeof newEdition>;
export type EditionDraft = z.input<typeof newEdition>;
export type MoveRequest = z.infer<typeof move>;
export type MoveWish = z.input<typeof move>;
export type ViewRequest = z.infer<typeof viewRequest>;
/** A question for a view as it is sent; what is left out takes its default. */
export type ViewQuestion = z.input<typeof viewRequest>;
export type View = z.infer<typeof view>;
export type OrderRow = z.infer<typeof orderRow>;
export type EffectRequest = z.infer<typeof effectRequest>;
export type Effect = z.infer<typeof effect>;
export type PageRow = z.infer<typeof pageRow>;
export type BlockRow = z.infer<typeof blockRow>;
export type RecordDetail = z.infer<typeof recordDetail>;
export type Comparison = z.infer<typeof comparison>;
export type EditionRow = z.infer<typeof editionRow>;
export type EditionDetail = z.infer<typeof editionDetail>;
export type Ribbon = z.infer<typeof ribbon>;
export type Today = z.infer<typeof today>;
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
export type SharedRuleRow = z.infer<typeof sharedRuleRow>;
export type ExpectationRow = z.infer<typeof expectationRow>;
export type Breach = ExpectationRow['breaches'][number];
export type CheckRequest = z.infer<typeof checkRequest>;
export type CheckQuestion = z.input<typeof checkRequest>;
export type Check = z.infer<typeof check>;
export type PlacementRow = z.infer<typeof placementRow>;
export type Found = z.infer<typeof found>;
export type SavedFilter = z.infer<typeof savedFilter>;
export type Deletion = z.infer<typeof deletion>;
