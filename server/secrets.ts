import { createHash, randomBytes } from 'node:crypto';

/** A secret that fits into an address: 192 bits of chance. @see OWASP ASVS 5.0, chapter 7 (at least 128) */
export function newSecret(): string {
  return randomBytes(24).toString('base64url');
}

/** SHA-256 of a text, in hexadecimal digits. Of a secret only this is kept, so that whoever reads the store cannot follow it. */
export function sha256(text: string): string {
  return createHash('sha256').update(text, 'utf8').digest('hex');
}
