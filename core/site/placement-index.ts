import { compareKeys } from '../collection/compare-keys';
import { mergeOrdered } from '../collection/merge-ordered';
import type { PlacementValue } from '../placement/placement';
import type { SharedRules } from '../rule/shared-rule';
import { keysOfPage, type PageFacts } from '../rule/where';
import { compilePlacement, type CompiledPlacement } from './compiled-placement';

/** The placements of a site, compiled, and found by where they may show. */
export interface PlacementIndex {
  /** By order key, then id. */
  readonly placements: readonly CompiledPlacement[];
  readonly placementById: ReadonlyMap<string, CompiledPlacement>;
  /** In order, those that may hold on a page with the key; see {@link keysOfPage}. */
  readonly placementsByKey: ReadonlyMap<string, readonly CompiledPlacement[]>;
  /** In order, those that no key narrows. */
  readonly placementsAnywhere: readonly CompiledPlacement[];
}

interface Indexed {
  readonly values: ReadonlyMap<string, PlacementValue>;
  readonly shared: SharedRules;
  readonly index: PlacementIndex;
}

const indexes = new WeakMap<ReadonlyMap<string, PlacementValue>, Indexed>();
const lastOf = new WeakMap<object, Indexed>();

/**
 * The index of some placements; of those that are the same as the last time for the most part only the others are looked at.
 * @param family - of the ledger that they are in
 */
export function indexOfPlacements(family: object, values: ReadonlyMap<string, PlacementValue>, shared: SharedRules): PlacementIndex {
  const known = indexes.get(values);
  if (known?.shared === shared) return known.index;
  const last = lastOf.get(family);
  const index = last?.shared === shared ? indexedSince(last, values) : indexedWhole(values, shared);
  const made: Indexed = { values, shared, index };
  indexes.set(values, made);
  lastOf.set(family, made);
  return index;
}

/** The placements that may show on a page, in order; all others are certain not to. */
export function candidatePlacements(index: PlacementIndex, facts: PageFacts): readonly CompiledPlacement[] {
  const candidates = new Set(index.placementsAnywhere);
  for (const key of keysOfPage(facts)) for (const each of index.placementsByKey.get(key) ?? []) candidates.add(each);
  return [...candidates].sort(inOrder);
}

function inOrder(a: CompiledPlacement, b: CompiledPlacement): number {
  return compareKeys(a.value.order, b.value.order) || compareKeys(a.id, b.id);
}

function indexedWhole(values: ReadonlyMap<string, PlacementValue>, shared: SharedRules): PlacementIndex {
  const placements = [...values].map(([id, value]) => compilePlacement(id, value, shared)).sort(inOrder);
  const placementsByKey = new Map<string, CompiledPlacement[]>();
  for (const each of placements)
    for (const key of each.keys ?? []) {
      const keyed = placementsByKey.get(key);
      if (keyed) keyed.push(each);
      else placementsByKey.set(key, [each]);
    }
  return {
    placements,
    placementById: new Map(placements.map(each => [each.id, each])),
    placementsByKey,
    placementsAnywhere: placements.filter(each => each.keys === null),
  };
}

function indexedSince({ values: before, shared, index }: Indexed, values: ReadonlyMap<string, PlacementValue>): PlacementIndex {
  const come = [...values].flatMap(([id, value]) => (before.get(id) === value ? [] : compilePlacement(id, value, shared)));
  const gone = index.placements.filter(each => values.get(each.id) !== each.value);
  // Where most are others, putting in one by one takes longer.
  if (come.length + gone.length > values.size / 8) return indexedWhole(values, shared);
  if (come.length + gone.length === 0) return index;
  come.sort(inOrder);
  const placementById = new Map(index.placementById);
  for (const { id } of gone) placementById.delete(id);
  for (const each of come) placementById.set(each.id, each);
  const placementsByKey = new Map(index.placementsByKey);
  const under = (list: readonly CompiledPlacement[], key: string) => list.filter(each => each.keys?.includes(key));
  for (const key of new Set([...gone, ...come].flatMap(each => each.keys ?? []))) {
    const keyed = exchanged(index.placementsByKey.get(key) ?? [], under(gone, key), under(come, key));
    if (keyed.length > 0) placementsByKey.set(key, keyed);
    else placementsByKey.delete(key);
  }
  const anywhere = (list: readonly CompiledPlacement[]) => list.filter(each => each.keys === null);
  return {
    placements: exchanged(index.placements, gone, come),
    placementById,
    placementsByKey,
    placementsAnywhere: exchanged(index.placementsAnywhere, anywhere(gone), anywhere(come)),
  };
}

/** A list in order without some, and with others in their places. */
function exchanged(
  list: readonly CompiledPlacement[],
  gone: readonly CompiledPlacement[],
  come: readonly CompiledPlacement[],
): readonly CompiledPlacement[] {
  if (gone.length + come.length === 0) return list;
  const isGone = new Set(gone);
  return mergeOrdered(
    list.filter(each => !isGone.has(each)),
    come,
    inOrder,
  );
}
