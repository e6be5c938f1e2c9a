import { compileWhoTest, compileWho, hasReaderFact, readerFactsIn, type ReaderFacts } from '../rule/who';
import { decidingTests, traceTree, type DecidingTest } from '../rule/evaluate';
import { isNowhere, isTest, type RuleTree, type WhereTest, type WhoTest } from '../rule/rule';
import { idsInRule, missingRule } from '../rule/shared-rule';
import { lastClosing, nextOpening } from '../rule/when';
import { compileWhere, compileWhereTest, type PageFacts } from '../rule/where';
import type { QueryTest } from '../rule/tests/query/test';
import type { Instant } from '../schedule/local-time';
import { candidatePlacements } from '../site/placement-index';
import type { BlockNode, Dormancy, PageNode, SiteSnapshot } from '../site/snapshot';
import { compilePlacement, type CompiledPlacement } from '../site/compiled-placement';
import { layoutHasRegion, limitsOf } from '../theme/manifest';
import type { PlacementValue } from './placement';

/** The first step that stops a placement; its reason for being away. */
export type AwayReason =
  | { readonly step: 'publication'; readonly dormancy: Dormancy }
  | { readonly step: 'off' }
  | { readonly step: 'shared rule'; readonly rule: string }
  | { readonly step: 'where'; readonly deciding: readonly DecidingTest<WhereTest>[] }
  | { readonly step: 'who'; readonly deciding: readonly DecidingTest<WhoTest>[] }
  | { readonly step: 'when'; readonly opens: Instant | null; readonly closed: Instant | null }
  | { readonly step: 'block'; readonly dormancy: Dormancy | null }
  | { readonly step: 'block readers'; readonly deciding: readonly DecidingTest<WhoTest>[] }
  | { readonly step: 'layout'; readonly layout: string; readonly region: string }
  | { readonly step: 'stand-in'; readonly by: string }
  | { readonly step: 'limit'; readonly region: string; readonly most: number };

/** A placement that shows. */
export interface ShownPlacement {
  readonly placement: CompiledPlacement;
  readonly block: BlockNode;
}

/** A placement that is meant for the page but stays away. */
export interface AwayPlacement {
  readonly id: string;
  readonly value: PlacementValue;
  readonly reason: AwayReason;
}

/** What one page holds for one reader at one moment. */
export interface Resolution {
  readonly facts: PageFacts;
  /** In order. */
  readonly shown: readonly ShownPlacement[];
  /** In order; empty unless asked for. */
  readonly away: readonly AwayPlacement[];
  /** The next instant at which the answer could change. */
  readonly validUntil: Instant;
  /** Keys of the reader facts that the answer depended on. */
  readonly dependsOn: readonly string[];
  /** What was asked about query parameters, on whose outcomes the answer depended. */
  readonly queryTests: readonly QueryTest[];
}

/**
 * Resolves the placements of one page: in force, off, where, who, when, the block's publication, the block's readers,
 * the layout's regions, stand-ins, order. The first step that stops one is its reason.
 * @param withAway - also list those that are meant for the page and stay away
 */
export function resolvePage(snapshot: SiteSnapshot, facts: PageFacts, reader: ReaderFacts, withAway = false): Resolution {
  const shown: ShownPlacement[] = [];
  const away: AwayPlacement[] = [];
  const dependsOn = new Set<string>();
  const queryTests = new Map<string, QueryTest>();
  let validUntil = snapshot.validUntil;
  for (const placement of candidatePlacements(snapshot, facts)) {
    const { value } = placement;
    for (const test of placement.queryTests) queryTests.set(JSON.stringify([test.name, test.value]), test);
    if (!placement.whereHolds(facts)) {
      if (withAway && (isExcepted(placement, facts) || missesItsRule(placement, snapshot, facts)))
        away.push({ id: placement.id, value, reason: reasonFor(placement, snapshot, facts, reader)! });
      continue;
    }
    if (!value.off) {
      validUntil = Math.min(validUntil, placement.nextBoundary(snapshot.moment));
      for (const key of placement.readerFacts) dependsOn.add(key);
      for (const key of readerFactsIn(snapshot.blocks.get(value.blockId)?.value.readers ?? {})) dependsOn.add(key);
    }
    if (stepThatStops(placement, snapshot, facts, reader) === null) shown.push({ placement, block: snapshot.blocks.get(value.blockId)! });
    else if (withAway) away.push({ id: placement.id, value, reason: reasonFor(placement, snapshot, facts, reader)! });
  }
  if (withAway) {
    for (const dormant of snapshot.dormantPlacements) {
      const placement = compilePlacement(dormant.id, dormant.value, snapshot.sharedRules);
      if (!placement.whereHolds(facts) && !missesItsRule(placement, snapshot, facts)) continue;
      away.push({ id: dormant.id, value: dormant.value, reason: { step: 'publication', dormancy: dormant.dormancy } });
    }
  }
  const afterStandIns = applyStandIns(shown, away, withAway);
  const kept = applyLimits(snapshot, facts, afterStandIns.shown, away, withAway);
  return { facts, ...kept, validUntil, dependsOn: [...dependsOn].sort(), queryTests: [...queryTests.values()] };
}

/** The order in which the steps are taken that concern a placement alone. */
export type OwnStep = Exclude<AwayReason['step'], 'publication' | 'stand-in' | 'limit'>;

/**
 * Why a placement in force does not show on a page to a reader, or null when nothing of its own stops it.
 * Stand-ins are decided among several placements and so are not looked at here.
 */
export function reasonFor(placement: CompiledPlacement, snapshot: SiteSnapshot, facts: PageFacts, reader: ReaderFacts): AwayReason | null {
  const { value, rule } = placement;
  const { moment } = snapshot;
  const whoDeciding = (tree: RuleTree<WhoTest>) => decidingTests(traceTree(tree, test => compileWhoTest(test)(reader)));
  switch (stepThatStops(placement, snapshot, facts, reader)) {
    case null:
      return null;
    case 'off':
      return { step: 'off' };
    case 'shared rule':
      return { step: 'shared rule', rule: missingRule(value.rule, snapshot.sharedRules) ?? idsInRule(value.rule)[0]! };
    case 'where':
      return { step: 'where', deciding: decidingTests(traceTree(rule.where, test => compileWhereTest(test)(facts))) };
    case 'who':
      return { step: 'who', deciding: whoDeciding(rule.who) };
    case 'when':
      return { step: 'when', opens: nextOpening(rule.when, moment), closed: lastClosing(rule.when, moment) };
    case 'block':
      return { step: 'block', dormancy: snapshot.dormantBlocks.get(value.blockId)?.dormancy ?? null };
    case 'block readers':
      return { step: 'block readers', deciding: whoDeciding(snapshot.blocks.get(value.blockId)!.value.readers ?? {}) };
    case 'layout':
      return { step: 'layout', layout: facts.layout, region: value.target.name };
  }
}

/** The first step that stops a placement, or null; what {@link reasonFor} explains. */
function stepThatStops(placement: CompiledPlacement, snapshot: SiteSnapshot, facts: PageFacts, reader: ReaderFacts): OwnStep | null {
  const { value } = placement;
  if (value.off) return 'off';
  if (idsInRule(value.rule).length > 0 && missingRule(value.rule, snapshot.sharedRules) !== null) return 'shared rule';
  if (!placement.whereHolds(facts)) return 'where';
  if (!placement.whoHolds(reader)) return 'who';
  if (!placement.whenHolds(snapshot.moment)) return 'when';
  const block = snapshot.blocks.get(value.blockId);
  if (!block) return 'block';
  if (block.value.readers !== null && !compileWho(block.value.readers)(reader)) return 'block readers';
  if (value.target.kind !== 'insertion point' && !layoutHasRegion(snapshot.manifest, facts.layout, value.target.name)) return 'layout';
  return null;
}

/** Whether the reader may read the page at all. */
export function mayRead(page: Pick<PageNode, 'facts'>, reader: ReaderFacts): boolean {
  return compileWho(page.facts.readers)(reader);
}

/** One key for all readers who get the same answer, given the facts it depended on. */
export function audienceKey(dependsOn: readonly string[], reader: ReaderFacts): string {
  return dependsOn.map(key => `${key}=${hasReaderFact(reader, key) ? 1 : 0}`).join('&');
}

// Named by the rule and then excepted: worth listing as away. A placement that simply belongs elsewhere is not.
function isExcepted(placement: CompiledPlacement, facts: PageFacts): boolean {
  const { where } = placement.rule;
  if (isTest(where) || isNowhere(where) || !where.none || where.none.length === 0) return false;
  return compileWhere({ all: where.all ?? [], any: where.any ?? [] })(facts);
}

/** Whether it follows a rule that is not live, and by its own words is meant for the page. */
function missesItsRule({ value }: CompiledPlacement, snapshot: SiteSnapshot, facts: PageFacts): boolean {
  return (
    idsInRule(value.rule).length > 0 && missingRule(value.rule, snapshot.sharedRules) !== null && compileWhere(value.rule.where)(facts)
  );
}

// The first stand-in for a region takes its place; what it displaces, and any second one, stays away and says by whom.
function applyStandIns(shown: readonly ShownPlacement[], away: AwayPlacement[], withAway: boolean): Pick<Resolution, 'shown' | 'away'> {
  const winners = new Map<string, string>();
  for (const { placement } of shown) {
    const { target } = placement.value;
    if (target.kind === 'stand in' && !winners.has(target.name)) winners.set(target.name, placement.id);
  }
  if (winners.size === 0) return { shown, away };
  const kept = shown.filter(({ placement }) => {
    const winner = placement.value.target.kind === 'insertion point' ? undefined : winners.get(placement.value.target.name);
    if (winner === undefined || winner === placement.id) return true;
    if (withAway) away.push({ id: placement.id, value: placement.value, reason: { step: 'stand-in', by: winner } });
    return false;
  });
  return { shown: kept, away };
}

// Of more than the region may hold the first in order stay; stand-ins count as one, in place of all else.
function applyLimits(
  snapshot: SiteSnapshot,
  facts: PageFacts,
  shown: readonly ShownPlacement[],
  away: AwayPlacement[],
  withAway: boolean,
): Pick<Resolution, 'shown' | 'away'> {
  const counts = new Map<string, number>();
  const kept = shown.filter(({ placement }) => {
    const { name } = placement.value.target;
    const { most } = limitsOf(snapshot.manifest, facts.layout, name);
    if (most === undefined) return true;
    const count = (counts.get(name) ?? 0) + 1;
    counts.set(name, count);
    if (count <= most) return true;
    if (withAway) away.push({ id: placement.id, value: placement.value, reason: { step: 'limit', region: name, most } });
    return false;
  });
  return { shown: kept, away };
}
