import { laneKinds } from '@core/plan/lanes';
import { z } from 'zod';
import { finding } from './assembling';
import { instant } from './common';
import { kind } from './messages';
import { plannedRow } from './today';

/** The longest span that is drawn at once, in days: five years and some room on either side. */
export const longestSpan = 1_900;

/** The most bars and the most changes that are told of at once; of more the earliest. */
export const almanacLimits = { bars: 2_000, changes: 400 } as const;

/** Which stretch of time is looked at, in UTC milliseconds, and what runs down. */
export const almanacQuery = z.object({
  from: z.coerce.number().pipe(instant),
  until: z.coerce.number().pipe(instant),
  by: z.enum(laneKinds).default('region'),
});

/**
 * What an edge of a bar is moved by: the publication, the one window of a placement's own rule, or the wish of a proposal.
 * "fixed" is not moved by hand: it has passed, comes again, or rests on a shared rule or a season. "others" is moved by others
 * than whoever asks.
 */
const barEdge = z.enum(['publication', 'window', 'wish', 'fixed', 'others']);

/** A stretch of time in which readers have something, or would by a proposal. */
export const almanacBar = z.object({
  recordId: z.string(),
  kind,
  title: z.string(),
  /** An instant before the span where it began earlier. */
  from: instant,
  /** Null has no end. */
  until: instant.nullable(),
  state: z.enum(['live', 'scheduled', 'expired', 'proposed']),
  editionId: z.string().nullable(),
  /** The publication that says it; null for what is only proposed. */
  publicationId: z.string().nullable(),
  /** Null for the words of the locale in which it began. */
  locale: z.string().nullable(),
  edges: z.object({ from: barEdge, until: barEdge }),
  /** When its publication ends, which may be later than its windows; null has no end. */
  publishedUntil: instant.nullable(),
  /** What follows its end: what had been there before, something else of the same record, or nothing; null has no end. */
  then: z.enum(['earlier', 'next', 'nothing']).nullable(),
  /** What readers have once its publication has ended. */
  afterwards: z.enum(['earlier', 'nothing']),
  /** A page on which it can be looked at. */
  pageId: z.string().nullable(),
});

/** The plan within a span of time: what stands when, what changes, and where the plan has holes and edges. */
export const almanac = z.object({
  now: instant,
  from: instant,
  until: instant,
  lanes: z.array(
    z.object({
      key: z.string(),
      label: z.string(),
      /** How many things stand in it all through the span. */
      steady: z.number().int(),
      bars: z.array(almanacBar),
    }),
  ),
  /** How many bars there are in all. */
  barCount: z.number().int(),
  changes: z.array(plannedRow),
  changeCount: z.number().int(),
  /** Days on which much ends together. */
  cliffs: z.array(z.object({ at: instant, count: z.number().int(), titles: z.array(z.string()) })),
  /** What is wrong at some time within the span: too few, too many, an expectation that is not kept. */
  findings: z.array(finding),
});

export type Almanac = z.infer<typeof almanac>;
export type AlmanacBar = z.infer<typeof almanacBar>;
export type AlmanacQuery = z.infer<typeof almanacQuery>;
