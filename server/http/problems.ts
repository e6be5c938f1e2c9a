import type { Problem } from '@contract/common';
import type { Refusal, RefusalCode } from '../errors/refusal';

/** The HTTP status and title of each code. */
const problemKinds = {
  'bad-request': [400, 'The request cannot be read'],
  'not-signed-in': [401, 'Nobody is signed in'],
  'wrong-credentials': [401, 'E-mail address or password is wrong'],
  'not-permitted': [403, 'Not permitted'],
  'forged-request': [403, 'The request did not come from this site'],
  'not-found': [404, 'Not found'],
  stale: [409, 'Somebody saved in between'],
  'expectation-broken': [409, 'This breaks what is expected'],
  'live-moved': [409, 'The live version has moved on'],
  'changed-meanwhile': [412, 'Somebody else has changed this meanwhile'],
  'basis-missing': [428, 'It has to be said what this was changed from'],
  'range-unsatisfiable': [416, 'The range lies beyond what there is'],
  'schedule-covered': [409, 'Something planned would not come'],
  conflict: [409, 'Already there'],
  'move-refused': [409, 'This move cannot be made now'],
  'too-large': [413, 'Too large'],
  invalid: [422, 'Some values are not right'],
  'too-many-requests': [429, 'Too many requests'],
  'storage-full': [507, 'There is no room to save'],
  'storage-busy': [503, 'The store is in use'],
  'storage-failing': [503, 'The store cannot be used'],
  internal: [500, 'Something went wrong on the server'],
} as const satisfies Record<RefusalCode, readonly [number, string]>;

/** The problem document of a refusal. @see RFC 9457 */
export function problemDocument(refusal: Refusal): Problem {
  const [status, title] = problemKinds[refusal.code];
  return {
    type: `urn:lucid-almanac:problem:${refusal.code}`,
    title,
    status,
    detail: refusal.message,
    code: refusal.code,
    ...(refusal.faults.length > 0 ? { errors: [...refusal.faults] } : {}),
    ...refusal.facts,
  };
}
