import { fileSorts } from '@core/file/media-types';
import { contentSchema } from '@core/kinds/file/schema';
import { z } from 'zod';
import { instant } from './common';
import { status, waiting } from './messages';

/** The bytes of a file. */
export const content = contentSchema(z);

/** What has been received, for whoever makes a file of it. */
export const received = z.object({
  content,
  /** What it may be called, after its given name. */
  name: z.string(),
  /** Files that have these very bytes already. */
  sameAs: z.array(z.object({ id: z.string(), title: z.string() })),
});

/** Which files are asked for; what is left out does not narrow. */
export const filesQuery = z.strictObject({
  q: z.string().max(200).default(''),
  /** In this folder or beneath it. */
  folder: z.string().max(200).default(''),
  sort: z.enum(fileSorts).optional(),
  topic: z.string().max(60).optional(),
  /** Pictures without words, or files that stand nowhere. */
  lacking: z.enum(['words', 'place']).optional(),
  /** Only those that somebody writes on at this moment. */
  isBeingWritten: z.enum(['yes']).optional(),
  skip: z.coerce.number().int().min(0).max(1_000_000).default(0),
  take: z.coerce.number().int().min(1).max(500).default(120),
});

/** A file in a list. */
export const fileRow = z.object({
  id: z.string(),
  title: z.string(),
  sort: z.enum(fileSorts),
  /** "JPEG, 240 kB". */
  kindWords: z.string(),
  width: z.number().nullable(),
  height: z.number().nullable(),
  address: z.string(),
  /** A small picture of it; empty for what is no picture. */
  plate: z.string(),
  words: z.string(),
  isDecoration: z.boolean(),
  lacksWords: z.boolean(),
  folder: z.string(),
  topics: z.array(z.string()),
  /** Who may have it, in words; empty follows what it stands in. */
  readers: z.string(),
  status,
  waiting,
  /** How many live pages and blocks name it. */
  holderCount: z.number().int(),
  changedAt: instant,
  changedBy: z.string(),
});

/** Some of the files that were asked for, and what there is of all of them. */
export const fileList = z.object({
  files: z.array(fileRow),
  /** How many there are of those asked for. */
  total: z.number().int(),
  /** Every folder with how many files lie in it or beneath. */
  folders: z.array(z.object({ name: z.string(), count: z.number().int() })),
  topics: z.array(z.string()),
});

export type Received = z.infer<typeof received>;
export type FilesQuery = z.infer<typeof filesQuery>;
export type FilesQuestion = z.input<typeof filesQuery>;
export type FileRow = z.infer<typeof fileRow>;
export type FileList = z.infer<typeof fileList>;
