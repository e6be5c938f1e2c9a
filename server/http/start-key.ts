import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';

/**
 * The key to a site that has not begun. It is made anew each time the server starts and told to whoever started it,
 * nowhere else; once the site has begun it opens nothing. @see OWASP ASVS 5.0, chapter 7 (at least 128 bits of chance)
 */
export class StartKey {
  readonly text = randomBytes(24).toString('base64url');

  /** Whether a text is the key; told in the same time whatever it is. */
  matches(text: string): boolean {
    return timingSafeEqual(digest(text), digest(this.text));
  }
}

function digest(text: string): Buffer {
  return createHash('sha256').update(text).digest();
}
