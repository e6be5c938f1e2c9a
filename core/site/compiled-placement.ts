import type { PlacementValue } from '../placement/placement';
import { compileWhen } from '../rule/when';
import { compileWhere, narrowingKeys, type PageFacts } from '../rule/where';
import { compileWho, type ReaderFacts } from '../rule/who';
import type { Instant } from '../schedule/local-time';

/** A placement whose rule has been compiled to functions. */
export interface CompiledPlacement {
  readonly id: string;
  readonly value: PlacementValue;
  readonly whereHolds: (facts: PageFacts) => boolean;
  readonly whoHolds: (facts: ReaderFacts) => boolean;
  readonly whenHolds: (moment: Instant) => boolean;
  readonly keys: readonly string[] | null;
}

// Values are immutable, so what was compiled from one holds for as long as the value itself.
const compiled = new WeakMap<PlacementValue, CompiledPlacement>();

/** Compiles a placement once for all snapshots that hold the same value. */
export function compilePlacement(id: string, value: PlacementValue): CompiledPlacement {
  const known = compiled.get(value);
  if (known && known.id === id) return known;
  const made: CompiledPlacement = {
    id,
    value,
    whereHolds: compileWhere(value.rule.where),
    whoHolds: compileWho(value.rule.who),
    whenHolds: compileWhen(value.rule.when),
    keys: narrowingKeys(value.rule.where),
  };
  compiled.set(value, made);
  return made;
}
