import fc from 'fast-check';
import type { RuleGroup, RuleTree } from './tree';
import { meaningOf, truth, type Algebra } from './tree';

interface Letter {
  readonly test: string;
}
const letters = ['a', 'b', 'c', 'd'] as const;
const { tree } = fc.letrec<{ tree: RuleTree<Letter> }>(tie => {
  const parts = fc.option(fc.array(tie('tree'), { maxLength: 3 }), { nil: undefined });
  return {
    tree: fc.oneof(
      { depthSize: 'small' },
      fc.constantFrom(...letters).map((test): Letter => ({ test })),
      fc
        .record({ all: parts, any: parts, none: parts })
        .map((group): RuleGroup<Letter> => JSON.parse(JSON.stringify(group)) as RuleGroup<Letter>),
    ),
  };
});

// The rule of groups as it is told to people, written without any of the product's own words.
function asTold(node: RuleTree<Letter>, holds: (letter: string) => boolean): boolean {
  if ('test' in node) return holds(node.test);
  const { all = [], any = [], none = [] } = node;
  for (const part of all) if (!asTold(part, holds)) return false;
  for (const part of none) if (asTold(part, holds)) return false;
  if (any.length === 0) return true;
  for (const part of any) if (asTold(part, holds)) return true;
  return false;
}

/** Sets of the sixteen ways in which four letters can hold, one bit each. */
const sets: Algebra<number> = {
  every: parts => parts.reduce((held, part) => held & part, 0xffff),
  some: parts => parts.reduce((held, part) => held | part),
  not: part => ~part & 0xffff,
};

describe('meaningOf', () => {
  it('is what people are told of groups, for one way after the other and for all at once', () => {
    fc.assert(
      fc.property(tree, node => {
        const setOf = ({ test }: Letter) => [...Array(16).keys()].reduce((set, way) => set | (((way >> letters.indexOf(test as 'a')) & 1) << way), 0); // prettier-ignore
        const together = meaningOf(node, setOf, sets);
        for (let way = 0; way < 16; way += 1) {
          const holds = (letter: string) => ((way >> letters.indexOf(letter as 'a')) & 1) === 1;
          const told = asTold(node, holds);
          expect(meaningOf(node, ({ test }) => holds(test), truth)).toBe(told);
          expect(((together >> way) & 1) === 1).toBe(told);
        }
      }),
      { numRuns: 400 },
    );
  });

  const group = (part: object) => meaningOf(part as RuleTree<Letter>, ({ test }) => test === 'a', truth);
  for (const [what, part, holds] of [
    ['an empty group', {}, true],
    ['empty parts', { all: [], any: [], none: [] }, true],
    ['a group within none', { none: [{}] }, false],
    ['an exception over all else', { all: [{ test: 'a' }], any: [{ test: 'a' }], none: [{ test: 'a' }] }, false],
    ['any of which one holds', { any: [{ test: 'b' }, { test: 'a' }] }, true],
    ['any of which none does', { any: [{ test: 'b' }] }, false],
  ] as const)
    it(`of ${what} ${holds ? 'holds' : 'does not hold'}`, () => expect(group(part)).toBe(holds));
});
