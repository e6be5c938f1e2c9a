import fc from 'fast-check';
import { placementOf } from '../testing/small-world';
import { copyForPages } from './copy';
import { reordered } from './order';

const id = (digit: number) => `0193a000-0000-7000-8000-00000000000${digit}`;

describe('copyForPages', () => {
  const ids = new Map([[id(1), id(5)]]);
  const page = (digit: number) => ({ test: 'page' as const, page: id(digit) });
  const within = (digit: number) => ({ test: 'within' as const, page: id(digit) });
  for (const [what, where, copied] of [
    ['the pages it names', { any: [page(1)] }, { any: [page(5)] }],
    ['those that were copied alone', { any: [page(1), page(2)] }, { any: [page(5)] }],
    ['a section', { any: [within(1)], none: [page(2)] }, { any: [within(5)], none: [page(2)] }],
    [
      'pages that must be named',
      { all: [within(1), { test: 'type', type: 'news' }] },
      { all: [within(5), { test: 'type', type: 'news' }] },
    ],
    ['none that it only leaves out', { none: [page(1)] }, null],
    ['none by what a page is', { any: [{ test: 'type', type: 'news' }] }, null],
    ['none where it is meant for all', {}, null],
    ['none of those not copied', { any: [page(2)] }, null],
  ] as const)
    it(`makes a placement for ${what}`, () => expect(copyForPages(placementOf({}, { where }), ids)?.rule.where ?? null).toEqual(copied));
});

describe('reordered', () => {
  it('puts siblings in the wanted order and leaves as many as can be where they are', () => {
    const keys = ['a0', 'a1', 'a2', 'a3', 'a4', 'a5'];
    fc.assert(
      fc.property(fc.shuffledSubarray(keys, { minLength: 0, maxLength: 6 }), wanted => {
        const items = wanted.map(order => ({ id: order, order }));
        const made = reordered(items);
        const after = items.map(each => made.get(each.id) ?? each.order);
        return [...after].sort().join() === after.join() && new Set(after).size === after.length;
      }),
    );
    expect([...reordered(['a3', 'a0', 'a1', 'a2'].map(order => ({ id: order, order }))).keys()]).toEqual(['a3']);
    expect(reordered(keys.map(order => ({ id: order, order }))).size).toBe(0);
  });
});
