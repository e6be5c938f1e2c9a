import { cutAtInsets, insetLoopFrom, insetsIn, deepestInset, insetDepthOf } from './inset';

const id = '0190a6b2-0000-7000-8000-000000000001';

describe('insets in a text', () => {
  it('are read with how they look, attributes in any order', () =>
    expect(
      insetsIn(`<p>a</p><div data-inset-look="card" data-inset="${id}" data-inset-title="shown"></div><div data-inset="${id}"></div>`),
    ).toEqual([
      { blockId: id, showsTitle: true, look: 'card' },
      { blockId: id, showsTitle: false, look: '' },
    ]));
  it('cut it into pieces that make the whole', () =>
    expect(cutAtInsets(`<p>a</p><div data-inset="${id}"></div><p>b</p>`)).toEqual([
      '<p>a</p>',
      { blockId: id, showsTitle: false, look: '' },
      '<p>b</p>',
    ]));
  it('leave a text without any as it is', () => expect(cutAtInsets('<p>a</p>')).toEqual(['<p>a</p>']));
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
