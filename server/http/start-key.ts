import { timingSafeEqual } from 'node:crypto';
import { newSecret, sha256 } from '../secrets';

/**
 * The key to a site that has not begun. It is made anew each time the server starts and told to whoever started it,
 * nowhere else; once the site has begun it opens nothing.
 */
export class StartKey {
  readonly text = newSecret();

  /** Whether a text is the key; told in the same time whatever it is. */
  matches(text: string): boolean {
    return timingSafeEqual(digest(text), digest(this.text));
  }
}

function digest(text: string): Buffer {
  return Buffer.from(sha256(text));
}
