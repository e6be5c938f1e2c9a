import { isOpen } from '@core/ledger/ledger';
import type { Edition, Proposal } from '@core/ledger/records';
import { draft, isWaiting } from '@core/ledger/stage';
import type { Role } from '@core/kinds/kind';
import type { Written } from '@core/rights/grants';
import type { Overlay } from '@core/site/snapshot';
import { authorsSince } from '@core/workflow/authors';
import { workflowFor, type Governable } from '@core/workflow/governed';
import {
  movesOn,
  possibleMoves,
  publishes,
  rolesThatMake,
  standingIn,
  type Move,
  type MoveFacts,
  type Workflow,
} from '@core/workflow/workflow';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { localeLookedAt, overlayOf, writtenTogether } from './edition-lookups';
import { lineagesReached } from './reach-of-act';
import { typeOf } from './record-type';

/**
 * The workflow that changes go by together: the first of the site's that governs any of them. They lie in a section
 * when readers could notice them together nowhere else.
 */
export function workflowOf(site: Site, overlays: readonly Overlay[], workflows = site.settings.workflows): Workflow {
  if (workflows.length === 1 || overlays.length === 0) return workflows.at(-1)!;
  let lineages: readonly (readonly string[])[] | null = null;
  const isIn = (sections: readonly string[]) => {
    lineages ??= lineagesReached(site, overlays);
    return lineages.length > 0 && lineages.every(lineage => lineage.some(each => sections.includes(each)));
  };
  const changes = overlays.map((overlay): Governable => ({
    kind: overlay.kind,
    type: typeOf(site, overlay, overlays),
    locale: localeLookedAt(site, overlay),
    isIn,
  }));
  return workflowFor(workflows, changes);
}

/** By which workflow an edition goes, and what a move in it is judged by. */
export interface Judged {
  readonly workflow: Workflow;
  readonly facts: MoveFacts;
}

/** @param reachesBeyond - whether publishing the proposals reaches beyond the sections in which the person may do something */
export function judgedBy(
  site: Site,
  person: Person,
  edition: Edition,
  proposals: readonly Proposal[],
  reachesBeyond: MoveFacts['reachesBeyond'],
): Judged {
  const overlays = proposals.map(each => overlayOf(site, each));
  // What has ended goes by none any more.
  const workflow = proposals.some(isOpen) ? workflowOf(site, overlays) : site.settings.workflows.at(-1)!;
  return {
    workflow,
    facts: {
      stage: standingIn(workflow, proposals[0]?.stage ?? 'withdrawn'),
      written: writtenTogether(site, overlays),
      grants: person.grants,
      isOwn: edition.createdBy === person.id,
      hasWritten: proposals.some(each => authorsSince(site.ledger, each).has(person.id)),
      reachesBeyond,
    },
  };
}

/** Whether something waits, and could be led on towards being live by whoever it is judged for. */
export function waitsForWhom({ workflow, facts }: Judged): boolean {
  if (!isWaiting(facts.stage)) return false;
  const on = movesOn(workflow, facts.stage).map(each => each.name);
  return possibleMoves(facts, workflow).some(move => on.includes(move.name) || publishes(move));
}

/** The roles that lead on from where something waits, or will wait when it is sent on. */
export function rolesWaitedFor(workflow: Workflow, stage: string, written: readonly Written[]): readonly Role[] {
  const waitsAt = stage === draft ? (workflow.moves.find(each => each.from.includes(draft) && isWaiting(each.to))?.to ?? draft) : stage;
  return [...new Set(movesOn(workflow, waitsAt).flatMap(move => rolesThatMake(move, written)))];
}

/** The moves by which changes that are not saved yet could be sent on, as somebody's own. */
export function movesFromDraft(
  site: Site,
  person: Person,
  overlays: readonly Overlay[],
): Pick<Judged, 'workflow'> & { readonly moves: readonly Move[] } {
  const workflow = workflowOf(site, overlays);
  const facts: MoveFacts = {
    stage: draft,
    written: writtenTogether(site, overlays),
    grants: person.grants,
    isOwn: true,
    hasWritten: true,
    reachesBeyond: () => false,
  };
  return { workflow, moves: possibleMoves(facts, workflow) };
}
