import { createHmac, timingSafeEqual } from 'node:crypto';
import { v7 as uuidv7 } from 'uuid';

/** A token no younger than this was not filled in by a person, in milliseconds. */
export const leastAge = 3_000;

/** How long a token lets a form be sent, in milliseconds. */
const mostAge = 24 * 3_600_000;

/** What a token says. */
export interface FormToken {
  /** The id under which what is sent with it is stored, once. */
  readonly id: string;
  /** When it was handed out, in UTC milliseconds. */
  readonly issuedAt: number;
}

/** Hands out what lets a form be sent: nothing about whoever asks is in it. */
export function issueToken(secret: string, blockId: string, now: number): string {
  const body = `${now}.${uuidv7()}`;
  return `${body}.${signed(secret, blockId, body)}`;
}

/** What a token says; null for one that is not ours, is of another form, or is too old. */
export function readToken(secret: string, blockId: string, token: string, now: number): FormToken | null {
  const [issued, id, mark] = token.split('.');
  if (!issued || !id || !mark) return null;
  const expected = signed(secret, blockId, `${issued}.${id}`);
  if (mark.length !== expected.length || !timingSafeEqual(Buffer.from(mark), Buffer.from(expected))) return null;
  const issuedAt = Number(issued);
  return now - issuedAt <= mostAge ? { id, issuedAt } : null;
}

function signed(secret: string, blockId: string, body: string): string {
  return createHmac('sha256', secret).update(`form ${blockId} ${body}`).digest('base64url');
}
