import { createHash } from 'node:crypto';

/** An entity tag as a header has it. @see RFC 9110 section 8.8.3 */
interface EntityTag {
  readonly isWeak: boolean;
  readonly opaque: string;
}

/**
 * Whether a precondition holds against what stands now: "*" against anything, else one of its tags by strong comparison,
 * in which weak tags match nothing.
 * @param ifMatch - the field as it was sent
 * @param tag - the entity tag of what stands now
 * @see RFC 9110 section 13.1.1 for If-Match, section 8.8.3.2 for the comparison
 */
export function isMatched(ifMatch: string, tag: string): boolean {
  if (ifMatch.trim() === '*') return true;
  const [now] = tagsIn(tag);
  return now !== undefined && tagsIn(ifMatch).some(each => isStronglySame(each, now));
}

/** Strong comparison of two tags. @see RFC 9110 section 8.8.3.2 */
export function isStronglySame(one: EntityTag, other: EntityTag): boolean {
  return !one.isWeak && !other.isWeak && one.opaque === other.opaque;
}

/** The tags of a list. What is none, such as a tag without quotation marks, is left out. */
export function tagsIn(field: string): readonly EntityTag[] {
  return [...field.matchAll(/(?:^|,)[ \t]*(W\/)?"([\x21\x23-\x7e\x80-\xff]*)"[ \t]*(?=,|$)/g)].map(([, weak, opaque]) => ({
    isWeak: weak !== undefined,
    opaque: opaque!,
  }));
}

/** The tag of a value, which is another for another value. */
export function entityTagOf(value: unknown): string {
  return `"${createHash('sha256').update(JSON.stringify(value)).digest('base64url').slice(0, 22)}"`;
}

/** The entity tag of bytes that may be sent compressed or plain, and so is a weak one. @see RFC 9110 section 8.8.1 */
export function weakTagOf(body: Buffer): string {
  return `W/"${createHash('sha256').update(body).digest('base64url').slice(0, 27)}"`;
}
