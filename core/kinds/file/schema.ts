import { safeName } from '../../file/address';
import { mediaTypes } from '../../file/media-types';
import type { Zod } from '../../fields/field';
import { textSchema } from '../../fields/text-schemas';
import { topics } from '../../fields/topics/topics';
import { ruleSchemas } from '../../rule/schema';
import { say } from '../../tongue/say';

/** The most characters of a folder's whole name. */
const longestFolder = 200;

/** The schema of the bytes of a file. */
export function contentSchema(z: Zod) {
  const side = z.number().int().min(1).max(100_000).nullable();
  return z.strictObject({
    hash: z.string().regex(/^[0-9a-f]{64}$/, { error: () => say`Not a SHA-256 in hexadecimal.` }),
    mediaType: z.enum(Object.keys(mediaTypes) as [string, ...string[]]),
    size: z.number().int().min(1),
    width: side,
    height: side,
  });
}

/** The schema of files. */
export function fileSchema(z: Zod) {
  const share = z.number().min(0).max(1);
  return z.strictObject({
    version: z.literal(1, { error: () => say`This version of files is not known here.` }),
    title: textSchema(z, 200, true, 'one line'),
    name: z
      .string()
      .min(1, { error: () => say`Must not be empty.` })
      .max(120)
      .refine(name => name === safeName(name), { error: () => say`No slashes, quotes, line ends or dots at its ends.` }),
    content: contentSchema(z),
    words: textSchema(z, 500, false, 'one line'),
    isDecoration: z.boolean(),
    caption: textSchema(z, 500, false, 'one line'),
    credit: textSchema(z, 200, false, 'one line'),
    focalPoint: z.strictObject({ x: share, y: share }),
    folder: z
      .string()
      .max(longestFolder)
      .refine(folder => folder === folderName(folder), { error: () => say`Names with single slashes between.` }),
    topics: topics.schema(z, { name: 'topics', label: 'Topics', kind: 'topics', help: '', most: 30 }),
    readers: ruleSchemas(z).who.nullable(),
  });
}

/** A folder's name in the one form in which it is stored. */
export function folderName(typed: string): string {
  return typed
    .split('/')
    .map(safeName)
    .filter(each => each !== '')
    .join('/');
}
