import { insetLoopFrom } from '../inset/inset';
import { checkExpectation, type ExpectationOutcome } from '../expectation/check';
import type { ExpectationValue } from '../expectation/expectation';
import type { PlacementValue } from '../placement/placement';
import type { SitePiece, SitePlan } from '../plan/pieces';
import { both, countOfSet, isEmpty, without } from '../reach/bit-set';
import { ReachGrid } from '../reach/grid';
import type { PageUniverse } from '../reach/page-universe';
import type { PlacedFacts, SiteSide } from '../reach/site-facts';
import { alwaysHolds, testsOf, type Rule, type RuleTree, type WhoTest } from '../rule/rule';
import { missingRule } from '../rule/shared-rule';
import { openTimeWithin } from '../rule/when';
import type { ThemeManifest } from '../theme/manifest';
import type { Finding, NeverCause } from './finding';
import { firstPageOf, judgeRule, type RuleHealth } from './rule-health';
import { limitedTargets, regionFindings } from './region-health';

/** What is wrong with a site. */
export interface Health {
  readonly findings: readonly Finding[];
  /** Whether a cap was met, so that there may be more. */
  readonly isPartial: boolean;
  /** How many placements, regions and expectations had to be looked at anew. */
  readonly computed: number;
}

interface Judged {
  readonly rule: Rule;
  readonly universe: PageUniverse;
  readonly blockReaders: RuleTree<WhoTest> | null | undefined;
  readonly health: RuleHealth;
}

/**
 * Finds what is wrong over a whole plan. What was found of a placement, a region or an expectation is kept for as long
 * as nothing it rests on changes, so that after one change only what the change touches is computed again.
 */
export class HealthCheck {
  readonly #judged = new WeakMap<PlacementValue, Judged>();
  readonly #regions = new Map<string, { readonly basis: readonly unknown[]; readonly result: ReturnType<typeof regionFindings> }>();
  readonly #expectations = new Map<string, { readonly basis: readonly unknown[]; readonly result: ExpectationOutcome }>();
  #computed = 0;

  /** @param locales - all locales of the site */
  check(plan: SitePlan, locales: readonly string[]): Health {
    this.#computed = 0;
    const first = plan.pieces[0];
    if (!first) return { findings: [], isPartial: false, computed: 0 };
    const seen = new Set<string>();
    const findings: Finding[] = [];
    let isPartial = plan.isPartial;
    const latest = new Map<string, { piece: SitePiece; placed: PlacedFacts }>();
    const shows = new Set<string>();
    const causes = new Map<string, NeverCause>();
    const grids = plan.pieces.map(piece => new ReachGrid(piece.side));
    plan.pieces.forEach((piece, index) => {
      for (const placed of piece.side.placements) {
        if (placed.dormancy !== null) continue;
        if (!latest.has(placed.id)) latest.set(placed.id, { piece, placed });
        if (shows.has(placed.id)) continue;
        const cause = this.#neverIn(piece, grids[index]!, placed, locales);
        if (cause === null) shows.add(placed.id);
        else causes.set(placed.id, cause);
      }
    });
    for (const [id, { piece, placed }] of latest) {
      const found = this.#ofPlacement(piece, placed, locales, shows.has(id) ? null : causes.get(id)!);
      isPartial ||= found.isPartial;
      findings.push(...found.findings);
    }
    for (const target of limitedTargets(first.side.manifest)) {
      const { findings: found, isPartial: part } = this.#ofRegion(plan, target);
      findings.push(...found);
      isPartial ||= part;
    }
    // Of a block whose placement never shows the placement's finding says enough.
    const told = new Set(findings.flatMap(each => (each.kind === 'never shows' ? [latest.get(each.recordId)!.placed.value.blockId] : [])));
    findings.push(...insetFindings(first.side), ...unseenBlocks(plan, shows, seen).filter(each => !told.has(each.recordId)));
    for (const [id, expectation] of first.snapshot.expectations) {
      const outcome = this.expectation(id, expectation, plan);
      isPartial ||= outcome.isPartial;
      const breach = outcome.breaches[0];
      if (breach)
        findings.push({
          kind: 'expectation broken',
          recordId: id,
          recordKind: 'expectation',
          pageId: breach.pages.find(page => page.service === null)?.id ?? null,
          pageCount: breach.pages.length,
          from: breach.from,
        });
    }
    return { findings, isPartial, computed: this.#computed };
  }

  /** How one expectation comes out over the plan; kept while the plan is the same as far as it goes. */
  expectation(id: string, expectation: ExpectationValue, plan: SitePlan): ExpectationOutcome {
    const basis = [expectation, ...basisOf(plan)];
    const known = this.#expectations.get(id);
    if (known && isSame(known.basis, basis)) return known.result;
    this.#computed += 1;
    const result = checkExpectation(expectation, plan);
    this.#expectations.set(id, { basis, result });
    return result;
  }

  #judge(side: SiteSide, span: SitePiece, placed: PlacedFacts, locales: readonly string[]): RuleHealth {
    const grid = new ReachGrid(side);
    const { universe } = grid;
    const rule = grid.ruleOf(placed);
    const blockReaders = side.blockReaders[placed.value.blockId];
    const known = this.#judged.get(placed.value);
    if (known && known.rule === rule && known.universe === universe && known.blockReaders === blockReaders) return known.health;
    this.#computed += 1;
    const health = judgeRule(rule, { universe, locale: side.locale, locales, blockReaders: blockReaders ?? null, span });
    this.#judged.set(placed.value, { rule, universe, blockReaders, health });
    return health;
  }

  /** Why a placement does not show in a piece of time, or null when it does at some moment, somewhere, to somebody. */
  #neverIn(piece: SitePiece, grid: ReachGrid, placed: PlacedFacts, locales: readonly string[]): NeverCause | null {
    const { value } = placed;
    if (value.off) return 'off';
    const { pages, hasReaders } = this.#judge(piece.side, piece, placed, locales);
    if (isEmpty(pages)) return 'no page';
    if (value.target.kind !== 'insertion point' && isEmpty(both(pages, grid.universe.withRegion(piece.side.manifest, value.target.name))))
      return 'layout';
    if (!hasReaders) return 'readers';
    if (piece.side.blockReaders[value.blockId] === undefined) return 'block';
    return openTimeWithin(grid.ruleOf(placed).when, piece).length === 0 ? 'time' : null;
  }

  #ofPlacement(
    piece: SitePiece,
    placed: PlacedFacts,
    locales: readonly string[],
    never: NeverCause | null,
  ): { findings: readonly Finding[]; isPartial: boolean } {
    const { side } = piece;
    const { value } = placed;
    // What is switched off on purpose is no fault.
    if (value.off) return { findings: [], isPartial: false };
    const health = this.#judge(side, piece, placed, locales);
    const grid = new ReachGrid(side);
    const { universe } = grid;
    const pageId = firstPageOf(universe, health.pages) ?? side.pages[0]?.id ?? null;
    const base = { recordId: placed.id, recordKind: 'placement' as const, pageId };
    const missing = missingRule(value.rule, new Map(Object.entries(side.sharedRules)));
    if (missing !== null) return { findings: [{ ...base, kind: 'shared rule gone', rule: missing }], isPartial: false };
    const gone = new Set(
      testsOf(value.rule.where).flatMap(test =>
        (test.test === 'page' || test.test === 'within' || test.test === 'menu item') && universe.positionOf(test.page) === undefined
          ? [test.page]
          : [],
      ),
    );
    const isAboutGone = (tested: RuleHealth['neverMatters'][number]) => 'page' in tested.test && gone.has(tested.test.page);
    const findings: Finding[] = [
      ...[...gone].map((page): Finding => ({ ...base, kind: 'page gone', page })),
      ...health.patternsWithoutPage.map((pattern): Finding => ({ ...base, kind: 'pattern without a page', pattern })),
      ...(never === null ? [] : [{ ...base, kind: 'never shows' as const, cause: never }]),
      // Of a placement that never shows that alone is worth saying.
      ...(never !== null
        ? []
        : [
            ...health.alwaysTrue.map((tested): Finding => ({ ...base, kind: 'test always true', tested })),
            ...health.neverMatters
              .filter(tested => !isAboutGone(tested))
              .map((tested): Finding => ({ ...base, kind: 'test never matters', tested })),
            ...missingRegions(side, universe, placed, health, base),
          ]),
    ];
    return { findings, isPartial: health.isPartial };
  }

  #ofRegion(plan: SitePlan, target: string): ReturnType<typeof regionFindings> {
    const basis = plan.pieces.flatMap(({ from, side, snapshot }) => [
      from,
      side.pages,
      limitsBasis(side.manifest, target),
      snapshot.pageReaderFacts.join(),
      ...side.placements
        .filter(each => each.value.target.name === target && each.dormancy === null)
        .flatMap(each => [each.value, new ReachGrid(side).ruleOf(each), side.blockReaders[each.value.blockId]]),
    ]);
    const known = this.#regions.get(target);
    if (known && isSame(known.basis, basis)) return known.result;
    this.#computed += 1;
    const result = regionFindings(plan, target);
    this.#regions.set(target, { basis, result });
    return result;
  }
}

function missingRegions(
  side: SiteSide,
  universe: PageUniverse,
  { value }: PlacedFacts,
  health: RuleHealth,
  base: Pick<Finding, 'recordId' | 'recordKind' | 'pageId'>,
): readonly Finding[] {
  // A rule that asks nothing about pages means "wherever there is room".
  if (value.target.kind === 'insertion point' || alwaysHolds(value.rule.where)) return [];
  const lacking = without(health.pages, universe.withRegion(side.manifest, value.target.name));
  if (isEmpty(lacking)) return [];
  const pageId = firstPageOf(universe, lacking);
  return pageId === null ? [] : [{ ...base, kind: 'region missing', region: value.target.name, pageCount: countOfSet(lacking), pageId }];
}

function insetFindings(side: SiteSide): readonly Finding[] {
  const findings: Finding[] = [];
  const told = new Set<string>();
  for (const [holder, held] of Object.entries(side.insets)) {
    const isBlock = holder in side.blockReaders;
    const base = { recordId: holder, recordKind: isBlock ? ('block' as const) : ('page' as const), pageId: isBlock ? null : holder };
    for (const blockId of held) if (side.blockReaders[blockId] === undefined) findings.push({ ...base, kind: 'inset missing', blockId });
    const loop = isBlock ? insetLoopFrom(holder, id => side.insets[id] ?? []) : null;
    const key = loop && [...new Set(loop)].sort().join();
    if (loop && !told.has(key!)) {
      told.add(key!);
      findings.push({ ...base, kind: 'inset loop', blockIds: loop });
    }
  }
  return findings;
}

/** Live blocks that show at no time ahead: neither by a placement nor inside a text that shows. */
function unseenBlocks(plan: SitePlan, shows: ReadonlySet<string>, seen: Set<string>): readonly Finding[] {
  const live = new Set<string>();
  for (const { side } of plan.pieces) {
    for (const id of Object.keys(side.blockReaders)) live.add(id);
    for (const { id, value } of side.placements) if (shows.has(id)) seen.add(value.blockId);
  }
  for (let before = -1; before !== seen.size;) {
    before = seen.size;
    for (const { side } of plan.pieces)
      for (const [holder, held] of Object.entries(side.insets))
        if (seen.has(holder) || !(holder in side.blockReaders)) for (const id of held) seen.add(id);
  }
  return [...live]
    .filter(id => !seen.has(id))
    .map((recordId): Finding => ({ kind: 'block unseen', recordId, recordKind: 'block', pageId: null }));
}

// What an expectation rests on: all of the plan that decides what shows.
function basisOf(plan: SitePlan): readonly unknown[] {
  return plan.pieces.flatMap(({ from, side, snapshot }) => [
    from,
    side.pages,
    JSON.stringify(side.manifest.layouts),
    ...snapshot.placements.map(each => each.rule),
    ...snapshot.placements.map(each => each.value),
    ...[...snapshot.blocks.values()].map(each => each.value),
  ]);
}

function limitsBasis(manifest: ThemeManifest, target: string): string {
  return JSON.stringify([...manifest.regions, ...manifest.insertionPoints].find(each => each.name === target)?.limits ?? null);
}

function isSame(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((each, index) => each === b[index]);
}
