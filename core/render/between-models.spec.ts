import fc from 'fast-check';
import { differencesOfModels } from './between-models';
import type { BlockModel, PageModel } from './page-model';

const block = (id: string, words = '') => ({ placementId: id, blockId: id, title: words, label: id }) as BlockModel;
const page = (targets: Record<string, BlockModel[]>, insets: Record<string, BlockModel | null> = {}) =>
  ({ targets, insets }) as unknown as PageModel;
const told = (before: PageModel, after: PageModel) =>
  differencesOfModels(before, after).map(({ what, before: was, after: is }) => `${(is ?? was)!.model.label} ${what}`);

describe('differencesOfModels', () => {
  it('tells what comes, goes, changes and moves, the later look first', () => {
    const before = page({ main: [block('a'), block('b'), block('c')], aside: [block('d')] });
    const after = page({ main: [block('a', 'new'), block('e'), block('d')], aside: [block('b')] });
    expect(told(before, after)).toEqual(['a changes', 'e comes', 'd moves', 'b moves', 'c goes']);
    expect(told(before, before)).toEqual([]);
  });

  it('tells of no more that changed places than it must', () => {
    const order = (ids: string) => page({ main: [...ids].map(id => block(id)) });
    expect(told(order('abcde'), order('bcdea'))).toEqual(['a moves']);
    expect(told(order('abc'), order('axbc'))).toEqual(['x comes']);
    expect(told(order('abc'), order('bc'))).toEqual(['a goes']);
  });

  it('looks into what texts hold', () => {
    const [none, held] = [page({}, { i: null }), page({}, { i: block('inset') })];
    expect([told(none, held), told(held, none), told(held, page({}, { i: block('inset', 'other') }))]).toEqual([
      ['inset comes'],
      ['inset goes'],
      ['inset changes'],
    ]);
  });

  it('finds nothing both ways round but the other way', () => {
    const ids = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e'));
    fc.assert(
      fc.property(ids, ids, (some, others) => {
        const [one, two] = [some, others].map(list => page({ main: list.map(id => block(id)) }));
        const whats = (list: readonly string[], what: string) =>
          list
            .filter(each => each.endsWith(what))
            .map(each => each[0])
            .sort();
        const [there, back] = [told(one!, two!), told(two!, one!)];
        expect(whats(there, 'comes')).toEqual(whats(back, 'goes'));
        expect(whats(there, 'goes')).toEqual(whats(back, 'comes'));
        expect(whats(there, 'moves').length).toBe(whats(back, 'moves').length);
      }),
    );
  });
});
