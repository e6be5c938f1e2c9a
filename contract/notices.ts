import { mailWays, noticeKinds } from '@core/notice/notice';
import { z } from 'zod';
import { found } from './assembling';
import { instant, uuid } from './common';

/** What one has been told of, the newest first. */
export const notices = z.object({
  notices: z.array(
    z.object({
      id: z.string(),
      kind: z.enum(noticeKinds),
      words: z.string(),
      at: instant,
      isNew: z.boolean(),
      editionId: z.string().nullable(),
      /** A record that it is about, and where its kind is worked on. */
      record: found.nullable(),
    }),
  ),
  /** How many are new, those that are not listed included. */
  newCount: z.number().int(),
});

/** Which notices were read; null is all of them. */
export const readNotices = z.strictObject({ ids: z.array(uuid).max(500).nullable() });

const choice = z.strictObject({ kind: z.enum(noticeKinds), inApp: z.boolean(), mail: z.enum(mailWays) });

/** Of what one wants to be told, and how. */
export const noticeChoices = z.strictObject({ choices: z.array(choice).max(noticeKinds.length) });

/** The same with what each kind is called. */
export const noticeChoiceRows = z.array(choice.extend({ label: z.string() }));

export type Notices = z.infer<typeof notices>;
export type NoticeChoiceRow = z.infer<typeof noticeChoiceRows>[number];
export type NoticeChoicesWish = z.infer<typeof noticeChoices>;
