import type { Problem } from '@contract/common';
import type { z } from 'zod';

/** The codes that programs may rely on, with their HTTP status and title. */
export const problemKinds = {
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
} as const satisfies Record<string, readonly [number, string]>;

/** See {@link problemKinds}. */
export type ProblemCode = keyof typeof problemKinds;

/** A value at fault, by JSON Pointer into the request's body. */
export interface Fault {
  readonly pointer: string;
  readonly detail: string;
}

/** An expected refusal, on its way to the edge of the server. */
export class Refusal extends Error {
  override readonly name = 'Refusal';

  constructor(
    readonly code: ProblemCode,
    detail: string,
    readonly faults: readonly Fault[] = [],
    /** Further members of the problem document, such as both versions of a stale save. */
    readonly facts: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
}

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

/** Faults from Zod's issues, with a path before each. */
export function faultsFromIssues(issues: readonly z.core.$ZodIssue[], prefix: readonly PropertyKey[] = []): readonly Fault[] {
  return issues.flatMap(issue => {
    const path = [...prefix, ...issue.path];
    if (issue.code === 'invalid_union' && issue.errors.length > 0) return faultsFromIssues(nearestBranch(issue.errors), path);
    if (issue.code === 'unrecognized_keys')
      return issue.keys.map(key => ({ pointer: pointerTo([...path, key]), detail: 'Not known here.' }));
    return [{ pointer: pointerTo(path), detail: issue.message }];
  });
}

/** Refuses with every fault named. */
export function refuseInvalid(faults: readonly Fault[]): never {
  const first = faults[0];
  throw new Refusal('invalid', first ? `${first.pointer || 'The body'}: ${first.detail}` : 'Some values are not right.', faults);
}

// Of the branches of a union, the one that got furthest is the one that was meant.
function nearestBranch(branches: readonly (readonly z.core.$ZodIssue[])[]): readonly z.core.$ZodIssue[] {
  const depth = (issues: readonly z.core.$ZodIssue[]): number =>
    Math.max(
      ...issues.map(
        issue => issue.path.length + (issue.code === 'invalid_union' && issue.errors.length > 0 ? depth(nearestBranch(issue.errors)) : 0),
      ),
    );
  return branches.reduce((best, next) => (depth(next) > depth(best) ? next : best));
}

function pointerTo(path: readonly PropertyKey[]): string {
  return path.map(part => `/${String(part).replace(/~/g, '~0').replace(/\//g, '~1')}`).join('');
}
