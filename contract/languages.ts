import { possibleMove } from './messages';
import { localeTag } from './common';
import { kind, named } from './messages';
import { siteLocale } from './site';
import { z } from 'zod';

/** All locales of a site, in their order. */
export const locales = z.strictObject({ locales: z.array(siteLocale).min(1).max(100) });

/** What other locales would do, in sentences: to addresses, to what is read, to whom. */
export const localesReport = z.object({ sentences: z.array(z.string()) });

/** Which records are asked about. */
export const coverageQuery = z.object({ kind: kind.default('page') });

/**
 * How far a record is written in a locale: state, fields with own words, fields to write, fields behind, and whether words
 * are on their way. States are b (it began there), x (left out), o (own), p (in part) and f (follows).
 */
export const coverageCell = z.tuple([z.enum(['b', 'x', 'o', 'p', 'f']), z.number().int(), z.number().int(), z.number().int(), z.boolean()]);

/** Records against locales. */
export const coverage = z.object({
  locales: z.array(z.string()),
  rows: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      type: z.string(),
      /** Of a page, where it stands; empty for other kinds. */
      path: z.string(),
      depth: z.number().int(),
      section: z.string(),
      cells: z.array(coverageCell),
      changedAt: z.number(),
      changedBy: z.string(),
    }),
  ),
});

/** In which locale words are asked for. */
export const wordsQuery = z.object({ locale: localeTag });

/** A field of a record in a locale: what it follows, and its own words if it has any. */
export const wordsField = z.object({
  name: z.string(),
  label: z.string(),
  help: z.string(),
  /** The declaration of a field of the record's type; null for a line of text. */
  field: z.custom<import('@core/fields/kinds').AnyField>().nullable(),
  mayDiffer: z.boolean(),
  state: z.enum(['own', 'follows', 'behind', 'empty']),
  /** What it says in the locale in which the record began. */
  base: z.unknown(),
  /** What it follows when it has no words of its own, and from where. */
  followed: z.unknown(),
  followedFrom: z.string(),
  /** Where it is behind: what the base said then; the difference, word by word. */
  sourceChange: z.array(z.object({ text: z.string(), kind: z.enum(['same', 'added', 'removed']) })),
});

/** A record in a locale, for whoever writes it there. */
export const words = z.object({
  id: z.string(),
  kind,
  title: z.string(),
  locale: z.string(),
  /** The locale in which the record began, and its revision that counts. */
  baseLocale: z.string(),
  baseRevisionId: z.string(),
  fields: z.array(wordsField),
  /** What is in force in the locale: words, nothing of its own, or that it is left out. */
  state: z.enum(['own', 'follows', 'out']),
  live: z.object({ revisionId: z.string(), value: z.unknown() }).nullable(),
  proposals: z.array(
    z.object({
      id: z.string(),
      editionId: z.string(),
      stage: z.string(),
      headRevisionId: z.string(),
      value: z.unknown(),
      author: z.object({ id: z.string(), name: z.string() }),
      isOwn: z.boolean(),
      moves: z.array(possibleMove),
      retires: z.boolean(),
      /** Whether other words are live than it was begun from. */
      baseMoved: z.boolean(),
    }),
  ),
  /** Where it is seen in this locale. */
  pages: z.array(named),
  revisions: z.array(z.object({ id: z.string(), createdAt: z.number(), author: z.string(), note: z.string(), isLive: z.boolean() })),
});

export type LocalesReport = z.infer<typeof localesReport>;
export type CoverageTable = z.infer<typeof coverage>;
export type CoverageCell = z.infer<typeof coverageCell>;
export type Words = z.infer<typeof words>;
export type WordsField = z.infer<typeof wordsField>;
