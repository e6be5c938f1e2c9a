import type { PlacementValue } from '../placement/placement';
import { testsOf } from '../rule/rule';
import { compileWhen, nextWhenBoundary } from '../rule/when';
import { compileWhere, narrowingKeys, type PageFacts } from '../rule/where';
import { compileWho, readerFactsIn, type ReaderFacts } from '../rule/who';
import type { Instant } from '../schedule/local-time';

/** A placement whose rule has been compiled to functions. */
export interface CompiledPlacement {
  readonly id: string;
  readonly value: PlacementValue;
  readonly whereHolds: (facts: PageFacts) => boolean;
  readonly whoHolds: (facts: ReaderFacts) => boolean;
  readonly whenHolds: (moment: Instant) => boolean;
  /** The first instant after a moment at which its rule may come out differently. */
  readonly nextBoundary: (moment: Instant) => Instant;
  /** Keys of the reader facts that its rule asks about. */
  readonly readerFacts: readonly string[];
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
    nextBoundary: testsOf(value.rule.when).length === 0 ? () => Infinity : moment => nextWhenBoundary(value.rule.when, moment),
    readerFacts: readerFactsIn(value.rule.who),
    keys: narrowingKeys(value.rule.where),
  };
  compiled.set(value, made);
  return made;
}
