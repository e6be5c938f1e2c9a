import { say } from '@core/tongue/say';
import type { z } from 'zod';

/** The codes that programs may rely on. */
export type RefusalCode =
  | 'bad-request'
  | 'not-signed-in'
  | 'wrong-credentials'
  | 'not-permitted'
  | 'forged-request'
  | 'not-found'
  | 'stale'
  | 'expectation-broken'
  | 'live-moved'
  | 'changed-meanwhile'
  | 'held'
  | 'basis-missing'
  | 'range-unsatisfiable'
  | 'schedule-covered'
  | 'conflict'
  | 'move-refused'
  | 'held-back'
  | 'too-large'
  | 'invalid'
  | 'too-many-requests'
  | 'storage-full'
  | 'storage-busy'
  | 'storage-failing'
  | 'internal';

/** A value at fault, by JSON Pointer into the request's body. */
export interface Fault {
  readonly pointer: string;
  readonly detail: string;
}

/** An expected refusal, with its reason in words. */
export class Refusal extends Error {
  override readonly name = 'Refusal';

  constructor(
    readonly code: RefusalCode,
    detail: string,
    readonly faults: readonly Fault[] = [],
    /** Further members of the problem document, such as both versions of a stale save. */
    readonly facts: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
}

/** Faults from Zod's issues, with a path before each. */
export function faultsFromIssues(issues: readonly z.core.$ZodIssue[], prefix: readonly PropertyKey[] = []): readonly Fault[] {
  return issues.flatMap(issue => {
    const path = [...prefix, ...issue.path];
    if (issue.code === 'invalid_union' && issue.errors.length > 0) return faultsFromIssues(nearestBranch(issue.errors), path);
    if (issue.code === 'unrecognized_keys')
      return issue.keys.map(key => ({ pointer: pointerTo([...path, key]), detail: say`Not known here.` }));
    return [{ pointer: pointerTo(path), detail: issue.message }];
  });
}

/** Refuses with every fault named. */
export function refuseInvalid(faults: readonly Fault[]): never {
  const first = faults[0];
  throw new Refusal('invalid', first ? `${first.pointer || say`The body`}: ${first.detail}` : say`Some values are not right.`, faults);
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
