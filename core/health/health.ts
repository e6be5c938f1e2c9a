import { insetIdsOf, insetLoopFrom } from '../inset/inset';
import { basisOfExpectation, checkExpectation, subjectOf, type ExpectationOutcome } from '../expectation/check';
import type { ExpectationValue } from '../expectation/expectation';
import type { PlacementValue } from '../placement/placement';
import type { PlacedSpan } from '../plan/placed-spans';
import type { BlockSpan, SitePlan } from '../plan/site-plan';
import { firstCutOf, standingsIn } from '../plan/standing';
import { both, holdsForSome, isEmpty, positionsOf, without, type BitSet } from '../reach/bit-set';
import type { PageUniverse } from '../reach/page-universe';
import { alwaysHolds, testsOf, type Rule, type RuleTree, type WhoTest } from '../rule/rule';
import { openTimeOver } from '../rule/open-time';
import { holdsInstant, intersectionOf, sharesTime, type Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import type { ThemeManifest } from '../theme/manifest';
import type { Finding, NeverCause } from './finding';
import { KeptOutcomes } from './kept-outcomes';
import { asksSomebody, firstPageOf, judgeRule, type RuleHealth } from './rule-health';
import { limitedTargets, regionFindings, RegionMemory } from './region-health';

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
  readonly blockReaders: RuleTree<WhoTest> | null;
  /** From when its times were judged; null when it has too few tests of time for that to matter. */
  readonly from: Instant | null;
  readonly health: RuleHealth;
}

interface PlacementFindings {
  readonly findings: readonly Finding[];
  readonly isPartial: boolean;
}

/** What is known of a placement in a stretch of time. */
interface KnownPlacement {
  readonly universe: PageUniverse;
  readonly manifest: ThemeManifest;
  readonly blocks: readonly BlockSpan[] | undefined;
  readonly cause: NeverCause | null;
  /** Until when the cause holds, whatever the plan is from then on. */
  readonly until: Instant;
  /** What was found of it, if it was looked for; given how it was judged and why it never shows. */
  told: { readonly health: RuleHealth; readonly never: NeverCause | null; readonly found: PlacementFindings } | null;
}

const noFindings: PlacementFindings = { findings: [], isPartial: false };

/**
 * Finds what is wrong over a whole plan. What was found of a placement, a region or an expectation is kept for as long
 * as nothing it rests on changes, so that after one change only what the change touches is computed again.
 */
export class HealthCheck {
  readonly #judged = new WeakMap<PlacementValue, WeakMap<PageUniverse, Judged>>();
  readonly #placements = new WeakMap<PlacedSpan, KnownPlacement>();
  readonly #regions = new KeptOutcomes<ReturnType<typeof regionFindings>>();
  readonly #regionMemories = new Map<string, RegionMemory>();
  readonly #expectations = new KeptOutcomes<ExpectationOutcome>();
  #computed = 0;

  /** All at once. @param locales - all locales of the site */
  check(plan: SitePlan, locales: readonly string[]): Health {
    const steps = this.steps(plan, locales);
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
    }
  }

  /**
   * The same step by step, so that whoever runs it can rest in between.
   * @param locales - all locales of the site
   * @param planIn - the plan of another locale, for what is expected there; left out, what is expected there is looked for here
   */
  *steps(plan: SitePlan, locales: readonly string[], planIn: (locale: string) => SitePlan = () => plan): Generator<void, Health> {
    this.#computed = 0;
    const findings: Finding[] = [];
    let isPartial = plan.isPartial;
    const first = new Map<string, { readonly placed: PlacedSpan; readonly known: KnownPlacement }>();
    const shows = new Set<string>();
    const causes = new Map<string, NeverCause>();
    for (const placed of plan.placements) {
      if (shows.has(placed.id)) continue;
      yield;
      const known = this.#know(plan, locales, placed);
      if (!first.has(placed.id)) first.set(placed.id, { placed, known });
      if (known.cause === null) shows.add(placed.id);
      else causes.set(placed.id, known.cause);
    }
    for (const [id, { placed, known }] of first) {
      const found = this.#ofPlacement(plan, locales, placed, known, shows.has(id) ? null : causes.get(id)!);
      isPartial ||= found.isPartial;
      findings.push(...found.findings);
    }
    for (const target of limitedTargets(plan.manifest)) {
      yield;
      const { findings: found, isPartial: part } = this.#ofRegion(plan, target);
      findings.push(...found);
      isPartial ||= part;
    }
    // Of a block whose placement never shows the placement's finding says enough.
    const told = new Set(findings.flatMap(each => (each.kind === 'never shows' ? [first.get(each.recordId)!.placed.value.blockId] : [])));
    findings.push(...insetFindings(plan), ...unseenBlocks(plan, shows).filter(each => !told.has(each.recordId)));
    for (const [id, expectation] of plan.expectations) {
      yield;
      const outcome = this.expectation(id, expectation, expectation.locale ? planIn(expectation.locale) : plan);
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

  /** How one expectation comes out over the plan; kept while all that it rests on is the same. */
  expectation(id: string, expectation: ExpectationValue, plan: SitePlan): ExpectationOutcome {
    const basis = [expectation, ...basisOfExpectation(expectation, plan)];
    const firstCut = () => {
      const { standings, cuts } = subjectOf(expectation, plan);
      const [spoken] = openTimeOver(expectation.when, plan.span);
      const spokenCut = !spoken ? Infinity : spoken.from > plan.span.from ? spoken.from : spoken.until;
      return Math.min(firstCutOf(plan, standings), cuts[0] ?? Infinity, spokenCut, ...pageCutsOf(plan));
    };
    const outcome = this.#expectations.of(id, plan, basis, firstCut, () => {
      this.#computed += 1;
      return checkExpectation(expectation, plan);
    });
    return { ...outcome, breaches: outcome.breaches.map(each => startingWith(plan, each)) };
  }

  #judge(plan: SitePlan, locales: readonly string[], placed: PlacedSpan): RuleHealth {
    const { universe, locale, span } = plan;
    const { value, rule } = placed;
    const blockReaders = plan.blocks.get(value.blockId)?.[0]?.readers ?? null;
    const from = alwaysHolds(rule.when) || testsOf(rule.when).length < 2 ? null : span.from;
    const judged = this.#judged.get(value) ?? new WeakMap<PageUniverse, Judged>();
    this.#judged.set(value, judged);
    const known = judged.get(universe);
    if (known && known.rule === rule && known.blockReaders === blockReaders && known.from === from) return known.health;
    this.#computed += 1;
    const health = judgeRule(rule, { universe, locale, locales, blockReaders, span });
    judged.set(universe, { rule, blockReaders, from, health });
    return health;
  }

  #know(plan: SitePlan, locales: readonly string[], placed: PlacedSpan): KnownPlacement {
    const blocks = plan.blocks.get(placed.value.blockId);
    const known = this.#placements.get(placed);
    const { universe, manifest, span } = plan;
    if (known && known.universe === universe && known.manifest === manifest && known.blocks === blocks && span.from < known.until)
      return known;
    const made = { universe, manifest, blocks, ...this.#findNever(plan, locales, placed), told: null };
    this.#placements.set(placed, made);
    return made;
  }

  /** Why a placement does not show in a stretch of time, or null when it does at some moment, somewhere, to somebody. */
  #findNever(plan: SitePlan, locales: readonly string[], placed: PlacedSpan): Pick<KnownPlacement, 'cause' | 'until'> {
    const { value, rule } = placed;
    // Without times of its own nothing depends on from when to when the plan is.
    const always = (cause: NeverCause | null) => ({ cause, until: alwaysHolds(rule.when) ? Infinity : -Infinity });
    if (value.off) return always('off');
    const { pages: meant, hasReaders } = this.#judge(plan, locales, placed);
    const isLiveThen = (position: number) => sharesTime(plan.pageSpans[position]!, placed);
    if (!holdsForSome(meant, isLiveThen)) return always('no page');
    const fitting =
      value.target.kind === 'insertion point' ? meant : both(meant, plan.universe.withRegion(plan.manifest, value.target.name));
    if (!holdsForSome(fitting, isLiveThen)) return always('layout');
    if (!hasReaders) return always('readers');
    // Whoever is asked for may have none but the pages that lack the region.
    const blockReaders = plan.blocks.get(value.blockId)?.[0]?.readers ?? null;
    const { universe, locale, span } = plan;
    if (fitting !== meant && !asksSomebody(rule.who, { universe, locale, locales, blockReaders, span }, fitting)) return always('readers');
    const time = { from: Math.max(placed.from, plan.span.from), until: Math.min(placed.until, plan.span.until) };
    const live = intersectionOf(plan.blocks.get(value.blockId) ?? [], [time]);
    if (live.length === 0) return always('block');
    if (alwaysHolds(rule.when)) return always(isSeenDuring(plan, fitting, live) ? null : 'time');
    const open = intersectionOf(openTimeOver(rule.when, time), live);
    if (!isSeenDuring(plan, fitting, open)) return always('time');
    // It opens once more, on a page that is there all the time: until that is over it shows whenever the plan begins.
    const last = open.at(-1)!;
    return { cause: null, until: isSeenDuring(plan, fitting, [last]) ? last.until : -Infinity };
  }

  #ofPlacement(
    plan: SitePlan,
    locales: readonly string[],
    placed: PlacedSpan,
    known: KnownPlacement,
    never: NeverCause | null,
  ): PlacementFindings {
    // What is switched off on purpose is no fault.
    if (placed.value.off) return noFindings;
    const { told } = known;
    // Without times nothing of how a rule was judged depends on when.
    if (told && told.never === never && alwaysHolds(placed.rule.when)) return told.found;
    const health = this.#judge(plan, locales, placed);
    if (told && told.health === health && told.never === never) return told.found;
    const found = { findings: this.#findingsOf(plan, placed, health, never), isPartial: health.isPartial };
    known.told = { health, never, found };
    return found;
  }

  #findingsOf(plan: SitePlan, placed: PlacedSpan, health: RuleHealth, never: NeverCause | null): readonly Finding[] {
    const { universe } = plan;
    const { value, missing } = placed;
    const pageId = firstPageOf(universe, health.pages) ?? universe.pages[0]?.id ?? null;
    const base = { recordId: placed.id, recordKind: 'placement' as const, pageId };
    if (missing !== null) return [{ ...base, kind: 'shared rule gone', rule: missing }];
    const gone = new Set(
      testsOf(value.rule.where).flatMap(test =>
        (test.test === 'page' || test.test === 'within' || test.test === 'menu item') && universe.positionOf(test.page) === undefined
          ? [test.page]
          : [],
      ),
    );
    const isAboutGone = (tested: RuleHealth['neverMatters'][number]) => 'page' in tested.test && gone.has(tested.test.page);
    return [
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
            ...missingRegions(plan, placed, health, base),
          ]),
    ];
  }

  #ofRegion(plan: SitePlan, target: string): ReturnType<typeof regionFindings> {
    const standings = standingsIn(plan, target);
    const basis = [plan.universe, plan.manifest, ...standings];
    const firstCut = () => Math.min(firstCutOf(plan, standings), ...pageCutsOf(plan));
    const found = this.#regions.of(target, plan, basis, firstCut, () => {
      this.#computed += 1;
      const memory = this.#regionMemories.get(target) ?? new RegionMemory();
      this.#regionMemories.set(target, memory);
      return regionFindings(plan, target, memory);
    });
    return { ...found, findings: found.findings.map(each => startingWith(plan, each)) };
  }
}

// What was found a little earlier and still holds begins with the plan.
function startingWith<Told extends { readonly from: Instant }>({ span }: SitePlan, told: Told): Told {
  return told.from < span.from ? { ...told, from: span.from } : told;
}

/** Whether some page of a set is there while something is open. */
function isSeenDuring({ pageSpans, span }: SitePlan, pages: BitSet, open: readonly Interval[]): boolean {
  if (open.length === 0) return false;
  return holdsForSome(pages, position => {
    const page = pageSpans[position]!;
    return (page.from <= span.from && page.until >= span.until) || open.some(each => sharesTime(each, page));
  });
}

const pageCuts = new WeakMap<SitePlan, readonly Instant[]>();

/** The first instant after the beginning of a plan at which any page changes, if there is one. */
function pageCutsOf(plan: SitePlan): readonly Instant[] {
  const known = pageCuts.get(plan);
  if (known) return known;
  const first = plan.pageSpans.reduce((next, { from }) => (from > plan.span.from ? Math.min(next, from) : next), Infinity);
  const last = plan.pageSpans.reduce((next, { until }) => (until > plan.span.from ? Math.min(next, until) : next), first);
  const made = last === Infinity ? [] : [last];
  pageCuts.set(plan, made);
  return made;
}

function missingRegions(
  { universe, manifest }: SitePlan,
  { value }: PlacedSpan,
  health: RuleHealth,
  base: Pick<Finding, 'recordId' | 'recordKind' | 'pageId'>,
): readonly Finding[] {
  // A rule that asks nothing about pages means "wherever there is room".
  if (value.target.kind === 'insertion point' || alwaysHolds(value.rule.where)) return [];
  const lacking = without(health.pages, universe.withRegion(manifest, value.target.name));
  if (isEmpty(lacking)) return [];
  const pageId = firstPageOf(universe, lacking);
  const pageCount = new Set(positionsOf(lacking).map(position => universe.pages[position]!.id)).size;
  return pageId === null ? [] : [{ ...base, kind: 'region missing', region: value.target.name, pageCount, pageId }];
}

function insetFindings({ universe, pageSpans, blocks, span }: SitePlan): readonly Finding[] {
  const findings: Finding[] = [];
  const told = new Set<string>();
  const blockNow = (id: string) => blocks.get(id)?.find(each => holdsInstant(each, span.from));
  const missing = (held: readonly string[], base: Pick<Finding, 'recordId' | 'recordKind' | 'pageId'>) => {
    for (const blockId of held) if (!blockNow(blockId)) findings.push({ ...base, kind: 'inset missing', blockId });
  };
  for (const position of universe.holders) {
    const { id, written } = universe.pages[position]!;
    if (holdsInstant(pageSpans[position]!, span.from)) missing(insetIdsOf(written!), { recordId: id, recordKind: 'page', pageId: id });
  }
  for (const id of blocks.keys()) {
    const held = blockNow(id)?.insets ?? [];
    if (held.length === 0) continue;
    const base = { recordId: id, recordKind: 'block' as const, pageId: null };
    missing(held, base);
    const loop = insetLoopFrom(id, each => blockNow(each)?.insets ?? []);
    const key = loop && [...new Set(loop)].sort().join();
    if (loop && !told.has(key!)) {
      told.add(key!);
      findings.push({ ...base, kind: 'inset loop', blockIds: loop });
    }
  }
  return findings;
}

/** Live blocks that show at no time ahead: neither by a placement nor inside a text that shows. */
function unseenBlocks({ universe, blocks, placements }: SitePlan, shows: ReadonlySet<string>): readonly Finding[] {
  const seen = new Set<string>();
  for (const { id, value } of placements) if (shows.has(id)) seen.add(value.blockId);
  for (const position of universe.holders) for (const id of insetIdsOf(universe.pages[position]!.written!)) seen.add(id);
  // A set grows while it is walked over.
  for (const id of seen) for (const { insets } of blocks.get(id) ?? []) for (const inside of insets) seen.add(inside);
  return [...blocks.keys()]
    .filter(id => !seen.has(id))
    .map((recordId): Finding => ({ kind: 'block unseen', recordId, recordKind: 'block', pageId: null }));
}
