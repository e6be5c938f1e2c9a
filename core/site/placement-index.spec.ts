import * as fc from 'fast-check';
import type { PlacementValue } from '../placement/placement';
import type { Rule } from '../rule/rule';
import { placementOf } from '../testing/small-world';
import { indexOfPlacements, type PlacementIndex } from './placement-index';

const wheres: readonly Rule['where'][] = [
  {},
  { any: [{ test: 'page', page: 'a' }] },
  { any: [{ test: 'page', page: 'b' }] },
  { all: [{ test: 'topic', topic: 'tides' }] },
];
const ids = Array.from({ length: 20 }, (_, at) => `p${String(at).padStart(2, '0')}`);
const aPlacement = fc.record({ id: fc.constantFrom(...ids), order: fc.constantFrom('a0', 'a1', 'a2'), where: fc.constantFrom(...wheres) });
type Values = ReadonlyMap<string, PlacementValue>;
const valuesOf = (made: readonly { readonly id: string; readonly order: string; readonly where: Rule['where'] }[]): Values =>
  new Map(made.map(({ id, order, where }) => [id, placementOf({ order }, { where })]));
const namesIn = ({ placements, placementById, placementsByKey, placementsAnywhere }: PlacementIndex) => [
  placements.map(each => each.id),
  [...placementById.keys()].sort(),
  [...placementsByKey].map(([key, list]) => [key, ...list.map(each => each.id)].join()).sort(),
  placementsAnywhere.map(each => each.id),
];

describe('indexOfPlacements', () => {
  it('says the same whether it is made anew or from the one before', () => {
    fc.assert(
      fc.property(
        fc.array(aPlacement, { minLength: 12 }),
        fc.array(aPlacement, { maxLength: 2 }),
        fc.array(fc.constantFrom(...ids), { maxLength: 2 }),
        (first, changed, gone) => {
          const family = {};
          const shared = new Map();
          const before = valuesOf(first);
          const after: Values = new Map([...before, ...valuesOf(changed)].filter(([id]) => !gone.includes(id)));
          indexOfPlacements(family, before, shared);
          const since = indexOfPlacements(family, after, shared);
          expect(namesIn(since)).toEqual(namesIn(indexOfPlacements({}, new Map(after), shared)));
          // What was there before is found as it was.
          expect(namesIn(indexOfPlacements(family, new Map(before), shared))).toEqual(
            namesIn(indexOfPlacements({}, new Map(before), shared)),
          );
        },
      ),
    );
  });
});
