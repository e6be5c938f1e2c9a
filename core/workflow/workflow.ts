import { roles, type Role, type Who } from '../kinds/kind';
import { draft, isEnding, isWaiting, type Stage } from '../ledger/stage';
import { grantsOver, rolesWith, type Grant, type Written } from '../rights/grants';
import type { Governed } from './governed';
import type { Guard } from './guards';

export { roles, type Role };

/** The step from one stage to another, and who may take it. */
export interface Move {
  /** The verb, as people read it; told apart by it within a workflow. */
  readonly name: string;
  readonly from: readonly Stage[];
  readonly to: Stage;
  readonly who: Who;
  /** `own`: only what one made oneself; `others`: only what somebody else made; `any`: both. */
  readonly whose: 'own' | 'others' | 'any';
  /** What must hold besides. */
  readonly guards: readonly Guard[];
}

/** Stages and the moves between them, for some of what a site holds. */
export interface Workflow {
  readonly name: string;
  readonly governs: Governed;
  /** The stages on the way, in the order in which they are drawn; {@link draft} is the first, and the endings are not named. */
  readonly stages: readonly Stage[];
  readonly moves: readonly Move[];
}

/** Whether a move sets a publication, so that readers see it from its date on. */
export function publishes({ to }: Move): boolean {
  return to === 'approved';
}

/** Whether a move settles what becomes of a proposal, and so asks for its right over all that the proposal reaches. */
export function decides(move: Move): boolean {
  return publishes(move) || (move.whose !== 'own' && move.from.some(isWaiting));
}

/** Whether a move sends somebody's words back to them, who then must be told why. */
export function returns(move: Move): boolean {
  return move.whose !== 'own' && !isWaiting(move.to) && !isEnding(move.to);
}

/** What a move is judged by. */
export interface MoveFacts {
  readonly stage: Stage;
  readonly written: readonly Written[];
  readonly grants: readonly Grant[];
  /** Whether the person who asks made the proposal. */
  readonly isOwn: boolean;
  /** Whether any of its words, since what is live, were written by the person who asks. */
  readonly hasWritten: boolean;
  /** Whether it reaches pages outside the sections in which the person may make the move. */
  readonly reachesBeyond: (who: Who) => boolean;
}

/** Why a move is refused. */
export type MoveRefusal =
  'unknown move' | 'wrong stage' | 'role lacks the right' | 'other locale' | 'only own' | 'only others' | 'beyond sections';

/** The outcome of asking for a move. */
export type MoveOutcome =
  | { readonly kind: 'moved'; readonly move: Move }
  | { readonly kind: 'refused'; readonly code: MoveRefusal; readonly rolesThatMay: readonly Role[] };

/**
 * Judges whether somebody may make a move over one proposal or an edition of several; all of its parts must allow it.
 * Guards besides four eyes are asked for apart: what they wait for may still come about.
 */
export function judgeMove(name: string, facts: MoveFacts, { moves }: Pick<Workflow, 'moves'>): MoveOutcome {
  const move = moves.find(each => each.name === name);
  if (!move) return { kind: 'refused', code: 'unknown move', rolesThatMay: [] };
  const { written, grants } = facts;
  const rolesThatMay = rolesThatMake(move, written);
  const refuse = (code: MoveRefusal): MoveOutcome => ({ kind: 'refused', code, rolesThatMay });
  const isHeld = (each: Written) => grants.some(({ role }) => rolesWith(move.who, each).includes(role));
  if (!written.every(isHeld)) return refuse('role lacks the right');
  if (!written.every(each => grantsOver(grants, move.who, each).length > 0)) return refuse('other locale');
  if (!move.from.includes(facts.stage)) return refuse('wrong stage');
  if (move.whose === 'own' && !facts.isOwn) return refuse('only own');
  if (move.whose === 'others' && facts.isOwn) return refuse('only others');
  if (move.guards.some(each => each.guard === 'four eyes') && (facts.isOwn || facts.hasWritten)) return refuse('only others');
  if (decides(move) && facts.reachesBeyond(move.who)) return refuse('beyond sections');
  return { kind: 'moved', move };
}

/** The moves that a person could make now, in the order of the workflow. */
export function possibleMoves(facts: MoveFacts, workflow: Pick<Workflow, 'moves'>): readonly Move[] {
  return workflow.moves.filter(move => judgeMove(move.name, facts, workflow).kind === 'moved');
}

/** The roles that may make a move over all that is written. */
export function rolesThatMake({ who }: Move, written: readonly Written[]): readonly Role[] {
  return roles.filter(role => written.every(each => rolesWith(who, each).includes(role)));
}

/** The stage at which something stands in a workflow: its own, or draft where the workflow does not know that one. */
export function standingIn({ stages }: Workflow, stage: Stage): Stage {
  return isEnding(stage) || stages.includes(stage) ? stage : stages[0]!;
}

/**
 * Of the moves that are offered with a new change the one that brings it furthest by now: live, else to whoever leads it
 * on; null where it can only be kept as a draft.
 */
export function furthestOffered<Offered extends { readonly publishes: boolean; readonly to: Stage; readonly waitsFor: readonly string[] }>(
  offered: readonly Offered[],
): Offered | null {
  const open = offered.filter(each => each.waitsFor.length === 0);
  return open.find(each => each.publishes) ?? open.find(each => isWaiting(each.to)) ?? null;
}

/**
 * The stage at which something waits once its words have changed: where it was sent to begin with. Whoever passed it on
 * from there has not seen the words that it has now.
 */
export function stageOnceChanged({ moves }: Pick<Workflow, 'moves'>, stage: Stage): Stage {
  const sentTo = moves.filter(move => move.from.includes(draft) && isWaiting(move.to)).map(move => move.to);
  return !isWaiting(stage) || sentTo.includes(stage) ? stage : (sentTo[0] ?? draft);
}

/** The moves that lead on from a waiting stage, nearer to being live; whoever may make one of them is waited for. */
export function movesOn(workflow: Workflow, stage: Stage): readonly Move[] {
  const steps = stepsToLive(workflow);
  const here = steps.get(stage) ?? Infinity;
  return workflow.moves.filter(move => move.from.includes(stage) && decides(move) && (steps.get(move.to) ?? Infinity) < here);
}

/** How many moves each stage is away from being approved; those that have no way there are left out. */
export function stepsToLive({ moves }: Pick<Workflow, 'moves'>): ReadonlyMap<Stage, number> {
  const steps = new Map<Stage, number>([['approved', 0]]);
  for (const [stage, count] of steps)
    for (const move of moves) {
      if (move.to !== stage) continue;
      for (const from of move.from) if (!steps.has(from)) steps.set(from, count + 1);
    }
  return steps;
}
