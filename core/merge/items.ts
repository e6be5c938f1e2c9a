import { inside, isSame, mergeOne, type Decider, type Merge, type Place, type Tell, type Three } from './decider';

/**
 * Brings two versions of a set together: what either side put in is in, what either took out is out. The order is that of the
 * base, then of what came, as it sorts.
 */
export function mergeSets(three: Three<readonly string[]>): readonly string[] {
  return mergedIds(three, new Set());
}

/** How items are known again and brought together. */
export interface ItemsMerge<Item> {
  readonly idOf: (item: Item) => string;
  readonly tell: Tell;
  readonly merge: Merge<Item>;
}

/**
 * Brings two versions of a list together, its items known by their ids wherever they were moved to. An item that one side
 * took out and the other changed is a conflict, and so is the order where both changed it differently.
 */
export function mergeItems<Item>(
  three: Three<readonly Item[]>,
  place: Place,
  decider: Decider,
  { idOf, tell, merge }: ItemsMerge<Item>,
): readonly Item[] {
  const held = {
    base: new Map(three.base.map(each => [idOf(each), each])),
    ours: new Map(three.ours.map(each => [idOf(each), each])),
    theirs: new Map(three.theirs.map(each => [idOf(each), each])),
  };
  const kept = new Map<string, Item>();
  const dropped = new Set<string>();
  for (const id of new Set([...held.base.keys(), ...held.ours.keys(), ...held.theirs.keys()])) {
    const item = mergeOne<Item | undefined>(
      { base: held.base.get(id), ours: held.ours.get(id), theirs: held.theirs.get(id) },
      inside(place, id),
      decider,
      tell,
      (versions, at) =>
        versions.base !== undefined && versions.ours !== undefined && versions.theirs !== undefined
          ? merge(versions as Three<Item>, at, decider)
          : decider.settle(at, versions, tell),
    );
    if (item === undefined) dropped.add(id);
    else kept.set(id, item);
  }
  const order = {
    base: three.base.map(idOf).filter(id => kept.has(id)),
    ours: three.ours.map(idOf),
    theirs: three.theirs.map(idOf),
  };
  const common = (ids: readonly string[]) =>
    ids.filter(id => held.base.has(id) && held.ours.has(id) && held.theirs.has(id) && kept.has(id));
  const chosen = mergeOne(
    { base: common(order.base), ours: common(order.ours), theirs: common(order.theirs) },
    inside(place, 'order'),
    decider,
    (ids, naming) => (ids as readonly string[]).map(id => tell(kept.get(id), naming).split('\n')[0]).join(', '),
  );
  const spine = isSame(chosen, common(order.base)) ? order.base : spineOf(chosen, order.base);
  return mergedIds({ base: spine, ours: order.ours, theirs: order.theirs }, dropped, kept).map(id => kept.get(id)!);
}

// The ids of the base in the order that was settled for those that all three have.
function spineOf(chosen: readonly string[], base: readonly string[]): readonly string[] {
  const settled = [...chosen];
  const isCommon = new Set(chosen);
  return base.map(id => (isCommon.has(id) ? settled.shift()! : id));
}

/** The ids that stand after both sides had their way. What came stands after what it stood after; of two that came to one place, the lesser first. */
function mergedIds(
  { base, ours, theirs }: Three<readonly string[]>,
  dropped: ReadonlySet<string>,
  kept?: ReadonlyMap<string, unknown>,
): readonly string[] {
  const [inBase, inOurs, inTheirs] = [new Set(base), new Set(ours), new Set(theirs)];
  const stays = (id: string) => (kept ? kept.has(id) : !dropped.has(id) && (!inBase.has(id) || (inOurs.has(id) && inTheirs.has(id))));
  const after = new Map<string | null, Set<string>>();
  for (const side of [ours, theirs]) {
    let last: string | null = null;
    for (const id of side) {
      if (!inBase.has(id) && stays(id)) after.set(last, (after.get(last) ?? new Set()).add(id));
      if (stays(id)) last = id;
    }
  }
  const result: string[] = [];
  const seen = new Set<string>();
  const put = (id: string) => {
    if (seen.has(id)) return;
    seen.add(id);
    result.push(id);
    follow(id);
  };
  const follow = (id: string | null) => {
    for (const next of [...(after.get(id) ?? [])].sort()) put(next);
  };
  follow(null);
  for (const id of base) if (stays(id)) put(id);
  return result;
}
