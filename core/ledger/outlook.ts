import type { Instant } from '../schedule/local-time';
import { inForceAt, publicationBoundaries, type InForce } from './in-force';
import type { Afterwards, PublicationEntry } from './records';

/** A stretch of time in which one and the same thing is in force; it lasts until the next one begins. */
export interface Turn {
  readonly at: Instant;
  readonly inForce: InForce;
}

/**
 * What is in force at a moment and what will be, turn by turn; the first turn stands at the moment itself.
 * Two neighbours always differ: a boundary that readers cannot notice is no turn.
 * @param known - as publicationsKnown returns them
 */
export function outlookFrom(known: readonly PublicationEntry[], moment: Instant): readonly Turn[] {
  const turns: Turn[] = [{ at: moment, inForce: inForceAt(known, moment) }];
  for (const at of publicationBoundaries(known)) {
    if (at <= moment) continue;
    const inForce = inForceAt(known, at);
    if (!isSame(turns[turns.length - 1]!.inForce, inForce)) turns.push({ at, inForce });
  }
  return turns;
}

/** When a new publication is to hold. */
export interface PublicationSpan {
  readonly from: Instant;
  /** Excluded; null is without end. */
  readonly until: Instant | null;
  readonly afterwards: Afterwards;
}

/** The planned turns that a publication over the whole span would keep from coming: beginnings, ends, take-offs. */
export function turnsCovered(known: readonly PublicationEntry[], span: PublicationSpan): readonly Turn[] {
  const inSpan = (at: Instant) => span.until === null || at < span.until;
  return outlookFrom(known, span.from)
    .slice(1)
    .filter(turn => inSpan(turn.at));
}

/**
 * The spans that a publication takes when everything planned is kept: it stands wherever what it replaces would have
 * stood, and so ends where something scheduled begins and comes back where that ends.
 */
export function spansKeepingPlan(known: readonly PublicationEntry[], span: PublicationSpan): readonly PublicationSpan[] {
  const turns = outlookFrom(known, span.from);
  const replaced = turns[0]!.inForce;
  const last = span.until ?? Infinity;
  return turns.flatMap((turn, index): readonly PublicationSpan[] => {
    if (turn.at >= last || (index > 0 && !isSamePublication(turn.inForce, replaced))) return [];
    const next = turns[index + 1];
    if (!next || next.at >= last) return [{ ...span, from: turn.at }];
    return [{ from: turn.at, until: next.at, afterwards: next.inForce.state === 'expired' ? 'nothing' : 'earlier' }];
  });
}

/** A stretch in which something else than what is replaced is planned. */
export interface PlannedStretch extends PublicationSpan {
  readonly revisionId: string;
}

/** The stretches, within a publication's span, in which other words are planned than those that it replaces. */
export function plannedWithin(known: readonly PublicationEntry[], span: PublicationSpan): readonly PlannedStretch[] {
  const turns = outlookFrom(known, span.from);
  const replaced = turns[0]!.inForce;
  const last = span.until ?? Infinity;
  return turns.flatMap(({ at, inForce }, index): readonly PlannedStretch[] => {
    if (index === 0 || at >= last || inForce.state !== 'live' || isSamePublication(inForce, replaced)) return [];
    const next = turns[index + 1];
    const afterwards = next?.inForce.state === 'expired' ? 'nothing' : 'earlier';
    return [{ from: at, until: next?.at ?? null, afterwards, revisionId: inForce.revisionId }];
  });
}

function isSame(a: InForce, b: InForce): boolean {
  return a.state === b.state && (a.state !== 'live' || a.revisionId === (b as typeof a).revisionId);
}

function isSamePublication(a: InForce, b: InForce): boolean {
  return a.state === 'live' && b.state === 'live' && a.entry.publicationId === b.entry.publicationId;
}
