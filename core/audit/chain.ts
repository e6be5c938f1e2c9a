import type { Instant } from '../schedule/local-time';

/** Something that was done, as the audit log keeps it. */
export interface AuditEntry {
  /** Counts from 1, without gaps. */
  readonly number: number;
  /** UTC milliseconds. */
  readonly at: Instant;
  /** Who did it; null where nobody was signed in. */
  readonly personId: string | null;
  /** From where: a network address, or a program on the server itself. */
  readonly source: string;
  /** What was done, such as "save", "approve", "sign in". */
  readonly act: string;
  /** Of what kind of thing; empty where it is about none. */
  readonly kind: string;
  readonly subjectId: string;
  readonly locale: string;
  /** What the thing was called then. */
  readonly title: string;
  /** JSON of what there was before and is after; null where that is nothing. */
  readonly before: string | null;
  readonly after: string | null;
}

/** An entry in its place in the chain: its hash covers itself and, through the one before, all that came earlier. */
export interface ChainedEntry extends AuditEntry {
  readonly hash: string;
}

/** SHA-256 of a text in UTF-8, as small hexadecimal digits. @see FIPS 180-4 */
export type Sha256 = (text: string) => string;

/** What stands before the first entry. */
export const chainStart = '0'.repeat(64);

/** The hash of an entry. @param previous - the hash of the entry before it, or {@link chainStart} */
export function hashOfEntry(previous: string, entry: AuditEntry, sha256: Sha256): string {
  const { number, at, personId, source, act, kind, subjectId, locale, title, before, after } = entry;
  return sha256(`${previous}\n${JSON.stringify([number, at, personId, source, act, kind, subjectId, locale, title, before, after])}`);
}

/** How a chain was found: whole up to some entry. */
export interface ChainCheck {
  readonly count: number;
  /** The hash of the last entry that was whole. Kept elsewhere, it also tells when entries at the end are missing. */
  readonly head: string;
  /** The number at which the chain breaks; null when it is whole. */
  readonly brokenAt: number | null;
}

/** A chain of which nothing has been looked at. */
export const uncheckedChain: ChainCheck = { count: 0, head: chainStart, brokenAt: null };

/** Checks the next entries of a chain, in their order. What follows a break is not looked at. */
export function checkChain(soFar: ChainCheck, entries: readonly ChainedEntry[], sha256: Sha256): ChainCheck {
  let { count, head } = soFar;
  if (soFar.brokenAt !== null) return soFar;
  for (const entry of entries) {
    if (entry.number !== count + 1 || entry.hash !== hashOfEntry(head, entry, sha256)) return { count, head, brokenAt: count + 1 };
    count += 1;
    head = entry.hash;
  }
  return { count, head, brokenAt: null };
}
