import { say } from '@core/tongue/say';
import type { RequestHandler } from 'express';
import { Refusal } from '../errors/refusal';

/** The deepest nesting of a request body. Rules are the deepest thing there is, and no one reads one of thirty levels. */
const deepest = 64;

/** Refuses bodies nested so deep that walking them could exhaust the stack. Walks without recursion itself. */
export const refuseDeep: RequestHandler = (request, _response, next) => {
  const pending: { value: unknown; depth: number }[] = [{ value: request.body, depth: 0 }];
  while (pending.length > 0) {
    const { value, depth } = pending.pop()!;
    if (typeof value !== 'object' || value === null) continue;
    if (depth >= deepest)
      return next(
        new Refusal('invalid', say`Nested deeper than ${deepest} levels.`, [
          { pointer: '', detail: say`Nested deeper than ${deepest} levels.` },
        ]),
      );
    for (const inner of Object.values(value)) pending.push({ value: inner, depth: depth + 1 });
  }
  next();
};
