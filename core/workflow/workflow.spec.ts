import type { RecordKind, Stage } from '../ledger/records';
import { wholeGrant, type Grant } from '../people/grants';
import { judgeMove, possibleMoves, type MoveFacts, type Role } from './workflow';

const facts = (stage: Stage, kinds: readonly RecordKind[], role: Role, change: Partial<MoveFacts> = {}): MoveFacts => ({
  stage,
  written: kinds.map(kind => ({ kind, locale: 'en-GB', isBase: true })),
  grants: [wholeGrant(role)],
  isOwn: false,
  hasWritten: false,
  reachesBeyond: () => false,
  ...change,
});

describe('judgeMove', () => {
  const rows: readonly (readonly [
    move: string,
    stage: Stage,
    kinds: readonly RecordKind[],
    role: Role,
    isOwn: boolean,
    outcome: string,
  ])[] = [
    ['send for review', 'draft', ['page'], 'writer', true, 'in review'],
    ['send for review', 'draft', ['placement'], 'writer', true, 'role lacks the right'],
    ['send for review', 'in review', ['page'], 'writer', true, 'wrong stage'],
    ['approve', 'in review', ['page'], 'writer', false, 'role lacks the right'],
    ['approve', 'in review', ['page'], 'editor', false, 'approved'],
    ['approve', 'in review', ['placement'], 'editor', true, 'only others'],
    ['approve', 'in review', ['block', 'placement'], 'manager', false, 'role lacks the right'],
    ['publish', 'draft', ['page'], 'editor', true, 'approved'],
    ['publish', 'draft', ['page', 'placement'], 'editor', true, 'role lacks the right'],
    ['take back', 'in review', ['page'], 'writer', false, 'only own'],
    ['return', 'in review', ['page'], 'editor', false, 'draft'],
    ['leap', 'draft', ['page'], 'administrator', true, 'unknown move'],
  ];
  for (const [move, stage, kinds, role, isOwn, expected] of rows) {
    it(`${move}: ${role}, ${kinds.join(' and ')} ${stage}, ${isOwn ? 'own' : 'another’s'} → ${expected}`, () => {
      const outcome = judgeMove(move, facts(stage, kinds, role, { isOwn }));
      expect(outcome.kind === 'moved' ? outcome.to : outcome.code).toBe(expected);
    });
  }

  it('lets nobody approve what they wrote themselves, whoever began it', () => {
    const outcome = (hasWritten: boolean) => judgeMove('approve', facts('in review', ['placement'], 'editor', { hasWritten }));
    expect(outcome(true)).toEqual(jasmine.objectContaining({ code: 'only others' }));
    expect(outcome(false).kind).toBe('moved');
  });

  it('lets nobody decide beyond the sections in which they have the right', () => {
    const beyond = facts('in review', ['placement'], 'editor', { reachesBeyond: right => right === 'review' });
    expect(possibleMoves(beyond)).toEqual([]);
    expect(judgeMove('approve', beyond)).toEqual(jasmine.objectContaining({ code: 'beyond sections' }));
  });

  it('lets roles be held in some locales only, and translators write in others than the base', () => {
    const welsh = { kind: 'page', locale: 'cy', isBase: false };
    const judged = (name: string, role: Role, locales: readonly string[], written = [welsh]) => {
      const grants: readonly Grant[] = [{ role, sections: [], locales }];
      const outcome = judgeMove(name, facts('draft', [], role, { written, grants, isOwn: true }));
      return outcome.kind === 'moved' ? 'moved' : outcome.code;
    };
    const base = { kind: 'page', locale: 'en-GB', isBase: true };
    expect(judged('send for review', 'translator', ['cy'])).toBe('moved');
    expect(judged('send for review', 'translator', ['de'])).toBe('other locale');
    expect(judged('send for review', 'translator', [], [base])).toBe('role lacks the right');
    expect(judged('publish', 'editor', ['cy'])).toBe('moved');
    expect(judged('publish', 'editor', ['cy'], [welsh, base])).toBe('other locale');
  });

  it('offers only the moves that would be made', () => {
    expect(possibleMoves(facts('in review', ['page'], 'editor'))).toEqual(['return', 'decline', 'approve', 'publish']);
  });
});
