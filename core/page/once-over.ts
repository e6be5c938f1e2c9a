import type { Zod } from '../fields/field';
import { link } from '../fields/link/link';
import type { LinkTarget } from '../rich-text/document';

/** How an address leads on for now or for good. @see RFC 9110 sections 15.4.3 (302), 15.4.2 (301) and 15.4.9 (308) */
export const leadingStatuses = [302, 308, 301] as const;
/** See {@link leadingStatuses}. */
export type LeadingStatus = (typeof leadingStatuses)[number];

/**
 * What readers get at a page's address once the page has ended or was taken off: that it is gone (RFC 9110 section 15.5.11), or
 * another page. A page that says nothing answers as if it had never been.
 */
export type OnceOver = { readonly answer: 'gone' } | { readonly answer: 'moved'; readonly to: LinkTarget; readonly status: LeadingStatus };

/** The schema of {@link OnceOver}. */
export function onceOverSchema(z: Zod) {
  const to = link.schema(z, { name: 'to', label: 'Leads to', kind: 'link', help: '', required: true });
  return z.discriminatedUnion('answer', [
    z.strictObject({ answer: z.literal('gone') }),
    z.strictObject({ answer: z.literal('moved'), to, status: z.literal([...leadingStatuses]) }),
  ]);
}
