import type { RecordKind, Stage } from '../ledger/records';

/** What people are to the site. */
export const roles = ['writer', 'translator', 'editor', 'manager', 'administrator'] as const;
/** See {@link roles}. */
export type Role = (typeof roles)[number];

/** The step from one stage to another, and who may take it. */
export interface Move {
  readonly name: MoveName;
  readonly from: readonly Stage[];
  readonly to: Stage;
  /** Roles that may make it, per kind of record. */
  readonly who: Readonly<Record<RecordKind, readonly Role[]>>;
  /** `own`: only what one made oneself; `others`: only what others alone have written (four eyes); `any`: both. */
  readonly whose: 'own' | 'others' | 'any';
  /** Sets a publication, so that readers see it from its date on. */
  readonly publishes: boolean;
  /** Settles what becomes of somebody's proposal, and so asks for the right over all that it reaches. */
  readonly decides: boolean;
}

/** The moves there are. */
export type MoveName = 'send for review' | 'take back' | 'return' | 'decline' | 'approve' | 'publish' | 'withdraw';

/** Which roles may write drafts and proposals, per kind. */
export const mayWriteKind: Readonly<Record<RecordKind, readonly Role[]>> = {
  page: ['writer', 'editor', 'manager', 'administrator'],
  block: ['writer', 'editor', 'manager', 'administrator'],
  placement: ['editor', 'manager', 'administrator'],
  'shared rule': ['manager', 'administrator'],
  expectation: ['manager', 'administrator'],
};

const reviewers: Move['who'] = {
  page: ['editor', 'administrator'],
  block: ['administrator', 'editor'],
  placement: ['editor', 'administrator'],
  'shared rule': ['editor', 'administrator'],
  expectation: ['manager', 'administrator'],
};

/** The workflow that a new site starts with. Placements ask for four eyes: whoever makes one has another approve it. */
export const defaultMoves: readonly Move[] = [
  { name: 'send for review', from: ['draft'], to: 'in review', who: mayWriteKind, whose: 'any', publishes: false, decides: false },
  { name: 'take back', from: ['in review'], to: 'draft', who: mayWriteKind, whose: 'own', publishes: false, decides: false },
  { name: 'return', from: ['in review'], to: 'draft', who: reviewers, whose: 'others', publishes: false, decides: true },
  { name: 'decline', from: ['in review'], to: 'declined', who: reviewers, whose: 'others', publishes: false, decides: true },
  { name: 'approve', from: ['in review'], to: 'approved', who: reviewers, whose: 'others', publishes: true, decides: true },
  {
    name: 'publish',
    from: ['draft', 'in review'],
    to: 'approved',
    who: {
      page: ['editor', 'administrator'],
      block: ['administrator', 'editor'],
      placement: ['administrator'],
      'shared rule': ['administrator'],
      // Nothing that readers see follows from an expectation.
      expectation: ['manager', 'administrator'],
    },
    whose: 'any',
    publishes: true,
    decides: true,
  },
  { name: 'withdraw', from: ['draft', 'in review'], to: 'withdrawn', who: mayWriteKind, whose: 'own', publishes: false, decides: false },
];

/** What a move is judged by. */
export interface MoveFacts {
  readonly stage: Stage;
  readonly kinds: readonly RecordKind[];
  readonly roles: readonly Role[];
  /** Whether the person who asks made the proposal. */
  readonly isOwn: boolean;
  /** Whether any of its words, since what is live, were written by the person who asks. */
  readonly hasWritten: boolean;
  /** Whether it reaches pages outside the sections that the person publishes in. */
  readonly reachesBeyond: boolean;
}

/** Why a move is refused. */
export type MoveRefusal = 'unknown move' | 'wrong stage' | 'role lacks the right' | 'only own' | 'only others' | 'beyond sections';

/** The outcome of asking for a move. */
export type MoveOutcome =
  | { readonly kind: 'moved'; readonly to: Stage; readonly publishes: boolean }
  | { readonly kind: 'refused'; readonly code: MoveRefusal; readonly rolesThatMay: readonly Role[] };

/** Judges a move over one proposal or an edition of several; all of its kinds must allow it. */
export function judgeMove(name: string, facts: MoveFacts, moves: readonly Move[] = defaultMoves): MoveOutcome {
  const move = moves.find(each => each.name === name);
  if (!move) return { kind: 'refused', code: 'unknown move', rolesThatMay: [] };
  const rolesThatMay = roles.filter(role => facts.kinds.every(kind => move.who[kind].includes(role)));
  const refuse = (code: MoveRefusal): MoveOutcome => ({ kind: 'refused', code, rolesThatMay });
  if (!facts.kinds.every(kind => facts.roles.some(role => move.who[kind].includes(role)))) return refuse('role lacks the right');
  if (!move.from.includes(facts.stage)) return refuse('wrong stage');
  if (move.whose === 'own' && !facts.isOwn) return refuse('only own');
  if (move.whose === 'others' && (facts.isOwn || facts.hasWritten)) return refuse('only others');
  if (move.decides && facts.reachesBeyond) return refuse('beyond sections');
  return { kind: 'moved', to: move.to, publishes: move.publishes };
}

/** The moves that a person could make now, in the order of the workflow. */
export function possibleMoves(facts: MoveFacts, moves: readonly Move[] = defaultMoves): readonly MoveName[] {
  return moves.filter(move => judgeMove(move.name, facts, moves).kind === 'moved').map(move => move.name);
}

/** Whether any of the roles may write drafts of the kind. */
export function mayWrite(kind: RecordKind, held: readonly Role[]): boolean {
  return held.some(role => mayWriteKind[kind].includes(role));
}
