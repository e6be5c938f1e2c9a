import { terms } from './bench';
import { servicePages } from '@core/page/service-pages';
import { z } from 'zod';
import { recordKinds } from '@core/kinds/index';
import { roles } from '@core/kinds/kind';
import { say } from '@core/tongue/say';
import { instant, line, localeTag, localTime, mergeChoices, requiredLine, uuid } from './common';

/** The most changes that go live together. */
export const largestEdition = 2_000;

/** Kinds of records. */
export const kind = z.enum(recordKinds as [string, ...string[]]);
/** Where a proposal stands, by the name of the stage in its workflow. */
const stage = z.string();
/** Where a record stands, as lists show it. */
export const status = z.enum(['live', 'scheduled', 'expired', 'retired', 'draft', 'in review', 'declined']);
/** What waits on a record, beside what is live. */
export const waiting = z.enum(['draft', 'in review']).nullable();
/** The verb of a move in its workflow. */
const moveName = requiredLine(60);
/** A move that somebody could make with an edition, guards aside, and the stage that it leads to. */
export const possibleMove = z.object({ name: z.string(), to: z.string() });
/** A page as lists name it. */
export const named = z.object({ id: z.string(), title: z.string(), path: z.string() });
/** A role that somebody holds; without sections everywhere, without locales in every one. */
export const heldGrant = z.object({ role: z.enum(roles), sections: z.array(named), locales: z.array(z.string()) });

const author = z.object({ id: z.string(), name: z.string() });

/** Who signs in. */
export const signIn = z.strictObject({
  email: z.email({ error: () => say`Not an e-mail address.` }).max(200),
  password: z
    .string()
    .min(1, { error: () => say`Must not be empty.` })
    .max(200),
});

/** What signed-out readers get at a page that is not for them. */
export const closedPages = z.enum(['sign in', 'not found']);

/** Who is signed in, and what the editor must know of the site. Whoever is not on the staff is told what any page tells. */
export const session = z.object({
  person: z
    .object({
      id: z.string(),
      name: z.string(),
      email: z.string(),
      roles: z.array(z.string()),
      grants: z.array(heldGrant),
      /** Of the editor; empty goes by their browser. */ language: z.string(),
    })
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
    /** Whether there is a site yet. */
    isBegun: z.boolean(),
  }),
  /** For the staff only. */
  desk: z
    .object({
      locales: z.array(z.custom<import('@core/locale/site-locale').SiteLocale>()),
      memberships: z.array(z.object({ name: z.string(), label: z.string() })),
      theme: z.custom<import('@core/theme/manifest').ThemeManifest>(),
      /** The entity tag of the limits in the theme; a change of them names it in If-Match. */
      limitsTag: z.string(),
      /** The types of block that may be made, in the order in which they are offered. */
      blockTypes: z.array(z.custom<import('@core/blocks/block-type').BlockTypeDeclaration>()),
      pageTypes: z.array(z.custom<import('@core/page-types/page-type').PageTypeDeclaration>()),
      closedPages,
      description: z.string(),
      publicAddress: z.string(),
      /** Whether whoever started the server said the address. */
      isAddressGiven: z.boolean(),
      isIndexed: z.boolean(),
      signUp: z.object({ isOpen: z.boolean(), membership: z.string() }),
      /** What the site is called and about in other locales, and what it says in place of the theme's fixed words. */
      siteWords: z.record(z.string(), z.record(z.string(), z.string())),
      themeWords: z.record(z.string(), z.record(z.string(), z.string())),
      terms,
      styles: z.array(z.object({ style: z.string(), section: z.string().nullable(), locale: z.string().nullable() })),
      wordChoices: z.record(z.string(), z.record(z.string(), z.boolean())),
      behindAfterDays: z.number().int(),
      lockIdleMinutes: z.number().int(),
      warnDays: z.number().int(),
      framedHosts: z.array(z.string()),
      lockedKinds: z.array(z.object({ kind: z.string(), types: z.array(z.string()) })),
      /** The fixed words that come with the theme, by locale. */
      shippedWords: z.record(z.string(), z.record(z.string(), z.string())),
      profileFields: z.array(z.object({ name: z.string(), label: z.string(), help: z.string(), isRequired: z.boolean() })),
      opening: z.object({ isOpen: z.boolean(), opensAt: localTime.nullable() }),
    })
    .nullable(),
});

/** A reader to look as. */
export const reader = z.strictObject({
  signedIn: z.boolean(),
  roles: z.array(line(60)).max(20),
  memberships: z.array(line(60)).max(20),
  /** Somebody with an account, as they will be at the moment looked at; what else is said of the reader does not count then. */
  person: uuid.optional(),
});

/** A change of one record: its new value, or that it is to be taken off. */
export const change = z.strictObject({
  recordId: uuid,
  kind,
  /** Validated against the schema of the kind; ignored when `retires`. */
  value: z.unknown().default(null),
  retires: z.boolean().default(false),
  /** The revision that the change was made from: the live one, a proposal's head, or null for a new record. */
  baseRevisionId: uuid.nullable(),
  /** In which locale it is written; null is the one in which the record began, or for a new one the site's first. */
  locale: localeTag.nullable().optional(),
  /** Of words in another locale: the revision they were written beside. */
  translatedFromId: uuid.nullable().optional(),
  /** Of words in another locale: names of those that were found still right. */
  stillRight: z.array(line(80)).max(500).optional(),
});

/** Times of a publication. Empty `from` means at once. */
export const publicationTimes = z.strictObject({
  from: localTime.nullable().default(null),
  until: localTime.nullable().default(null),
  afterwards: z.enum(['earlier', 'nothing']).default('earlier'),
});

/** What becomes of something planned that a publication would cover: the change is brought into it too, it is kept, or it is cancelled. */
export const scheduledChoice = z.enum(['carry', 'keep', 'cancel']).nullable().default(null);

/** Where a change is brought into what is planned: what was chosen, by the planned revision. */
export const carriedChoices = z.record(uuid, mergeChoices).optional();

/** What becomes of the addresses of pages that move or are taken off. */
export const forwardingWish = z.strictObject({
  /** How the old address of a page that moves answers. */
  moved: z.enum(['for good', 'for now', 'not']).default('for good'),
  /** The page to which the addresses of pages that are taken off lead; null lets them lead nowhere. */
  takenOffTo: uuid.nullable().default(null),
});

/** A move, with what it needs. */
export const move = z.strictObject({
  name: moveName,
  times: publicationTimes.optional(),
  /** Asked for, by name, whenever something planned would be covered. */
  scheduled: scheduledChoice,
  carried: carriedChoices,
  /** Left out, pages that move leave their old address leading to them for good. */
  forwarding: forwardingWish.optional(),
  remark: z.string().max(4_000).default(''),
  /** Said by whoever has seen that the live revision moved on since the proposal began. */
  acceptsMovedBase: z.boolean().default(false),
  /** Why it goes ahead although it breaks an expectation; empty does not accept that. */
  acceptsBroken: line(500).default(''),
});

/** A move with an edition that is stored: it names the revisions that it was decided on. */
export const moveOfEdition = move.extend({
  /** The head of every proposal of the edition as it was seen; another one means that words changed in between. */
  decidedOn: z
    .array(uuid)
    .min(1, { error: () => say`Name the revisions that you decided on.` })
    .max(largestEdition),
});

/** A new edition: changes that go live together. */
export const newEdition = z.strictObject({
  id: uuid,
  title: requiredLine(200),
  changes: z
    .array(change)
    .min(1, { error: () => say`There is nothing to save.` })
    .max(500),
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
  /** Of words in another locale: see {@link change}. */
  translatedFromId: uuid.nullable().optional(),
  stillRight: z.array(line(80)).max(500).optional(),
});

/** From where one looks. */
export const vantage = z.strictObject({
  page: z.union([uuid, z.enum(servicePages.map(each => `service:${each}` as const))]),
  reader: reader.default({ signedIn: false, roles: [], memberships: [] }),
  moment: instant.nullable().default(null),
  /** In which locale it is read; null is the base locale. */
  locale: localeTag.nullable().default(null),
  query: z.record(z.string().max(60), z.string().max(200)).default({}),
});

/** A change that is only looked at. */
export const overlayChange = z.strictObject({
  recordId: uuid,
  kind,
  value: z.unknown().default(null),
  retires: z.boolean().default(false),
  locale: localeTag.nullable().optional(),
});

/** Asks what a page holds, with chosen editions and unsaved changes. */
export const viewRequest = z.strictObject({
  vantage,
  withEditions: z.array(uuid).max(50).default([]),
  changes: z.array(overlayChange).max(500).default([]),
  /** A record that is to be seen: where it is not from this vantage, the nearest from which it is takes its place. */
  showing: uuid.nullable().default(null),
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
  /** In which the placement began. */
  locale: z.string(),
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
  /** Who reads, by name and memberships, where somebody was asked for by name; else empty. */
  readerWords: z.string(),
  mayRead: z.boolean(),
  targets: z.array(z.object({ kind: z.string(), name: z.string(), label: z.string(), rows: z.array(orderRow) })),
  elsewhere: z.number().int(),
  /** From where it was looked at in the end. */
  sight: z.object({
    page: z.string(),
    reader,
    /** Whether it is the vantage that was asked for. */
    isAsAsked: z.boolean(),
    /** Whether what was to be seen is in sight. */
    isInSight: z.boolean(),
    /** "as members have it on 1 April, 06:00". */
    words: z.string(),
  }),
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
  /** What becomes of addresses that a page leaves has to be said. */
  leaves: z.enum(['moved', 'taken off']).nullable(),
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
  topics: z.array(z.string()),
  authors: z.array(z.string()),
  /** Fractional key among its siblings. */
  order: z.string(),
  status,
  waiting,
  nextChange: instant.nullable(),
  changedAt: instant,
  changedBy: z.string(),
  /** Who may read it, what it follows taken in, in words; empty for anyone. */
  readers: z.string(),
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
  /** The locale in which it began. */
  locale: z.string(),
  /** How far it is written in each other locale of the site. */
  inLocales: z.array(
    z.object({
      tag: z.string(),
      state: z.enum(['out', 'own', 'part', 'follows']),
      own: z.number(),
      of: z.number(),
      behind: z.number(),
      isWaiting: z.boolean(),
    }),
  ),
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
      moves: z.array(possibleMove),
      /** Whether something else has become live since it was begun. */
      baseMoved: z.boolean(),
    }),
  ),
  /** The value of the newest revision that can be read. */
  newest: z.unknown(),
  /** The newest first. What each of them says is asked for by itself: there may be thousands. */
  revisions: z.array(
    z.object({
      id: z.string(),
      parentId: z.string().nullable(),
      createdAt: instant,
      author,
      note: z.string(),
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
  /** Every record that names it, each once for every way in which it does. */
  namedBy: z.array(z.object({ recordId: z.string(), kind, title: z.string(), way: z.string() })),
  pagesChanged: z.array(named),
});

const fate = z.enum(['same', 'added', 'removed']);
/** A block of running text with what became of it; see the marked text of the core. */
const markedBlock = z.object({
  type: z.string(),
  level: z.number(),
  fate,
  note: z.string(),
  runs: z.array(z.object({ text: z.string(), fate, marks: z.array(z.string()), note: z.string() })),
  get content() {
    return z.array(markedBlock);
  },
});

export const fieldChange = z.object({
  field: z.string(),
  label: z.string(),
  /** For rules and lists: both sides in words. */
  before: z.string(),
  after: z.string(),
  words: z.array(z.object({ text: z.string(), kind: z.enum(['same', 'added', 'removed']) })),
  /** Of running text: both sides as one, its structure kept; else null. */
  text: z.array(markedBlock).nullable(),
  /** Of a picture: addresses of both sides, drawn small; null where there is none on that side, or it is no picture. */
  pictures: z.object({ before: z.string().nullable(), after: z.string().nullable() }).nullable(),
  /** Said where the words alone do not tell what changed. */
  note: z.string(),
});

/** What one revision of a record says. */
export const revisionValue = z.object({ id: z.string(), recordId: z.string(), value: z.unknown() });

/** Two revisions, field by field. */
export const comparison = z.object({ changes: z.array(fieldChange) });

/** A move as somebody is offered it. */
export const offeredMove = possibleMove.extend({
  /** Whether it makes it live, at once or for a date. */
  publishes: z.boolean(),
  /** Whether it sends it back to whoever wrote it, who has to be told why. */
  returns: z.boolean(),
  /** Whether only whoever made it can make it. */
  isAuthors: z.boolean(),
  /** What has to come about before it can be made. */
  waitsFor: z.array(z.string()),
});

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
  /** What the person could do with it, guards aside. */
  moves: z.array(moveName),
  /** Whether it waits, and the person could lead it on. */
  waitsForYou: z.boolean(),
  /** Who could lead it on, where it waits. */
  waitsFor: z.array(z.string()),
  /** Whether it was returned to its author and has not been sent again. */
  cameBack: z.boolean(),
  kinds: z.array(kind),
  /** Names of the types of pages and blocks in it. */
  types: z.array(z.string()),
  /** Titles of the sections in which it lies. */
  sections: z.array(z.string()),
  /** When it goes or went live, or off, once approved. */
  publishedFrom: instant.nullable(),
});

/** An edition with everything a reviewer needs. */
export const editionDetail = editionRow.extend({
  /** By which workflow it goes. */
  workflow: z.string(),
  offers: z.array(offeredMove),
  words: z.object({
    /** Roles whose word its workflow waits for where it stands. */
    asked: z.array(z.object({ role: z.enum(roles), isGiven: z.boolean(), mayGive: z.boolean(), people: z.array(z.string()) })),
    /** Those that were given, for what stands now or for what stood earlier. */
    given: z.array(z.object({ role: z.enum(roles), by: z.string(), at: instant, remark: z.string(), isForThis: z.boolean() })),
  }),
  remark: z.string(),
  /** Whether one may name it, set its date and take it apart. */
  mayEdit: z.boolean(),
  changes: z.array(
    z.object({
      proposalId: z.string(),
      recordId: z.string(),
      kind,
      /** The tag of the locale that it is written in; null is the one in which the record began. */
      locale: z.string().nullable(),
      title: z.string(),
      isNew: z.boolean(),
      retires: z.boolean(),
      value: z.unknown(),
      headRevisionId: z.string(),
      /** Who saved last; with the edition's author, the authors of the change. */
      lastAuthor: z.string(),
      baseMoved: z.boolean(),
      /** With what it is compared: what is live now, what will be live by then, or nothing where there is none. */
      against: z.enum(['live', 'planned', 'nothing']),
      fields: z.array(fieldChange),
      /** The same against what it was begun from, where that is something else. */
      fieldsSinceBegun: z.array(fieldChange).nullable(),
      effect,
    }),
  ),
  history: z.array(z.object({ move: z.string(), remark: z.string(), at: instant, by: z.string() })),
  /** A page on which the changes can be looked at. */
  lookAt: z.string().nullable(),
  /** Until when, and what readers have after that, once approved; null is until further notice. */
  publishedUntil: instant.nullable(),
  afterwards: z.enum(['earlier', 'nothing']),
  /** Whether all it does is to take things off. */
  takesOff: z.boolean(),
  /** Who could make the moves that this person may not. */
  reviewers: z.array(z.string()),
});

/** Asks when the placements of a page show, with changes that are not stored and editions that are on their way. */
export const ribbonRequest = z.strictObject({
  /** Null asks for the pages themselves instead of what stands on one. */
  page: vantage.shape.page.nullable(),
  from: instant,
  until: instant,
  withEditions: viewRequest.shape.withEditions,
  changes: viewRequest.shape.changes,
});

const stretches = z.array(z.object({ from: instant, until: instant }));

/** A lane of the ribbon: when one placement of the page shows, or one page is live. */
export const ribbon = z.object({
  from: instant,
  until: instant,
  lanes: z.array(
    z.object({
      recordId: z.string(),
      title: z.string(),
      /** Where it stands; empty for a page. */
      target: z.string(),
      /** As readers have it, and will by all that is approved. */
      open: stretches,
      /** As it would be with the changes that are looked at; null where they leave it as it is. */
      changed: stretches.nullable(),
      /** As each proposal that waits would have it. */
      proposed: z.array(z.object({ editionId: z.string(), edition: z.string(), open: stretches })),
    }),
  ),
  /** How many more there are that show all the time. */
  others: z.number().int(),
  changes: z.array(instant),
});

export type Session = z.infer<typeof session>;
/** The site as the editor knows it. */
export type DeskSite = Session['site'] & NonNullable<Session['desk']>;
/** See {@link closedPages}. */
export type ClosedPages = z.infer<typeof closedPages>;
export type Change = z.infer<typeof change>;
export type NewEdition = z.infer<typeof newEdition>;
export type OverlayWish = z.input<typeof overlayChange>;
export type EditionDraft = z.input<typeof newEdition>;
export type MoveRequest = z.infer<typeof move>;
export type ForwardingWish = z.infer<typeof forwardingWish>;
export type EditionMoveRequest = z.infer<typeof moveOfEdition>;
export type EditionMoveWish = z.input<typeof moveOfEdition>;
/** When something is to be live, and what becomes of what is planned. */
export type PublicationWish = z.infer<typeof publicationTimes> & Pick<MoveRequest, 'scheduled' | 'carried'>;
export type ViewRequest = z.infer<typeof viewRequest>;
/** A question for a view as it is sent; what is left out takes its default. */
export type Reader = z.infer<typeof reader>;
export type ViewQuestion = z.input<typeof viewRequest>;
export type View = z.infer<typeof view>;
export type OrderRow = z.infer<typeof orderRow>;
export type EffectRequest = z.infer<typeof effectRequest>;
export type Effect = z.infer<typeof effect>;
export type PageRow = z.infer<typeof pageRow>;
export type BlockRow = z.infer<typeof blockRow>;
export type RecordDetail = z.infer<typeof recordDetail>;
export type RevisionValue = z.infer<typeof revisionValue>;
export type Comparison = z.infer<typeof comparison>;
export type EditionRow = z.infer<typeof editionRow>;
export type EditionDetail = z.infer<typeof editionDetail>;
export type RibbonQuestion = z.input<typeof ribbonRequest>;
export type RibbonRequest = z.infer<typeof ribbonRequest>;
export type Ribbon = z.infer<typeof ribbon>;
