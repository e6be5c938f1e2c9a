import { isbot } from 'isbot';
import type { Request } from 'express';
import type { Site } from '../site/site';
import type { Counted } from '../site/day-counts';

/**
 * Counts something that a reader did, unless it was a program, or a browser that fetched it before anybody asked. Nothing is
 * kept of who it was.
 * @see Sec-Purpose, Fetch Standard
 */
export function countForReader(site: Site, request: Request, what: Counted, id: string): void {
  if (request.method !== 'GET' || isAhead(request) || isProgram(request.get('user-agent'))) return;
  site.counts.count(what, id, site.clocks.content());
}

// Browsers say what they are.
function isProgram(agent: string | undefined): boolean {
  return agent === undefined || agent === '' || isbot(agent);
}

function isAhead(request: Request): boolean {
  return /prefetch|prerender/.test(`${request.get('sec-purpose') ?? ''} ${request.get('purpose') ?? ''}`);
}
