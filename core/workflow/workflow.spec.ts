import type { RecordKind } from '../ledger/records';
import type { Stage } from '../ledger/stage';
import { wholeGrant, type Grant } from '../rights/grants';
import { defaultWorkflow } from './default';
import { judgeMove, movesOn, possibleMoves, standingIn, type MoveFacts, type Role, type Workflow } from './workflow';

const judge = (name: string, facts: MoveFacts, workflow: Workflow = defaultWorkflow) => judgeMove(name, facts, workflow);

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
      const outcome = judge(move, facts(stage, kinds, role, { isOwn }));
      expect(outcome.kind === 'moved' ? outcome.move.to : outcome.code).toBe(expected);
    });
  }

  it('lets nobody approve what they wrote themselves, whoever began it', () => {
    const outcome = (hasWritten: boolean) => judge('approve', facts('in review', ['placement'], 'editor', { hasWritten }));
    expect(outcome(true)).toEqual(jasmine.objectContaining({ code: 'only others' }));
    expect(outcome(false).kind).toBe('moved');
  });

  it('lets nobody decide beyond the sections in which they have the right', () => {
    const beyond = facts('in review', ['placement'], 'editor', { reachesBeyond: right => right === 'review' });
    expect(possibleMoves(beyond, defaultWorkflow)).toEqual([]);
    expect(judge('approve', beyond)).toEqual(jasmine.objectContaining({ code: 'beyond sections' }));
  });

  it('lets roles be held in some locales only, and translators write in others than the base', () => {
    const welsh = { kind: 'page', locale: 'cy', isBase: false };
    const judged = (name: string, role: Role, locales: readonly string[], written = [welsh]) => {
      const grants: readonly Grant[] = [{ role, sections: [], locales }];
      const outcome = judge(name, facts('draft', [], role, { written, grants, isOwn: true }));
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
    expect(possibleMoves(facts('in review', ['page'], 'editor'), defaultWorkflow).map(each => each.name)).toEqual([
      'return',
      'decline',
      'approve',
      'publish',
    ]);
  });

  it('lets moves be made by roles that the kind gives no such right, and asks for four eyes where the workflow does', () => {
    const [send] = defaultWorkflow.moves;
    const open: Workflow = {
      ...defaultWorkflow,
      moves: [
        { ...send!, name: 'put live', to: 'approved', who: ['writer'] },
        { ...send!, name: 'put live, checked', to: 'approved', who: 'publish', guards: [{ guard: 'four eyes' }] },
      ],
    };
    const own = facts('draft', ['page'], 'writer', { isOwn: true });
    expect(judge('put live', own, open).kind).toBe('moved');
    expect(judge('put live', { ...own, reachesBeyond: who => who[0] === 'writer' }, open)).toEqual(
      jasmine.objectContaining({ code: 'beyond sections' }),
    );
    expect(judge('put live, checked', facts('draft', ['page'], 'editor', { isOwn: true }), open)).toEqual(
      jasmine.objectContaining({ code: 'only others', rolesThatMay: ['editor', 'administrator'] }),
    );
  });
});

describe('movesOn', () => {
  it('leads nearer to being live, and never back or out', () => {
    const names = (stage: Stage) => movesOn(defaultWorkflow, stage).map(each => each.name);
    expect([names('in review'), names('draft')]).toEqual([['approve', 'publish'], ['publish']]);
  });
  it('lets what stands at a stage that is not known any more stand as a draft', () => {
    expect(['in review', 'checked', 'approved'].map(each => standingIn(defaultWorkflow, each))).toEqual(['in review', 'draft', 'approved']);
  });
});
