import { say } from '@core/tongue/say';
import { z } from 'zod';
import { line, localeTag, requiredLine } from './common';

/** The most terms of a site. */
const mostTerms = 500;

/** Terms that a site always says in the same words; see {@link Term}. */
export const terms = z
  .array(z.strictObject({ term: requiredLine(80), note: line(200).default(''), words: z.record(localeTag, line(200)) }))
  .max(mostTerms, { error: () => say`At most ${mostTerms} terms.` });

/** What is remembered of sources like those of a record, segment by segment. */
export const remembered = z.object({
  fields: z.array(
    z.object({
      name: z.string(),
      segments: z.array(
        z.object({
          key: z.string(),
          source: z.string(),
          matches: z.array(
            z.object({
              /** What the source of the match says, as changed words against this source. */
              change: z.array(z.object({ text: z.string(), kind: z.enum(['same', 'added', 'removed']) })),
              target: z.string(),
              /** In hundredths; 100 is the same to the letter. */
              likeness: z.number().int(),
              title: z.string(),
              recordId: z.string(),
            }),
          ),
        }),
      ),
    }),
  ),
});

/** Which words of a record a machine shall draft. */
export const draftQuestion = z.strictObject({ locale: localeTag, names: z.array(z.string().max(80)).min(1).max(500) });

/** What it drafted, by the names of the words. */
export const drafts = z.object({ words: z.record(z.string(), z.unknown()), by: z.string() });

export type Remembered = z.infer<typeof remembered>;
export type RememberedMatch = Remembered['fields'][number]['segments'][number]['matches'][number];
export type Drafts = z.infer<typeof drafts>;
