import { diffArrays } from 'diff';
import { isSame } from '../merge/decider';
import type { BlockModel, PageModel } from './page-model';

/** What is different of a block between two looks at one page. */
export interface BlockDifference {
  readonly what: 'comes' | 'goes' | 'changes' | 'moves';
  readonly before: PlacedModel | null;
  readonly after: PlacedModel | null;
}

/** A block where it stands. */
export interface PlacedModel {
  /** The region or insertion point; null where a text holds it. */
  readonly target: string | null;
  readonly model: BlockModel;
}

/**
 * What is different between two looks at one page, in the order of the later one, with what is gone at the end. A block that
 * makes something of other records, such as a listing, changes with them though nobody touched it.
 */
export function differencesOfModels(before: PageModel, after: PageModel): readonly BlockDifference[] {
  const [old, next] = [placedIn(before), placedIn(after)];
  const moved = new Set(Object.keys(after.targets).flatMap(target => reordered(namesIn(before, target), namesIn(after, target))));
  const fromNow = [...next].flatMap(([name, now]): readonly BlockDifference[] => {
    const then = old.get(name) ?? null;
    if (!then) return [{ what: 'comes', before: null, after: now }];
    if (then.target !== now.target || moved.has(name)) return [{ what: 'moves', before: then, after: now }];
    return isSame(then.model, now.model) ? [] : [{ what: 'changes', before: then, after: now }];
  });
  const gone = [...old]
    .filter(([name]) => !next.has(name))
    .map(([, then]): BlockDifference => ({ what: 'goes', before: then, after: null }));
  return [...fromNow, ...gone];
}

function placedIn({ targets, insets }: PageModel): ReadonlyMap<string, PlacedModel> {
  return new Map([
    ...Object.entries(targets).flatMap(([target, models]) =>
      models.map((model): readonly [string, PlacedModel] => [model.placementId, { target, model }]),
    ),
    ...Object.entries(insets).flatMap(([id, model]): readonly (readonly [string, PlacedModel])[] =>
      model ? [[`inset ${id}`, { target: null, model }]] : [],
    ),
  ]);
}

function namesIn({ targets }: PageModel, target: string): readonly string[] {
  return (targets[target] ?? []).map(each => each.placementId);
}

// As few as can be told of as having changed places.
function reordered(before: readonly string[], after: readonly string[]): readonly string[] {
  const [here, there] = [new Set(before), new Set(after)];
  const parts = diffArrays(
    before.filter(id => there.has(id)),
    after.filter(id => here.has(id)),
  );
  return parts.flatMap(({ added, value }) => (added ? value : []));
}
