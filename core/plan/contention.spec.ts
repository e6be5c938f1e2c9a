import fc from 'fast-check';
import { ReaderDiagrams } from '../reach/reader-diagrams';
import type { RuleTree, WhoTest } from '../rule/rule';
import { compileWho, type ReaderFacts } from '../rule/who';
import { placementOf } from '../testing/small-world';
import { shownTo } from './contention';
import type { Standing } from './standing';

const groups = ['a', 'b', 'c'];
const readers = Array.from({ length: 2 ** groups.length }, (_, bits): ReaderFacts => ({
  signedIn: bits > 0,
  roles: [],
  memberships: groups.filter((_group, index) => bits & (1 << index)),
}));
const kinds = ['region', 'stand in', 'insertion point'] as const;

/** What a page shows one reader of what is open: the first stand-in alone, points untouched, then as many as there is room for. */
function shownToOne(open: readonly { kind: (typeof kinds)[number]; asks: boolean }[], most: number | undefined): readonly boolean[] {
  const winner = open.findIndex(each => each.kind === 'stand in' && each.asks);
  let held = 0;
  return open.map((each, index) => {
    if (!each.asks || (winner >= 0 && each.kind !== 'insertion point' && index !== winner)) return false;
    held += 1;
    return most === undefined || held <= most;
  });
}

describe('shownTo', () => {
  it('settles for all readers at once what a page settles for each', () => {
    const standing = fc.record({ kind: fc.constantFrom(...kinds), group: fc.constantFrom(null, ...groups) });
    fc.assert(
      fc.property(fc.array(standing, { maxLength: 6 }), fc.constantFrom(undefined, 0, 1, 2, 3), (list, most) => {
        const diagrams = new ReaderDiagrams();
        const asked = list.map(({ group }): RuleTree<WhoTest> => (group === null ? {} : { test: 'membership', membership: group }));
        const open = list.map(({ kind }, index) => ({
          standing: { placed: { value: placementOf({ target: { kind, name: 'main' } }) } } as Standing,
          readers: diagrams.ofTree(asked[index]!),
        }));
        const shown = shownTo(diagrams, open, most);
        for (const reader of readers) {
          const exactly = diagrams.ofTree({
            all: reader.memberships.map(membership => ({ test: 'membership' as const, membership })),
            none: groups
              .filter(each => !reader.memberships.includes(each))
              .map(membership => ({ test: 'membership' as const, membership })),
          });
          const expected = shownToOne(
            list.map(({ kind }, index) => ({ kind, asks: compileWho(asked[index]!)(reader) })),
            most,
          );
          expect(shown.map(each => diagrams.both(each, exactly) !== diagrams.nobody)).toEqual([...expected]);
        }
      }),
      { numRuns: 400 },
    );
  });
});
