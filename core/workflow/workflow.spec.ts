import type { RecordKind, Stage } from '../ledger/records';
import { judgeMove, possibleMoves, type Role } from './workflow';

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
      const outcome = judgeMove(move, { stage, kinds, roles: [role], isOwn, hasWritten: false, reachesBeyond: false });
      expect(outcome.kind === 'moved' ? outcome.to : outcome.code).toBe(expected);
    });
  }

  it('lets nobody approve what they wrote themselves, whoever began it', () => {
    const facts = { stage: 'in review', kinds: ['placement'], roles: ['editor'], isOwn: false, reachesBeyond: false } as const;
    expect(judgeMove('approve', { ...facts, hasWritten: true })).toEqual(jasmine.objectContaining({ code: 'only others' }));
    expect(judgeMove('approve', { ...facts, hasWritten: false }).kind).toBe('moved');
  });

  it('lets nobody decide beyond their sections', () => {
    const facts = {
      stage: 'in review',
      kinds: ['placement'],
      roles: ['editor'],
      isOwn: false,
      hasWritten: false,
      reachesBeyond: true,
    } as const;
    expect(possibleMoves(facts)).toEqual([]);
    expect(judgeMove('approve', facts)).toEqual(jasmine.objectContaining({ code: 'beyond sections' }));
  });

  it('offers only the moves that would be made', () => {
    expect(
      possibleMoves({ stage: 'in review', kinds: ['page'], roles: ['editor'], isOwn: false, hasWritten: false, reachesBeyond: false }),
    ).toEqual(['return', 'decline', 'approve', 'publish']);
  });
});
