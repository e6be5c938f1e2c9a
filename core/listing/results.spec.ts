import fc from 'fast-check';
import type { PageNode } from '../site/snapshot';
import { blockParameter, resultsOf } from './results';

describe('pages of results', () => {
  const blockId = '0190a3c4-0000-7000-8000-00000000abcd';
  const of = (count: number, perPage: number, query: Readonly<Record<string, string>> = {}) =>
    resultsOf(
      Array.from({ length: count }, (_, index) => ({ id: `p${index}` }) as PageNode),
      perPage,
      { blockId, address: '/news', query },
    );

  it('show each page once, whichever way one goes through them', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 5, max: 40 }), (count, perPage) => {
        const { links } = of(count, perPage);
        const numbers = links.length === 0 ? [1] : links.map(each => each.number);
        const shown = numbers.flatMap(number => of(count, perPage, { [blockParameter('list', blockId)]: String(number) }).shown);
        expect(shown.map(each => each.id)).toEqual(Array.from({ length: count }, (_, index) => `p${index}`));
      }),
    );
  });

  it('are the first where an address asks for one that there is not', () => {
    const name = blockParameter('list', blockId);
    for (const asked of ['0', '4', '-1', '1e1', 'x', '2 '])
      expect(of(30, 10, { [name]: asked }).links.find(each => each.isCurrent)!.number)
        .withContext(asked)
        .toBe(1);
    expect(of(30, 10, { [name]: '3' }).links).toEqual([
      { number: 1, path: '/news', isCurrent: false },
      { number: 2, path: `/news?${name}=2`, isCurrent: false },
      { number: 3, path: `/news?${name}=3`, isCurrent: true },
    ]);
    expect(of(30, 10).queryTests.map(each => each.value)).toEqual(['2', '3']);
    expect(of(9, 10).links).toEqual([]);
  });
});
