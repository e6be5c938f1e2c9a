import fc from 'fast-check';
import { DirectedGraph } from 'graphology';
import { bfsFromNode } from 'graphology-traversal';
import { reverse } from 'graphology-operators';
import { coveringWorkflow, findingsOf, passageOf, reachableFrom, type Edge } from './analysis';
import { defaultWorkflow } from './default';
import { stepsToLive, type Move, type Workflow } from './workflow';

const edge = (text: string): Edge => ({ from: text.split('>')[0]!, to: text.split('>')[1]! });
const moveOf = ({ from, to }: Edge, name = `${from} to ${to}`): Move => ({
  name,
  from: [from],
  to,
  who: 'write',
  whose: 'any',
  guards: [],
});
const workflowOf = (stages: readonly string[], edges: readonly Edge[]): Workflow => ({
  ...defaultWorkflow,
  stages,
  moves: edges.map(each => moveOf(each)),
});

// Computed once by graphology and by a transitive closure; `published` and `archived` stand for endings here.
const edges = [
  'draft>review',
  'review>draft',
  'review>approved',
  'review>legal',
  'legal>fixing',
  'fixing>legal',
  'orphan>review',
  'draft>shelf',
].map(edge);
const stages = ['draft', 'review', 'legal', 'fixing', 'orphan', 'shelf'];

describe('findingsOf', () => {
  const found = (workflow: Workflow, canMake: (move: Move) => boolean = () => true) =>
    findingsOf(workflow, canMake).map(each => `${each.finding}: ${'stage' in each ? each.stage : each.move}`);

  it('finds what no move leads to, what is never left and what is left in circles only', () => {
    expect(found(workflowOf(stages, edges))).toEqual([
      'no way to live: legal',
      'no way to live: fixing',
      'unreachable: orphan',
      'no way out: shelf',
    ]);
  });
  it('finds moves that nobody could make', () => {
    expect(found(workflowOf(['draft'], [edge('draft>approved')]), () => false)).toEqual(['nobody: draft to approved']);
  });
  it('finds nothing wrong in the usual way', () => expect(found(defaultWorkflow)).toEqual([]));
  it('counts the fewest moves to being live', () => {
    expect(Object.fromEntries(stepsToLive(workflowOf(stages, edges)))).toEqual({ approved: 0, review: 1, draft: 2, orphan: 2 });
  });

  it('reaches what graphology reaches, and finds what follows from that', () => {
    const names = ['draft', 'a', 'b', 'c', 'd', 'e'];
    const anyEdge = fc.record({ from: fc.constantFrom(...names), to: fc.constantFrom(...names, 'approved', 'declined') });
    fc.assert(
      fc.property(fc.array(anyEdge, { maxLength: 14 }), all => {
        const graph = new DirectedGraph();
        [...names, 'approved', 'declined'].forEach(each => graph.addNode(each));
        all.forEach(({ from, to }) => graph.mergeEdge(from, to));
        const reach = (of: DirectedGraph, start: string) => {
          const reached: string[] = [];
          bfsFromNode(of, start, node => void reached.push(node));
          return new Set(reached);
        };
        const forward = reach(graph, 'draft');
        const back = reach(reverse(graph) as DirectedGraph, 'approved');
        expect(reachableFrom('draft', all)).toEqual(forward);
        const isLeft = (stage: string) => graph.outNeighbors(stage).some(each => each !== stage);
        expect(found(workflowOf(names, all)).sort()).toEqual(
          [
            ...names.filter(each => !forward.has(each)).map(each => `unreachable: ${each}`),
            ...names.filter(each => !isLeft(each)).map(each => `no way out: ${each}`),
            ...names.filter(each => isLeft(each) && !back.has(each)).map(each => `no way to live: ${each}`),
          ].sort(),
        );
      }),
    );
  });
});

describe('coveringWorkflow', () => {
  const of = (kinds: readonly [string, ...string[]][], sections: readonly string[] = [], locales: readonly string[] = []): Workflow => ({
    ...defaultWorkflow,
    name: JSON.stringify([kinds, sections]),
    governs: { kinds: kinds.map(([kind, ...types]) => ({ kind, types })), sections, locales },
  });
  const rows: readonly (readonly [what: string, first: Workflow, second: Workflow, isCovered: boolean])[] = [
    ['everything before anything', of([]), of([['page']]), true],
    ['a kind before one type of it', of([['block']]), of([['block', 'notice']]), true],
    ['one type before its kind', of([['block', 'notice']]), of([['block']]), false],
    ['a section before everywhere', of([['page']], ['visit']), of([['page']]), false],
    ['everywhere before a section', of([['page']]), of([['page']], ['visit']), true],
    ['another kind', of([['page']]), of([['block']]), false],
    ['one locale before all', of([], [], ['cy']), of([]), false],
  ];
  for (const [what, first, second, isCovered] of rows)
    it(`${what}: ${isCovered ? 'nothing is left' : 'something is left'}`, () =>
      expect(coveringWorkflow([first, second], 1)).toBe(isCovered ? first : null));
});

describe('passageOf', () => {
  const before = { editionId: 'e', workflow: 'Usual way', stage: 'in review' };
  const checked = workflowOf(['draft', 'safety check'], [edge('draft>safety check'), edge('safety check>approved')]);
  it('leaves what stands at a stage that is known, and asks where anything else goes', () => {
    expect(passageOf(before, defaultWorkflow, []).stage).toBe('in review');
    expect(passageOf(before, checked, []).stage).toBeNull();
    expect(passageOf(before, checked, [{ workflow: 'Usual way', from: 'in review', to: 'safety check' }]).stage).toBe('safety check');
  });
  it('lets nothing be put where nothing leads on', () => {
    const dead = workflowOf(['draft', 'shelf'], [edge('draft>shelf')]);
    expect(passageOf(before, dead, [{ workflow: 'Usual way', from: 'in review', to: 'shelf' }]).stage).toBeNull();
    expect(passageOf({ ...before, stage: 'shelf' }, dead, []).stage).toBeNull();
  });
});
