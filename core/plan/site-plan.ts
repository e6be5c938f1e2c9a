import type { BlockValue } from '../block/block';
import { compareKeys } from '../collection/compare-keys';
import { mergeOrdered } from '../collection/merge-ordered';
import type { ExpectationValue } from '../expectation/expectation';
import { idsNamedBy } from '../file/holders';
import { insetIdsOf } from '../inset/inset';
import type { Ledger } from '../ledger/ledger';
import type { RecordKind } from '../ledger/records';
import type { PageValue } from '../page/page';
import type { PlacementValue } from '../placement/placement';
import type { PageUniverse } from '../reach/page-universe';
import type { RuleTree, WhoTest } from '../rule/rule';
import { seasonsIn, withDates, type SharedRuleValue } from '../rule/shared-rule';
import type { PageFacts } from '../rule/where';
import { holdsInstant, type Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import type { ThemeManifest } from '../theme/manifest';
import { pageSpans, type PageSpans } from './page-spans';
import { isNamedByRules, placedSpans, stretchesNamed, type PlacedSpan } from './placed-spans';
import { fieldsAskedFor, isSameWays, waysOf, type PageWay } from './page-ways';
import { stretchesWithin, type Stretch } from './stretch';

/** What of a block decides where it shows, over a stretch of time in which that stays the same. */
export interface BlockSpan extends Interval {
  readonly type: string;
  /** Null follows the page. */
  readonly readers: RuleTree<WhoTest> | null;
  /** The blocks that its texts hold. */
  readonly insets: readonly string[];
  /** All that its fields name, files among them. */
  readonly named: readonly string[];
}

/** All that is to be over a span of time, by what changes when; nothing is repeated that stays the same. */
export interface SitePlan {
  /** Finite. */
  readonly span: Interval;
  readonly locale: string;
  readonly manifest: ThemeManifest;
  /** Every page, once for each way it will be; of its words those may be others that no rule asks about. */
  readonly universe: PageUniverse;
  /** By position in the universe: when the page is so. */
  readonly pageSpans: readonly Interval[];
  /** In order; of one record in order of time. */
  readonly placements: readonly PlacedSpan[];
  readonly blocks: ReadonlyMap<string, readonly BlockSpan[]>;
  /** Those in force at the beginning. */
  readonly expectations: ReadonlyMap<string, ExpectationValue>;
  /** The first instant after the beginning at which anything goes live, changes or ends; infinite when nothing does. */
  readonly firstTurn: Instant;
  /** Whether it had to end early because too much is planned. */
  readonly isPartial: boolean;
}

/** What a plan is made of. */
export interface PlanOptions {
  readonly locale: string;
  /** The locales along which words are looked for, the nearest first; left out, that one alone. */
  readonly chain?: readonly string[];
  readonly manifest: ThemeManifest;
  /** The facts of service pages. */
  readonly services: readonly PageFacts[];
}

/** What a ledger has in force over a span of time, record by record. */
interface Gathered {
  readonly span: Interval;
  readonly chain: readonly string[];
  readonly pages: ReadonlyMap<string, readonly PageWay[]>;
  readonly blocks: ReadonlyMap<string, readonly BlockSpan[]>;
  readonly sharedRules: ReadonlyMap<string, readonly Stretch<SharedRuleValue>[]>;
  readonly expectations: ReadonlyMap<string, ExpectationValue>;
  /** In order. */
  readonly placements: readonly PlacedSpan[];
  readonly firstTurn: Instant;
  /** The fields of pages that rules ask about. */
  readonly fields: readonly string[];
}

/** How much further than asked is gathered, so that what is asked a little later is known already, in milliseconds. */
const margin = 16 * 86_400_000;

const keptGathered = new WeakMap<Ledger, { readonly version: number; readonly gathered: Gathered }[]>();

/** Gathers what a ledger has in force over a span of time, as known with all that is recorded. */
export function planWithin(ledger: Ledger, span: Interval, { locale, chain = [locale], manifest, services }: PlanOptions): SitePlan {
  const { pages, placements, blocks, expectations, firstTurn } = gatheredOver(ledger, span, chain);
  const tree = keptPageSpans(ledger, pages, span, locale, services);
  return {
    span: { from: span.from, until: Math.min(span.until, tree.until) },
    locale,
    manifest,
    universe: tree.universe,
    pageSpans: tree.spans,
    placements,
    blocks,
    expectations,
    firstTurn,
    isPartial: tree.until < span.until,
  };
}

// A ledger that would be is made from one that is: what was gathered of that is the start.
function gatheredOver(ledger: Ledger, span: Interval, chain: readonly string[]): Gathered {
  const { origin } = ledger;
  const kept = keptGathered.get(origin) ?? [];
  keptGathered.set(origin, kept);
  for (const { version, gathered } of kept) {
    const isFit =
      gathered.chain.join() === chain.join() &&
      span.from >= gathered.span.from &&
      span.from < gathered.firstTurn &&
      span.until <= gathered.span.until &&
      (span.until === Infinity) === (gathered.span.until === Infinity);
    const published = isFit ? ledger.publishedSince(version) : null;
    if (published === null || [...published].some(id => isNamedByRules(ledger.records.get(id)?.kind))) continue;
    const next = published.size === 0 ? gathered : gatheredAnew(ledger, gathered, published, span.from);
    if (ledger === origin && next !== gathered) keep(kept, origin, next);
    return next;
  }
  const gathered = gather(ledger, { from: span.from, until: span.until + margin }, chain);
  if (ledger === origin) keep(kept, origin, gathered);
  return gathered;
}

/** How many are kept of the first locale: the year ahead, and all that is ahead. */
const mostGathered = 2;

/** Of how many other locales. */
const mostInLocales = 6;

function keep(kept: { version: number; gathered: Gathered }[], ledger: Ledger, gathered: Gathered): void {
  const isOther = (each: { gathered: Gathered }) =>
    (each.gathered.span.until === Infinity) !== (gathered.span.until === Infinity) || each.gathered.chain.join() !== gathered.chain.join();
  const others = kept.filter(isOther);
  kept.length = 0;
  kept.push({ version: ledger.publishedVersion, gathered }, ...others.slice(0, mostGathered - 1 + mostInLocales));
}

function gather(ledger: Ledger, span: Interval, chain: readonly string[]): Gathered {
  const written = new Map<string, readonly Stretch<PageValue>[]>();
  const blocks = new Map<string, readonly BlockSpan[]>();
  const sharedRules = new Map<string, readonly Stretch<SharedRuleValue>[]>();
  const expectations = new Map<string, ExpectationValue>();
  const placed: Stretch<PlacementValue>[] = [];
  let firstTurn = Infinity;
  for (const { id, kind } of ledger.records.values()) {
    firstTurn = Math.min(firstTurn, nextTurnOf(ledger, id, chain, span.from));
    const stretches = stretchesWithin<unknown>(ledger, id, chain, span);
    if (stretches.length === 0) continue;
    if (kind === 'page') written.set(id, stretches as readonly Stretch<PageValue>[]);
    else if (kind === 'block') blocks.set(id, blockSpans(stretches as readonly Stretch<BlockValue>[]));
    else if (kind === 'placement') placed.push(...(stretches as readonly Stretch<PlacementValue>[]));
    else if (isNamedByRules(kind)) sharedRules.set(id, stretchesNamed(ledger, id, chain, span));
    else if (kind === 'expectation' && holdsInstant(stretches[0]!, span.from))
      expectations.set(id, stretches[0]!.value as ExpectationValue);
  }
  for (const [id, value] of expectations) expectations.set(id, withSeasons(value, sharedRules, span.from));
  const placements = spansAmong(placed, sharedRules, span.from).sort(byOrder);
  const fields = fieldsAskedIn(placements, expectations);
  const pages = new Map([...written].map(([id, stretches]) => [id, waysOf(stretches, fields)]));
  return { span, chain, pages, blocks, sharedRules, expectations, placements, firstTurn, fields };
}

// A placement may have stood for longer than a rule that it follows has said the same; what was before the span is not asked about.
function spansAmong(placed: readonly Stretch<PlacementValue>[], sharedRules: Gathered['sharedRules'], from: Instant): PlacedSpan[] {
  return placed.flatMap(each => placedSpans(each, id => sharedRules.get(id) ?? [])).filter(each => each.until > from);
}

/** An expectation that speaks during the seasons as they are at a moment. */
function withSeasons(expectation: ExpectationValue, sharedRules: Gathered['sharedRules'], at: Instant): ExpectationValue {
  const seasons = seasonsIn(expectation.when);
  if (seasons.length === 0) return expectation;
  const live = seasons.flatMap(id =>
    (sharedRules.get(id) ?? []).filter(each => holdsInstant(each, at)).map(({ value }) => [id, value] as const),
  );
  return { ...expectation, when: withDates(expectation.when, new Map(live)) };
}

/** The same for some records that were published since; kinds that none of them is of are shared. */
function gatheredAnew(ledger: Ledger, before: Gathered, published: ReadonlySet<string>, from: Instant): Gathered {
  const { span, chain } = before;
  const ids = (kind: RecordKind) => [...published].filter(id => ledger.records.get(id)?.kind === kind);
  const stretchesOf = <Value>(id: string) => stretchesWithin<Value>(ledger, id, chain, { from, until: span.until });
  const anew = <Value>(kind: RecordKind, known: ReadonlyMap<string, Value>, valueOf: (id: string) => Value | undefined) => {
    if (ids(kind).length === 0) return known;
    const copy = new Map(known);
    for (const id of ids(kind)) {
      const value = valueOf(id);
      if (value === undefined) copy.delete(id);
      else copy.set(id, value);
    }
    return copy;
  };
  const some = <Value>(list: readonly Value[]) => (list.length === 0 ? undefined : list);
  const placed = ids('placement');
  const placements =
    placed.length === 0
      ? before.placements
      : mergeOrdered(
          before.placements.filter(each => !published.has(each.id)),
          spansAmong(
            placed.flatMap(id => stretchesOf<PlacementValue>(id)),
            before.sharedRules,
            from,
          ).sort(byOrder),
          byOrder,
        );
  const expectations = anew('expectation', before.expectations, id => {
    const value = stretchesOf<ExpectationValue>(id).find(each => holdsInstant(each, from))?.value;
    return value && withSeasons(value, before.sharedRules, from);
  });
  // A field that nobody asks about any more may stay; one that is new has to be looked at on every page.
  const fields = fieldsAskedIn(
    placements.filter(each => published.has(each.id)),
    expectations,
  );
  if (fields.some(field => !before.fields.includes(field))) return gather(ledger, { from, until: span.until }, chain);
  return {
    ...before,
    span: { from, until: span.until },
    pages: anew('page', before.pages, id => some(waysOf(stretchesOf<PageValue>(id), before.fields))),
    blocks: anew('block', before.blocks, id => {
      const stretches = stretchesOf<BlockValue>(id);
      return stretches.length === 0 ? undefined : blockSpans(stretches);
    }),
    expectations,
    placements,
    firstTurn: [...published].reduce((first, id) => Math.min(first, nextTurnOf(ledger, id, chain, from)), before.firstTurn),
  };
}

function fieldsAskedIn(placements: readonly PlacedSpan[], expectations: ReadonlyMap<string, ExpectationValue>): readonly string[] {
  return fieldsAskedFor([...placements.map(each => each.rule.where), ...[...expectations.values()].map(each => each.where)]);
}

function nextTurnOf(ledger: Ledger, id: string, chain: readonly string[], from: Instant): Instant {
  const turns = new Set([ledger.localeOf(id), ...chain]);
  return Math.min(...[...turns].map(each => ledger.outlookOf(id, each).boundaries.find(at => at > from) ?? Infinity));
}

function byOrder(a: PlacedSpan, b: PlacedSpan): number {
  return compareKeys(a.value.order, b.value.order) || compareKeys(a.id, b.id) || a.from - b.from;
}

/** Ids of the blocks whose texts hold others, and of those they hold, at any time. */
export function insetHoldersIn(plan: SitePlan): readonly (readonly [holder: string, held: readonly string[]])[] {
  const known = holders.get(plan.blocks);
  if (known) return known;
  const made: (readonly [string, readonly string[]])[] = [];
  for (const [id, spans] of plan.blocks)
    if (spans.some(each => each.insets.length > 0)) made.push([id, spans.flatMap(each => each.insets)]);
  holders.set(plan.blocks, made);
  return made;
}

const holders = new WeakMap<SitePlan['blocks'], readonly (readonly [string, readonly string[]])[]>();
const spansOfBlock = new WeakMap<Stretch<BlockValue>, { readonly count: number; readonly spans: readonly BlockSpan[] }>();

// Other words change nothing about where a block shows: those stretches are one.
function blockSpans(stretches: readonly Stretch<BlockValue>[]): readonly BlockSpan[] {
  const known = spansOfBlock.get(stretches[0]!);
  if (known?.count === stretches.length) return known.spans;
  const spans: BlockSpan[] = [];
  for (const { from, until, value } of stretches) {
    const next: BlockSpan = { from, until, type: value.type, readers: value.readers, insets: insetIdsOf(value), named: idsNamedBy(value) };
    const last = spans[spans.length - 1];
    if (last && last.until === from && isAlike(last, next)) spans[spans.length - 1] = { ...last, until };
    else spans.push(next);
  }
  spansOfBlock.set(stretches[0]!, { count: stretches.length, spans });
  return spans;
}

function isAlike(a: BlockSpan, b: BlockSpan): boolean {
  return a.type === b.type && a.named.join() === b.named.join() && JSON.stringify(a.readers) === JSON.stringify(b.readers);
}

interface KeptSpans {
  readonly pages: ReadonlyMap<string, readonly PageWay[]>;
  readonly from: Instant;
  readonly locale: string;
  readonly services: string;
  readonly spans: PageSpans;
}

/** How many trees over time are kept per ledger: as it is and as it would be. */
const mostKept = 3;
const keptSpans = new WeakMap<object, KeptSpans[]>();

// The same pages at the same times give the same universe, so that what was found of it can be kept.
function keptPageSpans(
  ledger: Ledger,
  pages: KeptSpans['pages'],
  span: Interval,
  locale: string,
  services: readonly PageFacts[],
): PageSpans {
  const kept = keptSpans.get(ledger.family) ?? [];
  keptSpans.set(ledger.family, kept);
  const key = services.map(each => `${each.id} ${each.layout}`).join();
  const known = kept.findIndex(
    each => each.locale === locale && each.services === key && isSamePages(each.pages, each.from, pages, span.from),
  );
  if (known >= 0) {
    const [found] = kept.splice(known, 1);
    kept.unshift(found!);
    return found!.spans;
  }
  const like = kept.find(each => each.locale === locale)?.spans ?? null;
  const spans = pageSpans(pages, span, locale, services, like);
  kept.unshift({ pages, from: span.from, locale, services: key, spans });
  kept.length = Math.min(kept.length, mostKept);
  return spans;
}

function isSamePages(a: KeptSpans['pages'], fromOfA: Instant, b: KeptSpans['pages'], fromOfB: Instant): boolean {
  if (a === b && fromOfA === fromOfB) return true;
  if (a.size !== b.size) return false;
  for (const [id, list] of b) {
    const other = a.get(id);
    if (!other || !isSameWays(other, fromOfA, list, fromOfB)) return false;
  }
  return true;
}
