import { textHolding } from '../testing/small-world';
import { deepestInset, insetDepthOf, insetIdsOf, insetLoopFrom } from './inset';

describe('insetIdsOf', () => {
  it('finds texts wherever in the fields they lie, each block once', () => {
    const item = (blockId: string) => ({ id: blockId, fields: { answer: textHolding(blockId) } });
    expect(insetIdsOf({ fields: { body: textHolding('a', 'b', 'a'), questions: [item('c'), item('b')] } } as never)).toEqual([
      'a',
      'b',
      'c',
    ]);
  });
});

describe('insetLoopFrom', () => {
  const held: Readonly<Record<string, readonly string[]>> = {
    a: ['b', 'c'],
    b: ['d'],
    c: ['d'],
    d: [],
    e: ['f'],
    f: ['e'],
    g: ['g'],
    h: ['e'],
  };
  const rows: readonly (readonly [string, readonly string[] | null])[] = [
    ['a', null],
    ['e', ['e', 'f', 'e']],
    ['g', ['g', 'g']],
    ['h', ['e', 'f', 'e']],
  ];
  for (const [start, loop] of rows)
    it(`from ${start}: ${loop?.join(' → ') ?? 'none'}`, () => expect(insetLoopFrom(start, each => held[each] ?? [])).toEqual(loop));
});

describe('insetDepthOf', () => {
  const chain = (length: number) =>
    new Map(Array.from({ length }, (_, index) => [`b${index}`, index + 1 < length ? [`b${index + 1}`, `b${index + 1}`] : []]));
  const depth = (of: ReadonlyMap<string, readonly string[]>) => insetDepthOf('b0', id => of.get(id) ?? []);
  it('counts how deep they lie, however often one comes', () => expect([depth(chain(1)), depth(chain(4))]).toEqual([0, 3]));
  it('ends over a chain that doubles sixty times, and over a loop', () => {
    expect(depth(chain(60))).toBeGreaterThan(deepestInset);
    expect(depth(new Map([['b0', ['b0']]]))).toBeGreaterThan(deepestInset);
  });
});
