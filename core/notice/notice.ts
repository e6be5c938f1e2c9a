import { quoted, writeDate, writeEnd, type MomentStyle } from '../format/moment';
import { say, word } from '../tongue/say';

/** What somebody is told of, in the order in which they choose. */
export const noticeKinds = ['review wanted', 'decided', 'returned', 'remark', 'live moved', 'taken over', 'ends soon'] as const;
/** See {@link noticeKinds}. */
export type NoticeKind = (typeof noticeKinds)[number];

/** By which way e-mails tell somebody of something. */
export const mailWays = ['not', 'at once', 'daily'] as const;
/** See {@link mailWays}. */
export type MailWay = (typeof mailWays)[number];

/** What somebody chose for one kind of notice. */
export interface NoticeChoice {
  readonly kind: NoticeKind;
  /** Whether it is told in the editor. */
  readonly inApp: boolean;
  readonly mail: MailWay;
}

/** What is so until somebody chooses. */
export const usualChoice = { inApp: true, mail: 'not' } as const;

/** What each kind is called where it is chosen. */
export const noticeLabels: Readonly<Record<NoticeKind, string>> = {
  'review wanted': word`Something waits for my decision`,
  decided: word`Something of mine was approved, published or declined`,
  returned: word`Something of mine came back`,
  remark: word`Somebody remarks on something of mine, or answers me`,
  'live moved': word`What my proposal began from has changed on the site`,
  'taken over': word`Somebody takes over what I was writing`,
  'ends soon': word`Something of mine ends soon, or is to be looked over`,
};

/** What a notice is about. */
export interface NoticeFacts {
  readonly kind: NoticeKind;
  /** Who did it. */
  readonly by: string;
  /** What it is about, as it was called then. */
  readonly title: string;
  /** What was done, where the kind leaves that open: "approve", "decline"; of what ends soon, "ends" or "review" and the instant, in ISO 8601. */
  readonly act: string;
}

/** A notice in one sentence. */
export function noticeWords({ kind, by, title, act }: NoticeFacts, style: MomentStyle): string {
  const about = quoted(title);
  switch (kind) {
    case 'review wanted':
      return say`${by} sent ${about} for review.`;
    case 'decided':
      return act === 'decline'
        ? say`${by} declined ${about}.`
        : act === 'publish'
          ? say`${by} published ${about}.`
          : say`${by} approved ${about}.`;
    case 'returned':
      return say`${by} returned ${about} with a remark.`;
    case 'remark':
      return say`${by} remarked on ${about}.`;
    case 'live moved':
      return say`${by} changed on the site what ${about} began from.`;
    case 'ends soon': {
      const [state, at] = act.split(' ') as [string, string];
      return state === 'review'
        ? say`${about} is to be looked over by ${writeDate(Date.parse(at), style)}.`
        : say`${about} ends on ${writeEnd(Date.parse(at), style)}.`;
    }
    case 'taken over':
      return say`${by} took over what you were writing on ${about}. Your words are kept.`;
  }
}
