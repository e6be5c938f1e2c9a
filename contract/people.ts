import { roles } from '@core/workflow/workflow';
import { z } from 'zod';
import { instant, localeTag, localTime, requiredLine, uuid } from './common';
import { heldGrant } from './messages';
import { emailAddress } from './site';

/** A membership that somebody holds; without a beginning or an end where null. */
export const heldMembership = z.strictObject({ name: z.string().min(1).max(60), from: localTime.nullable(), until: localTime.nullable() });

/** Somebody with an account. */
export const personRow = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  grants: z.array(heldGrant),
  /** The roles of the grants. */
  roles: z.array(z.enum(roles)),
  memberships: z.array(heldMembership),
  /** What they say of themselves, by the name of the field. */
  profile: z.record(z.string(), z.string()),
  /** Names of the memberships that are in force now. */
  holds: z.array(z.string()),
  state: z.enum(['active', 'invited', 'deactivated']),
  /** Until when an invitation can be followed; null when none is open. */
  invitedUntil: instant.nullable(),
  createdAt: instant,
  sessionCount: z.number().int(),
});

/** A role, the ids of the pages beneath which it decides, and the locales in which it does; none means everywhere. */
export const grant = z.strictObject({
  role: z.enum(roles),
  sections: z.array(uuid).max(50).default([]),
  locales: z.array(localeTag).max(100).default([]),
});

/** What is said of somebody with an account. */
const personParts = {
  name: requiredLine(120),
  grants: z.array(grant).max(20),
  memberships: z.array(heldMembership).max(50),
};

/** Somebody to be invited by e-mail. */
export const invitation = z.strictObject({
  ...personParts,
  email: emailAddress,
  memberships: personParts.memberships.default([]),
});

/** What is to be changed of somebody; what is left out stays. */
export const personChange = z.strictObject({
  name: personParts.name.optional(),
  grants: personParts.grants.optional(),
  memberships: personParts.memberships.optional(),
  isActive: z.boolean().optional(),
});

/** An e-mail that was sent. */
export const sentMail = z.object({
  id: z.string(),
  to: z.string(),
  subject: z.string(),
  /** Empty where a mail server took it on. */
  text: z.string(),
  sentAt: instant,
  fault: z.string(),
});

/** The e-mails sent lately. */
export const mailList = z.object({ isStandIn: z.boolean(), mails: z.array(sentMail) });

/** One's own password, the old one and a new one. */
export const passwordChange = z.strictObject({ current: z.string().max(400), next: z.string().max(400) });

/** Where one is signed in. */
export const ownSession = z.object({ id: z.string(), isThis: z.boolean(), begunAt: instant.nullable(), browser: z.string() });

export type PersonRow = z.infer<typeof personRow>;
export type Invitation = z.infer<typeof invitation>;
export type InvitationDraft = z.input<typeof invitation>;
export type PersonChange = z.infer<typeof personChange>;
export type MailList = z.infer<typeof mailList>;
export type OwnSession = z.infer<typeof ownSession>;
export type PasswordChange = z.infer<typeof passwordChange>;
