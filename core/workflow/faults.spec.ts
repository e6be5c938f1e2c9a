import { defaultWorkflow } from './default';
import { faultsOfWorkflows } from './faults';
import type { Workflow } from './workflow';

const site = { hasType: (_: string, type: string) => type === 'notice', hasPage: (id: string) => id === 'visit', locales: ['en-GB'] };
const other = (part: Partial<Workflow>): Workflow => ({ ...defaultWorkflow, name: 'Other', ...part });
const [send] = defaultWorkflow.moves;

describe('faultsOfWorkflows', () => {
  const rows: readonly (readonly [what: string, workflows: readonly Workflow[], pointers: readonly string[]])[] = [
    ['the usual way', [defaultWorkflow], []],
    ['two of a name', [other({ name: 'usual way' }), defaultWorkflow], ['/1/name']],
    ['a last one that leaves something out', [other({ governs: { kinds: [], sections: ['visit'], locales: [] } })], ['/0/governs']],
    [
      'what is not there',
      [other({ governs: { kinds: [{ kind: 'block', types: ['notice', 'lamp'] }], sections: ['gone'], locales: ['xx'] } }), defaultWorkflow],
      ['/0/governs/kinds/0/types/1', '/0/governs/sections/0', '/0/governs/locales/0'],
    ],
    ['another first stage', [other({ stages: ['begun', 'in review'], moves: [] })], ['/0/stages/0']],
    [
      'a stage named like an ending, and one twice',
      [other({ stages: ['draft', 'Approved', 'in review', 'In review'] })],
      ['/0/stages/1', '/0/stages/3'],
    ],
    [
      'moves from and to nowhere',
      [other({ moves: [{ ...send!, from: ['draft', 'gone'], to: 'nowhere' }] })],
      ['/0/moves/0/from/1', '/0/moves/0/to'],
    ],
    ['a move out of an ending', [other({ moves: [{ ...send!, from: ['approved'] }] })], ['/0/moves/0/from/0']],
    ['one verb for two moves', [other({ moves: [send!, { ...send!, to: 'declined' }] })], ['/0/moves/1/name']],
  ];
  for (const [what, workflows, pointers] of rows)
    it(`names ${what}`, () => expect(faultsOfWorkflows(workflows, site).map(each => each.pointer)).toEqual([...pointers]));
});
