import type { PlacementValue } from '../placement/placement';
import { testsOf, type Rule } from '../rule/rule';
import { effectiveRule, type SharedRules } from '../rule/shared-rule';
import { compileWhen, nextWhenBoundary } from '../rule/when';
import { compileWhere, narrowingKeys, queryTestsIn, type PageFacts } from '../rule/where';
import type { QueryTest } from '../rule/tests/query/test';
import { compileWho, readerFactsIn, type ReaderFacts } from '../rule/who';
import type { Instant } from '../schedule/local-time';

/** A placement whose rule has been compiled to functions. */
export interface CompiledPlacement {
  readonly id: string;
  readonly value: PlacementValue;
  /** Its rule with every shared rule that it follows taken in. */
  readonly rule: Rule;
  readonly whereHolds: (facts: PageFacts) => boolean;
  readonly whoHolds: (facts: ReaderFacts) => boolean;
  readonly whenHolds: (moment: Instant) => boolean;
  /** The first instant after a moment at which its rule may come out differently. */
  readonly nextBoundary: (moment: Instant) => Instant;
  /** Keys of the reader facts that its rule asks about. */
  readonly readerFacts: readonly string[];
  /** What its rule asks about query parameters. */
  readonly queryTests: readonly QueryTest[];
  readonly keys: readonly string[] | null;
}

// Values are immutable, so what was compiled from one holds for as long as the value itself.
const compiled = new WeakMap<PlacementValue, CompiledPlacement>();

/** Compiles a placement once for all snapshots that hold the same value. */
export function compilePlacement(id: string, value: PlacementValue, shared: SharedRules): CompiledPlacement {
  const rule = effectiveRule(value.rule, shared);
  const known = compiled.get(value);
  if (known && known.id === id && known.rule === rule) return known;
  const made: CompiledPlacement = {
    id,
    value,
    rule,
    whereHolds: compileWhere(rule.where),
    whoHolds: compileWho(rule.who),
    whenHolds: compileWhen(rule.when),
    nextBoundary: testsOf(rule.when).length === 0 ? () => Infinity : moment => nextWhenBoundary(rule.when, moment),
    readerFacts: readerFactsIn(rule.who),
    queryTests: queryTestsIn(rule.where),
    keys: narrowingKeys(rule.where),
  };
  compiled.set(value, made);
  return made;
}
