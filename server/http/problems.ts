import { told, word } from '@core/tongue/say';
import type { Problem } from '@contract/common';
import type { Refusal, RefusalCode } from '../errors/refusal';

/** The HTTP status and title of each code. */
const problemKinds = {
  'bad-request': [400, word`The request cannot be read`],
  'not-signed-in': [401, word`Nobody is signed in`],
  'wrong-credentials': [401, word`E-mail address or password is wrong`],
  'not-permitted': [403, word`Not permitted`],
  'forged-request': [403, word`The request did not come from this site`],
  'not-found': [404, word`Not found`],
  stale: [409, word`Somebody saved in between`],
  'expectation-broken': [409, word`This breaks what is expected`],
  'live-moved': [409, word`The live version has moved on`],
  'changed-meanwhile': [412, word`Somebody else has changed this meanwhile`],
  held: [409, word`Somebody writes on this`],
  'basis-missing': [428, word`It has to be said what this was changed from`],
  'range-unsatisfiable': [416, word`The range lies beyond what there is`],
  'schedule-covered': [409, word`Something planned would not come`],
  conflict: [409, word`Already there`],
  'held-back': [409, word`Something has to come about before this`],
  'move-refused': [409, word`This move cannot be made now`],
  'too-large': [413, word`Too large`],
  invalid: [422, word`Some values are not right`],
  'too-many-requests': [429, word`Too many requests`],
  'storage-full': [507, word`There is no room to save`],
  'storage-busy': [503, word`The store is in use`],
  'storage-failing': [503, word`The store cannot be used`],
  internal: [500, word`Something went wrong on the server`],
} as const satisfies Record<RefusalCode, readonly [number, string]>;

/** The problem document of a refusal. @see RFC 9457 */
export function problemDocument(refusal: Refusal): Problem {
  const [status, title] = problemKinds[refusal.code];
  return {
    type: `urn:lucid-almanac:problem:${refusal.code}`,
    title: told(title),
    status,
    detail: refusal.message,
    code: refusal.code,
    ...(refusal.faults.length > 0 ? { errors: [...refusal.faults] } : {}),
    ...refusal.facts,
  };
}
