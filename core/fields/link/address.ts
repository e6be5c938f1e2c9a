import { fileLinked } from '../../file/address';

/** Whether a text is a path on this site, such as /visit. */
export function isSitePath(text: string): boolean {
  return /^\/(?!\/)[^\s"'<>\\]*$/.test(text);
}

/** Whether a text is an address with a scheme that is safe to follow, or names a file of this site. */
export function isSafeAddress(text: string): boolean {
  if (fileLinked(text) !== null) return true;
  try {
    return ['https:', 'http:', 'mailto:', 'tel:'].includes(new URL(text).protocol);
  } catch {
    return false;
  }
}
