import { say } from '@core/tongue/say';
import { z } from 'zod';
import { instant, localeTag, uuid } from './common';
import { reader } from './messages';

/** How long a preview link may last, in hours. */
export const longestPreview = 24 * 90;

/** A preview link that is wished for. */
export const previewWish = z.strictObject({
  /** Hours until it ends by itself. */
  hours: z
    .number()
    .int({ error: () => say`Whole hours.` })
    .min(1, { error: () => say`At least ${1}.` })
    .max(longestPreview, { error: () => say`At most ninety days.` }),
  /** The moment that is looked at; null is whenever one looks. */
  moment: instant.nullable().default(null),
  locale: localeTag.nullable().default(null),
  reader: reader.omit({ person: true }).default({ signedIn: false, roles: [], memberships: [] }),
});

/** A preview link as its list shows it. Its address is told once, when it is made. */
export const previewLink = z.object({
  id: uuid,
  createdAt: instant,
  by: z.string(),
  endsAt: instant,
  state: z.enum(['open', 'over', 'ended']),
  /** As whom, when and in which language one looks by it. */
  words: z.string(),
  mayEnd: z.boolean(),
});

/** All links to an edition; after one was made, with its address. */
export const previewLinks = z.object({ links: z.array(previewLink), mayMake: z.boolean(), address: z.string().nullable() });

export type PreviewWish = z.infer<typeof previewWish>;
/** The same as it is asked. */
export type PreviewRequest = z.input<typeof previewWish>;
export type PreviewLinks = z.infer<typeof previewLinks>;
