import { compareKeys } from '../collection/compare-keys';
import { insetIdsOf } from '../inset/inset';
import type { PlacementValue } from '../placement/placement';
import type { RuleTree, WhoTest } from '../rule/rule';
import { testsOf } from '../rule/rule';
import type { SharedRuleValue } from '../rule/shared-rule';
import type { PageFacts } from '../rule/where';
import type { Instant } from '../schedule/local-time';
import type { Dormancy, SiteSnapshot } from '../site/snapshot';
import type { ThemeManifest } from '../theme/manifest';

/** A placement that reach is computed of. */
export interface PlacedFacts {
  readonly id: string;
  readonly value: PlacementValue;
  /** Why it is not in force; null when it is. */
  readonly dormancy: Dormancy | null;
}

/** All of a site that reach depends on, as plain data that can be sent to a worker. */
export interface SiteSide {
  readonly moment: Instant;
  readonly locale: string;
  readonly manifest: ThemeManifest;
  /** In reading order, service pages at the end. */
  readonly pages: readonly PageFacts[];
  /** In order. */
  readonly placements: readonly PlacedFacts[];
  /** The readers of live blocks, by id; null follows the page. */
  readonly blockReaders: Readonly<Record<string, RuleTree<WhoTest> | null>>;
  /** Ids of live blocks, by the name of their type. */
  readonly blocksByType: Readonly<Record<string, readonly string[]>>;
  readonly sharedRules: Readonly<Record<string, SharedRuleValue>>;
  /** By id of a live block or page: the blocks that its texts hold as insets. Those that hold none are left out. */
  readonly insets: Readonly<Record<string, readonly string[]>>;
}

/** What the grid of reach is made of. */
export interface SiteFacts {
  readonly before: SiteSide;
  /** With the changes in hand; null when there are none. Its pages are left empty when they are the same. */
  readonly after: SiteSide | null;
  readonly placementTitles: Readonly<Record<string, string>>;
}

const listed = new WeakMap<SiteSnapshot['pages'], Map<string, readonly PageFacts[]>>();

/** The facts of a snapshot's pages and of service pages, the same list for the same tree. */
export function factsOfPages(snapshot: SiteSnapshot, services: readonly PageFacts[]): readonly PageFacts[] {
  const key = services.map(each => `${each.id} ${each.layout}`).join();
  const lists = listed.get(snapshot.pages) ?? new Map<string, readonly PageFacts[]>();
  listed.set(snapshot.pages, lists);
  const known = lists.get(key);
  if (known) return known;
  const made = [...snapshot.pages.map(page => page.facts), ...services];
  lists.set(key, made);
  return made;
}

/** The side of a snapshot. */
export function sideOf(snapshot: SiteSnapshot, services: readonly PageFacts[]): SiteSide {
  const inForce = snapshot.placements.map(({ id, value }): PlacedFacts => ({ id, value, dormancy: null }));
  const dormant = snapshot.dormantPlacements.filter(each => each.dormancy.state !== 'retired');
  return {
    moment: snapshot.moment,
    locale: snapshot.locale,
    manifest: snapshot.manifest,
    pages: factsOfPages(snapshot, services),
    placements: [...inForce, ...dormant].sort((a, b) => compareKeys(a.value.order, b.value.order) || compareKeys(a.id, b.id)),
    blockReaders: Object.fromEntries([...snapshot.blocks].map(([id, block]) => [id, block.value.readers])),
    blocksByType: idsByType(snapshot),
    sharedRules: Object.fromEntries(snapshot.sharedRules),
    insets: Object.fromEntries(
      [...snapshot.blocks.values(), ...snapshot.pages]
        .map(({ id, value }) => [id, insetIdsOf(value)] as const)
        .filter(([, held]) => held.length > 0),
    ),
  };
}

/** A side without the long texts of pages, unless some rule asks about them: what is sent to a worker is small. */
export function slimSide(side: SiteSide): SiteSide {
  const rules = [...side.placements.map(each => each.value.rule), ...Object.values(side.sharedRules).map(each => each.rule)];
  const asksBody = rules.some(rule => testsOf(rule.where).some(test => test.test === 'field' && test.field === 'body'));
  if (asksBody) return side;
  return { ...side, pages: side.pages.map(page => ({ ...page, written: page.written && { ...page.written, body: '' } })) };
}

function idsByType(snapshot: SiteSnapshot): Readonly<Record<string, readonly string[]>> {
  const ids: Record<string, string[]> = {};
  for (const [id, block] of snapshot.blocks) (ids[block.value.type] ??= []).push(id);
  return ids;
}
