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
import type { Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
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
  readonly blockReaders: RuleTree<WhoTest> | null | undefined;
  /** From when its times were judged; null when it has too few tests of time for that to matter. */
  readonly from: Instant | null;
  readonly health: RuleHealth;
}

/** A piece of the plan with its grid, and over which time and locales rules are judged. */
interface Look {
  readonly piece: SitePiece;
  readonly grid: ReachGrid;
  readonly span: Interval;
  readonly locales: readonly string[];
}

/**
 * Finds what is wrong over a whole plan. What was found of a placement, a region or an expectation is kept for as long
 * as nothing it rests on changes, so that after one change only what the change touches is computed again.
 */
export class HealthCheck {
  readonly #judged = new WeakMap<PlacementValue, WeakMap<PageUniverse, Judged>>();
  readonly #regions = new Map<string, { readonly basis: readonly unknown[]; readonly result: ReturnType<typeof regionFindings> }>();
  readonly #expectations = new Map<
    string,
    { readonly expectation: ExpectationValue; readonly basis: readonly unknown[]; readonly result: ExpectationOutcome }
  >();
  #computed = 0;

  /** @param locales - all locales of the site */
  check(plan: SitePlan, locales: readonly string[]): Health {
    this.#computed = 0;
    const first = plan.pieces[0];
    if (!first) return { findings: [], isPartial: false, computed: 0 };
    const findings: Finding[] = [];
    let isPartial = plan.isPartial;
    const latest = new Map<string, { look: Look; placed: PlacedFacts }>();
    const shows = new Set<string>();
    const causes = new Map<string, NeverCause>();
    const span = { from: first.from, until: plan.until };
    const looks = plan.pieces.map((piece): Look => ({ piece, grid: new ReachGrid(piece.side), span, locales }));
    for (const look of looks) {
      for (const placed of look.piece.side.placements) {
        if (placed.dormancy !== null) continue;
        if (!latest.has(placed.id)) latest.set(placed.id, { look, placed });
        if (shows.has(placed.id)) continue;
        const cause = this.#neverIn(look, placed);
        if (cause === null) shows.add(placed.id);
        else causes.set(placed.id, cause);
      }
    }
    for (const [id, { look, placed }] of latest) {
      const found = this.#ofPlacement(look, placed, shows.has(id) ? null : causes.get(id)!);
      isPartial ||= found.isPartial;
      findings.push(...found.findings);
    }
    for (const target of limitedTargets(first.side.manifest)) {
      const { findings: found, isPartial: part } = this.#ofRegion(plan, looks, target);
      findings.push(...found);
      isPartial ||= part;
    }
    // Of a block whose placement never shows the placement's finding says enough.
    const told = new Set(findings.flatMap(each => (each.kind === 'never shows' ? [latest.get(each.recordId)!.placed.value.blockId] : [])));
    findings.push(...insetFindings(first.side), ...unseenBlocks(plan, shows).filter(each => !told.has(each.recordId)));
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
    const basis = basisOf(plan);
    const known = this.#expectations.get(id);
    if (known && known.expectation === expectation && isSame(known.basis, basis)) return known.result;
    this.#computed += 1;
    const result = checkExpectation(expectation, plan);
    this.#expectations.set(id, { expectation, basis, result });
    return result;
  }

  #judge({ piece, grid, span, locales }: Look, placed: PlacedFacts): RuleHealth {
    const { universe, side } = grid;
    const rule = grid.ruleOf(placed);
    const blockReaders = side.blockReaders[placed.value.blockId];
    const from = testsOf(rule.when).length < 2 ? null : span.from;
    const judged = this.#judged.get(placed.value) ?? new WeakMap<PageUniverse, Judged>();
    this.#judged.set(placed.value, judged);
    const known = judged.get(universe);
    if (known && known.rule === rule && known.blockReaders === blockReaders && known.from === from) return known.health;
    this.#computed += 1;
    const health = judgeRule(rule, { universe, locale: piece.side.locale, locales, blockReaders: blockReaders ?? null, span });
    judged.set(universe, { rule, blockReaders, from, health });
    return health;
  }

  /** Why a placement does not show in a piece of time, or null when it does at some moment, somewhere, to somebody. */
  #neverIn(look: Look, placed: PlacedFacts): NeverCause | null {
    const { piece, grid } = look;
    const { value } = placed;
    if (value.off) return 'off';
    const { pages, hasReaders } = this.#judge(look, placed);
    if (isEmpty(pages)) return 'no page';
    if (value.target.kind !== 'insertion point' && isEmpty(both(pages, grid.universe.withRegion(piece.side.manifest, value.target.name))))
      return 'layout';
    if (!hasReaders) return 'readers';
    if (piece.side.blockReaders[value.blockId] === undefined) return 'block';
    return openTimeWithin(grid.ruleOf(placed).when, piece).length === 0 ? 'time' : null;
  }

  #ofPlacement(look: Look, placed: PlacedFacts, never: NeverCause | null): { findings: readonly Finding[]; isPartial: boolean } {
    const { side, universe, sharedRules } = look.grid;
    const { value } = placed;
    // What is switched off on purpose is no fault.
    if (value.off) return { findings: [], isPartial: false };
    const health = this.#judge(look, placed);
    const pageId = firstPageOf(universe, health.pages) ?? side.pages[0]?.id ?? null;
    const base = { recordId: placed.id, recordKind: 'placement' as const, pageId };
    const missing = missingRule(value.rule, sharedRules);
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

  #ofRegion(plan: SitePlan, looks: readonly Look[], target: string): ReturnType<typeof regionFindings> {
    const basis = looks.flatMap(({ piece: { from, side, snapshot }, grid }) => [
      from,
      side.pages,
      side.manifest,
      snapshot.pageReaderFacts.join(),
      ...side.placements
        .filter(each => each.value.target.name === target && each.dormancy === null)
        .flatMap(each => [each.value, grid.ruleOf(each), side.blockReaders[each.value.blockId]]),
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
function unseenBlocks(plan: SitePlan, shows: ReadonlySet<string>): readonly Finding[] {
  const live = new Set<string>();
  const seen = new Set<string>();
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

const bases = new WeakMap<SitePlan, readonly unknown[]>();

/** What an expectation rests on: all of the plan that decides what shows. Gathered once for all expectations. */
function basisOf(plan: SitePlan): readonly unknown[] {
  const known = bases.get(plan);
  if (known) return known;
  const made = plan.pieces.flatMap(({ from, side, snapshot }) => [
    from,
    side.pages,
    side.manifest,
    ...snapshot.placements.flatMap(each => [each.rule, each.value]),
    ...[...snapshot.blocks.values()].map(each => each.value),
  ]);
  bases.set(plan, made);
  return made;
}

function isSame(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a === b || (a.length === b.length && a.every((each, index) => each === b[index]));
}
