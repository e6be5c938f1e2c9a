import { compareKeys } from '../collection/compare-keys';
import type { BlockValue } from '../block/block';
import { knownAtFor } from '../ledger/in-force';
import type { Ledger } from '../ledger/ledger';
import { outlookFrom } from '../ledger/outlook';
import type { PublicationEntry, RecordKind } from '../ledger/records';
import type { PageValue } from '../page/page';
import type { ExpectationValue } from '../expectation/expectation';
import type { PlacementValue } from '../placement/placement';
import type { SharedRules, SharedRuleValue } from '../rule/shared-rule';
import { rulesWithSeasons, type SeasonValue } from '../season/season';
import type { PageFacts } from '../rule/where';
import { readerFactsIn } from '../rule/who';
import type { Instant } from '../schedule/local-time';
import type { ThemeManifest } from '../theme/manifest';
import { laidOver, liveAt, localeOfOverlaid, valuesAlong, valuesOfKind, type LiveSet, type LiveValues } from './live-set';
import { factsOfPage } from './page-facts';
import { indexOfPlacements, type PlacementIndex } from './placement-index';

/** A page in the tree of a snapshot. */
export interface PageNode {
  readonly id: string;
  readonly value: PageValue;
  readonly facts: PageFacts;
  /** Its path on the public site in the locale of the snapshot, the locale's prefix included. */
  readonly address: string;
  readonly parent: PageNode | null;
  readonly children: readonly PageNode[];
  /** 0 for the front page. */
  readonly depth: number;
}

/** A live block. */
export interface BlockNode {
  readonly id: string;
  readonly value: BlockValue;
}

/** Why a record that is not in force is not. */
export interface Dormancy {
  readonly state: 'scheduled' | 'expired' | 'retired' | 'draft';
  /** When it goes live or ended; null for a draft. */
  readonly at: Instant | null;
}

/** A placement or block that exists but is not in force at the moment. */
export interface Dormant<Value> {
  readonly id: string;
  readonly value: Value;
  readonly dormancy: Dormancy;
}

/** A value that stands in for, or adds to, what the ledger has in force: proposals and unsaved changes. */
export interface Overlay {
  readonly recordId: string;
  readonly kind: RecordKind;
  readonly value: unknown;
  /** Whose words these are; left out, those of the locale in which the record began. Of a new one it says which that is. */
  readonly locale?: string;
}

/** What a snapshot is taken of. */
export interface SnapshotOptions {
  readonly moment: Instant;
  /** The content clock's now: for earlier moments only what was known then counts. */
  readonly now: Instant;
  /** The locales in which words are looked for, the nearest first; left out, the base alone. */
  readonly chain?: readonly string[];
  /** What addresses begin with in the locale that it is read in, such as "/cy"; left out, nothing. */
  readonly prefix?: string;
  readonly manifest: ThemeManifest;
  readonly overlays?: readonly Overlay[];
  /** Says every value otherwise, as pseudo-locales do; left out, each is as it is written. */
  readonly reword?: (kind: RecordKind, value: unknown) => unknown;
}

/** The live site at one moment in one locale, indexed for resolution. */
export interface SiteSnapshot extends PlacementIndex {
  readonly moment: Instant;
  readonly manifest: ThemeManifest;
  /** BCP 47 tag of the locale it is read in. */
  readonly locale: string;
  /** In which locale a record says what it is read to say: in one of its fields, or in the nearest that has words of its own. */
  readonly languageOf: (id: string, name?: string) => string;
  /** When readers first had a record, as far as was known; the moment itself for one that is only laid over. */
  readonly firstLive: (id: string) => Instant;
  /** When readers first had it as they have it now, as far as was known. */
  readonly lastLive: (id: string) => Instant;
  /** Every live value, by kind and id. */
  readonly values: LiveValues;
  /** Until when nothing in the ledger changes what is live; infinite when nothing is planned. */
  readonly validUntil: Instant;
  readonly front: PageNode | null;
  /** In reading order of the tree. */
  readonly pages: readonly PageNode[];
  readonly pageById: ReadonlyMap<string, PageNode>;
  /** By {@link PageNode.address}. */
  readonly pageByPath: ReadonlyMap<string, PageNode>;
  readonly blocks: ReadonlyMap<string, BlockNode>;
  /** Seasons among them: see {@link SharedRules}. */
  readonly sharedRules: SharedRules;
  readonly expectations: ReadonlyMap<string, ExpectationValue>;
  readonly dormantPlacements: readonly Dormant<PlacementValue>[];
  readonly dormantBlocks: ReadonlyMap<string, Dormant<BlockValue>>;
  /** Reader facts that some page's own readers ask about. */
  readonly pageReaderFacts: readonly string[];
}

/** Takes a snapshot of the ledger; see {@link SiteSnapshot}. */
export function takeSnapshot(ledger: Ledger, options: SnapshotOptions): SiteSnapshot {
  return assembleSnapshot(ledger, options, liveAt(ledger, options));
}

function firstLiveOf(ledger: Ledger, id: string, { moment, now }: Pick<SnapshotOptions, 'moment' | 'now'>): Instant {
  const known = ledger.publicationsKnown(id, ledger.localeOf(id), knownAtFor(moment, now));
  return known.reduce((first, { revisionId, from }) => (revisionId === null ? first : Math.min(first, from)), moment);
}

function lastLiveOf(ledger: Ledger, id: string, { moment, now }: Pick<SnapshotOptions, 'moment' | 'now'>): Instant {
  const known = ledger.publicationsKnown(id, ledger.localeOf(id), knownAtFor(moment, now));
  return known.reduce(
    (last, { revisionId, from }) => (revisionId === null || from > moment ? last : Math.max(last, from)),
    firstLiveOf(ledger, id, { moment, now }),
  );
}

function reworded(values: LiveValues, reword: NonNullable<SnapshotOptions['reword']>): LiveValues {
  return new Map([...values].map(([kind, held]) => [kind, new Map([...held].map(([id, value]) => [id, reword(kind, value)]))]));
}

/**
 * The snapshot of what is live, with what is laid over it.
 * @param live - as {@link liveAt} returns it for these options
 * @param bare - the same without what is laid over it, where that is at hand
 */
export function assembleSnapshot(ledger: Ledger, options: SnapshotOptions, live: LiveSet, bare?: DormantPart): SiteSnapshot {
  const overlays = options.overlays ?? [];
  const isOwn = ({ recordId, locale }: Overlay) => locale === undefined || locale === localeOfOverlaid(ledger, recordId, overlays);
  const base = laidOver(live.values, overlays.filter(isOwn));
  const chain = options.chain ?? [ledger.baseLocale];
  const { values: written, validUntil, layers } = valuesAlong(ledger, base, chain, options, overlays);
  const values = options.reword ? reworded(written, options.reword) : written;
  const locale = chain[0]!;
  const pages = valuesOfKind<PageValue>(values, 'page');
  const inBase = locale === ledger.baseLocale ? values : valuesAlong(ledger, base, [ledger.baseLocale], options, overlays).values;
  const [first, own] = [valuesOfKind<PageValue>(inBase, 'page'), valuesOfKind<PageValue>(base, 'page')];
  const segment = (id: string) => (first.get(id) ?? own.get(id))!.segment;
  const tree = treeOf(ledger, pages, { locale, prefix: options.prefix ?? '', segment });
  const sharedRules = rulesWithSeasons(valuesOfKind<SharedRuleValue>(values, 'shared rule'), valuesOfKind<SeasonValue>(values, 'season'));
  return {
    moment: options.moment,
    manifest: options.manifest,
    locale,
    // What is said otherwise throughout is in the language that it is said in.
    languageOf: (id, name) =>
      options.reword
        ? locale
        : (layers.get(id)?.find(({ words }) => (name === undefined ? Object.keys(words).length > 0 : Object.hasOwn(words, name)))?.locale ??
          localeOfOverlaid(ledger, id, overlays)),
    firstLive: id => firstLiveOf(ledger, id, options),
    lastLive: id => lastLiveOf(ledger, id, options),
    values,
    validUntil: Math.min(live.validUntil, validUntil),
    ...tree,
    ...indexOfPlacements(ledger.family, valuesOfKind<PlacementValue>(values, 'placement'), sharedRules),
    blocks: blockNodesOf(valuesOfKind<BlockValue>(values, 'block')),
    sharedRules,
    expectations: valuesOfKind<ExpectationValue>(values, 'expectation'),
    ...withoutOverlaid(bare ?? dormantOf(ledger, options, live), new Set(overlays.map(each => each.recordId))),
  };
}

/**
 * A snapshot brought up to what is only being written since: its own content is the same.
 * @param written - the records that were; null where nobody can tell
 */
export function withDormantAnew(
  ledger: Ledger,
  options: SnapshotOptions,
  live: LiveSet,
  snapshot: SiteSnapshot,
  written: ReadonlySet<string> | null,
): SiteSnapshot {
  if (written === null) return { ...snapshot, ...dormantOf(ledger, options, live) };
  const dormantPlacements = dormantAnew(ledger, options, live, 'placement', snapshot.dormantPlacements, written);
  const dormantBlocks = dormantAnew(ledger, options, live, 'block', [...snapshot.dormantBlocks.values()], written);
  return { ...snapshot, dormantPlacements, dormantBlocks: new Map(dormantBlocks.map(each => [each.id, each])) };
}

function dormantAnew<Value>(
  ledger: Ledger,
  options: SnapshotOptions,
  live: LiveSet,
  kind: 'placement' | 'block',
  before: readonly Dormant<Value>[],
  written: ReadonlySet<string>,
): readonly Dormant<Value>[] {
  const anew = new Map(
    [...written].filter(id => ledger.records.get(id)?.kind === kind).map(id => [id, dormantIn<Value>(ledger, options, live, kind, id)]),
  );
  if (anew.size === 0) return before;
  const known = new Set(before.map(each => each.id));
  const added = [...anew].flatMap(([id, found]) => (known.has(id) ? [] : found));
  return [...before.flatMap(each => (anew.has(each.id) ? anew.get(each.id)! : each)), ...added];
}

type DormantPart = Pick<SiteSnapshot, 'dormantPlacements' | 'dormantBlocks'>;

function dormantOf(ledger: Ledger, options: SnapshotOptions, live: LiveSet): DormantPart {
  const dormant = <Value>(kind: 'placement' | 'block'): readonly Dormant<Value>[] =>
    ledger.recordsOf(kind).flatMap(({ id }) => dormantIn<Value>(ledger, options, live, kind, id));
  return {
    dormantPlacements: dormant<PlacementValue>('placement'),
    dormantBlocks: new Map(dormant<BlockValue>('block').map(each => [each.id, each])),
  };
}

// What is laid over the site stands in it, or is taken off.
function withoutOverlaid({ dormantPlacements, dormantBlocks }: DormantPart, overlaid: ReadonlySet<string>): DormantPart {
  if (overlaid.size === 0) return { dormantPlacements, dormantBlocks };
  const blocks = new Map(dormantBlocks);
  for (const id of overlaid) blocks.delete(id);
  return { dormantPlacements: dormantPlacements.filter(each => !overlaid.has(each.id)), dormantBlocks: blocks };
}

// A record by its dormancy; none for one that is in force, or has nothing to it.
function dormantIn<Value>(
  ledger: Ledger,
  options: SnapshotOptions,
  { values }: LiveSet,
  kind: 'placement' | 'block',
  id: string,
): readonly Dormant<Value>[] {
  if (valuesOfKind(values, kind).has(id)) return [];
  const known = ledger.publicationsKnown(id, ledger.localeOf(id), knownAtFor(options.moment, options.now));
  const found = dormantValue(ledger, id, options, known);
  return found ? [found as Dormant<Value>] : [];
}

const nodesOf = new WeakMap<ReadonlyMap<string, BlockValue>, ReadonlyMap<string, BlockNode>>();

function blockNodesOf(values: ReadonlyMap<string, BlockValue>): ReadonlyMap<string, BlockNode> {
  const known = nodesOf.get(values);
  if (known) return known;
  const made = new Map([...values].map(([id, value]) => [id, { id, value }]));
  nodesOf.set(values, made);
  return made;
}

function dormantValue(
  ledger: Ledger,
  recordId: string,
  options: SnapshotOptions,
  known: readonly PublicationEntry[],
): Dormant<unknown> | null {
  const [present, ...ahead] = outlookFrom(known, options.moment);
  for (const { at, inForce } of ahead)
    if (inForce.state === 'live')
      return { id: recordId, value: ledger.revision(inForce.revisionId).value, dormancy: { state: 'scheduled', at } };
  const { inForce } = present!;
  const past = known.find(entry => entry.revisionId !== null && entry.from <= options.moment);
  if (past && inForce.state === 'retired')
    return { id: recordId, value: ledger.revision(past.revisionId!).value, dormancy: { state: 'retired', at: inForce.entry.from } };
  if (past && inForce.state === 'expired')
    return { id: recordId, value: ledger.revision(past.revisionId!).value, dormancy: { state: 'expired', at: inForce.entry.until } };
  const draft = ledger.openProposalsOf(recordId).find(each => each.locale === ledger.localeOf(recordId));
  return draft ? { id: recordId, value: ledger.revision(draft.headRevisionId).value, dormancy: { state: 'draft', at: null } } : null;
}

interface MutablePageNode extends Omit<PageNode, 'children'> {
  readonly children: MutablePageNode[];
}

type PageTree = Pick<SiteSnapshot, 'front' | 'pages' | 'pageById' | 'pageByPath' | 'pageReaderFacts'>;

/** How many trees are kept per ledger: what is now, what is proposed and what comes next. */
const mostTrees = 6;
const keptTrees = new WeakMap<object, { values: ReadonlyMap<string, PageValue>; key: string; tree: PageTree }[]>();

/** Where a tree of pages is read. */
interface TreeReading {
  readonly locale: string;
  readonly prefix: string;
  /** The segment of a page in the base locale. */
  readonly segment: (id: string) => string;
}

/** The tree of the live pages; the same pages give the same tree, so that what was computed from it can be kept. */
function treeOf(ledger: Ledger, values: ReadonlyMap<string, PageValue>, reading: TreeReading): PageTree {
  const kept = keptTrees.get(ledger.family) ?? [];
  keptTrees.set(ledger.family, kept);
  const isSame = (other: ReadonlyMap<string, PageValue>) =>
    other === values || (other.size === values.size && [...values].every(([id, value]) => other.get(id) === value));
  // In other locales the paths of rules come from values that are not at hand here.
  const key = reading.locale === ledger.baseLocale ? `${reading.locale} ${reading.prefix}` : null;
  const known = kept.find(each => each.key === key && isSame(each.values));
  if (known) return known.tree;
  const tree = buildTree(values, reading);
  if (key === null) return tree;
  kept.unshift({ values, key, tree });
  kept.length = Math.min(kept.length, mostTrees);
  return tree;
}

/** Builds the tree from the live pages; a page whose parent is not live is left out, and so is all beneath it. */
function buildTree(values: ReadonlyMap<string, PageValue>, { locale, prefix, segment }: TreeReading): PageTree {
  const childIds = new Map<string | null, string[]>();
  for (const [id, value] of values) {
    const siblings = childIds.get(value.parentId);
    if (siblings) siblings.push(id);
    else childIds.set(value.parentId, [id]);
  }
  const byOrder = (a: string, b: string) => compareKeys(values.get(a)!.order, values.get(b)!.order) || compareKeys(a, b);
  const pages: PageNode[] = [];
  const pageById = new Map<string, PageNode>();
  const pageByPath = new Map<string, PageNode>();
  const grow = (id: string, parent: MutablePageNode | null): MutablePageNode => {
    const value = values.get(id)!;
    const facts = factsOfPage(id, value, parent?.facts ?? null, locale, parent === null ? '' : segment(id));
    const address = parent === null ? prefix || '/' : `${parent.address === '/' ? '' : parent.address}/${value.segment}`;
    const node: MutablePageNode = { id, value, facts, address, parent, children: [], depth: parent === null ? 0 : parent.depth + 1 };
    pages.push(node);
    pageById.set(id, node);
    if (!pageByPath.has(address)) pageByPath.set(address, node);
    for (const child of (childIds.get(id) ?? []).sort(byOrder)) node.children.push(grow(child, node));
    return node;
  };
  const frontId = (childIds.get(null) ?? []).sort(byOrder)[0];
  const front = frontId === undefined ? null : grow(frontId, null);
  const pageReaderFacts = [...new Set(pages.flatMap(page => readerFactsIn(page.facts.readers)))];
  return { front, pages, pageById, pageByPath, pageReaderFacts };
}
