import { everywhere, type Rule } from '../rule/rule';
import { isTest, type RuleGroup, type RuleTree } from '../rule/tree';
import { inside, isSame, mergeOne, type Decider, type Place, type Tell, type Three } from './decider';
import { mergeSets } from './items';

const groups = ['all', 'any', 'none'] as const;

/**
 * Brings two versions of a part of a rule together, test by test. Tests that only one side put in or took out are as that side
 * has them. Of one sort of test in one group a person decides where both sides replaced the same, or where both ask for more
 * at once: two windows of time that both have to hold are hardly what either side meant.
 */
export function mergeTrees<Test extends { readonly test: string }>(
  three: Three<RuleTree<Test>>,
  place: Place,
  decider: Decider,
  tell: Tell,
): RuleTree<Test> {
  return mergeOne(three, place, decider, tell, versions => {
    const merged: Record<string, readonly RuleTree<Test>[]> = {};
    for (const group of groups) {
      const parts = {
        base: partsOf(versions.base, group),
        ours: partsOf(versions.ours, group),
        theirs: partsOf(versions.theirs, group),
      };
      const sorts = new Set([...parts.base, ...parts.ours, ...parts.theirs].map(sortOf));
      const made = [...sorts].flatMap(sort => {
        const ofSort = (trees: readonly RuleTree<Test>[]) => trees.filter(each => sortOf(each) === sort);
        const asTree = (trees: unknown) => ({ [group]: trees }) as RuleGroup<Test>;
        return mergeOne<readonly RuleTree<Test>[]>(
          { base: ofSort(parts.base), ours: ofSort(parts.ours), theirs: ofSort(parts.theirs) },
          inside(place, `${group} ${sort}`),
          decider,
          (trees, naming) => tell(asTree(trees), naming),
          (each, at) => mergeTests(each, group === 'all', decider, at, (trees, naming) => tell(asTree(trees), naming)),
        );
      });
      // Each side took out another: an "any" without a test would hold everywhere, which is neither side's wish.
      const isEmptied = group === 'any' && made.length === 0 && Math.min(...Object.values(parts).map(each => each.length)) > 0;
      const stands = isEmptied
        ? decider.settle<readonly RuleTree<Test>[]>(inside(place, group), parts, (trees, naming) =>
            tell({ [group]: trees } as RuleGroup<Test>, naming),
          )
        : made;
      if (stands.length > 0) merged[group] = stands;
    }
    const lone = merged['all']?.length === 1 && !merged['any'] && !merged['none'] ? merged['all'][0]! : null;
    return lone && isTest(lone) ? lone : (merged as RuleGroup<Test>);
  });
}

function mergeTests<Test>(
  { base, ours, theirs }: Three<readonly RuleTree<Test>[]>,
  mustAllHold: boolean,
  decider: Decider,
  place: Place,
  tell: Tell,
): readonly RuleTree<Test>[] {
  const isIn = (tree: RuleTree<Test>, trees: readonly RuleTree<Test>[]) => trees.some(each => isSame(each, tree));
  const came = (side: readonly RuleTree<Test>[]) => side.filter(each => !isIn(each, base));
  const [came1, came2] = [came(ours), came(theirs)];
  const bothReplaced = base.some(each => !isIn(each, ours) && !isIn(each, theirs));
  if (came1.length > 0 && came2.length > 0 && (mustAllHold || bothReplaced)) return decider.settle(place, { base, ours, theirs }, tell);
  const added = [...came1, ...came2.filter(each => !isIn(each, came1))].sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1));
  return [...base.filter(each => isIn(each, ours) && isIn(each, theirs)), ...added];
}

// A lone test asks the same as a group that holds it alone.
function partsOf<Test extends { readonly test: string }>(tree: RuleTree<Test>, group: (typeof groups)[number]): readonly RuleTree<Test>[] {
  if (isTest(tree)) return group === 'all' ? [tree] : [];
  return tree[group] ?? [];
}

function sortOf(tree: unknown): string {
  return (tree as { test?: string }).test ?? 'group';
}

/** The same of a part that may be null, which follows what lies above: that excludes any part of its own. */
export function mergeReaders<Test extends { readonly test: string }>(
  three: Three<RuleTree<Test> | null>,
  place: Place,
  decider: Decider,
  tell: Tell,
): RuleTree<Test> | null {
  const { base, ours, theirs } = three;
  if (base && ours && theirs) return mergeTrees({ base, ours, theirs }, place, decider, tell);
  return decider.settle(place, three, tell);
}

/** Brings two versions of a rule together: each of its parts by itself, and the shared rules that it follows as a set. */
export function mergeRules({ base, ours, theirs }: Three<Rule>, place: Place, decider: Decider, tell: Tell): Rule {
  const part = <Name extends 'where' | 'who' | 'when'>(name: Name): Rule[Name] =>
    mergeTrees<never>(
      { base: base[name] as never, ours: ours[name] as never, theirs: theirs[name] as never },
      inside(place, name),
      decider,
      // A part is told as a rule that asks nothing else.
      (tree, naming) => tell({ ...everywhere, [name]: tree as object }, naming),
    );
  return {
    version: 2,
    where: part('where'),
    who: part('who'),
    when: part('when'),
    follows: mergeSets({ base: base.follows, ours: ours.follows, theirs: theirs.follows }),
  };
}
