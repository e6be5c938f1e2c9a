import { roles, type KindRights, type Role } from '../kinds/kind';
import type { Stage } from '../ledger/records';
import { grantsOver, rolesWith, type Grant, type Written } from '../people/grants';

export { roles, type Role };

/** The step from one stage to another, and who may take it. */
export interface Move {
  readonly name: MoveName;
  readonly from: readonly Stage[];
  readonly to: Stage;
  /** Which right over a kind of record it takes. */
  readonly right: keyof KindRights;
  /** `own`: only what one made oneself; `others`: only what others alone have written (four eyes); `any`: both. */
  readonly whose: 'own' | 'others' | 'any';
  /** Sets a publication, so that readers see it from its date on. */
  readonly publishes: boolean;
  /** Settles what becomes of somebody's proposal, and so asks for the right over all that it reaches. */
  readonly decides: boolean;
}

/** The moves there are. */
export type MoveName = 'send for review' | 'take back' | 'return' | 'decline' | 'approve' | 'publish' | 'withdraw';

/** The workflow that a new site starts with. Placements ask for four eyes: whoever makes one has another approve it. */
export const defaultMoves: readonly Move[] = [
  { name: 'send for review', from: ['draft'], to: 'in review', right: 'write', whose: 'any', publishes: false, decides: false },
  { name: 'take back', from: ['in review'], to: 'draft', right: 'write', whose: 'own', publishes: false, decides: false },
  { name: 'return', from: ['in review'], to: 'draft', right: 'review', whose: 'others', publishes: false, decides: true },
  { name: 'decline', from: ['in review'], to: 'declined', right: 'review', whose: 'others', publishes: false, decides: true },
  { name: 'approve', from: ['in review'], to: 'approved', right: 'review', whose: 'others', publishes: true, decides: true },
  {
    name: 'publish',
    from: ['draft', 'in review'],
    to: 'approved',
    right: 'publish',
    whose: 'any',
    publishes: true,
    decides: true,
  },
  { name: 'withdraw', from: ['draft', 'in review'], to: 'withdrawn', right: 'write', whose: 'own', publishes: false, decides: false },
];

/** What a move is judged by. */
export interface MoveFacts {
  readonly stage: Stage;
  readonly written: readonly Written[];
  readonly grants: readonly Grant[];
  /** Whether the person who asks made the proposal. */
  readonly isOwn: boolean;
  /** Whether any of its words, since what is live, were written by the person who asks. */
  readonly hasWritten: boolean;
  /** Whether it reaches pages outside the sections in which the person has a right. */
  readonly reachesBeyond: (right: keyof KindRights) => boolean;
}

/** Why a move is refused. */
export type MoveRefusal =
  'unknown move' | 'wrong stage' | 'role lacks the right' | 'other locale' | 'only own' | 'only others' | 'beyond sections';

/** The outcome of asking for a move. */
export type MoveOutcome =
  | { readonly kind: 'moved'; readonly to: Stage; readonly publishes: boolean }
  | { readonly kind: 'refused'; readonly code: MoveRefusal; readonly rolesThatMay: readonly Role[] };

/** Judges a move over one proposal or an edition of several; all of its kinds must allow it. */
export function judgeMove(name: string, facts: MoveFacts, moves: readonly Move[] = defaultMoves): MoveOutcome {
  const move = moves.find(each => each.name === name);
  if (!move) return { kind: 'refused', code: 'unknown move', rolesThatMay: [] };
  const { written, grants } = facts;
  const rolesThatMay = roles.filter(role => written.every(each => rolesWith(move.right, each).includes(role)));
  const refuse = (code: MoveRefusal): MoveOutcome => ({ kind: 'refused', code, rolesThatMay });
  const isHeld = (each: Written) => grants.some(({ role }) => rolesWith(move.right, each).includes(role));
  if (!written.every(isHeld)) return refuse('role lacks the right');
  if (!written.every(each => grantsOver(grants, move.right, each).length > 0)) return refuse('other locale');
  if (!move.from.includes(facts.stage)) return refuse('wrong stage');
  if (move.whose === 'own' && !facts.isOwn) return refuse('only own');
  if (move.whose === 'others' && (facts.isOwn || facts.hasWritten)) return refuse('only others');
  if (move.decides && facts.reachesBeyond(move.right)) return refuse('beyond sections');
  return { kind: 'moved', to: move.to, publishes: move.publishes };
}

/** The moves that a person could make now, in the order of the workflow. */
export function possibleMoves(facts: MoveFacts, moves: readonly Move[] = defaultMoves): readonly MoveName[] {
  return moves.filter(move => judgeMove(move.name, facts, moves).kind === 'moved').map(move => move.name);
}
