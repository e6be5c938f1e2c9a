import { carriersOf, insetIdsOf } from '../inset/inset';
import type { PlacementValue } from '../placement/placement';
import { couldHold } from '../rule/could-hold';
import { effectiveRule } from '../rule/shared-rule';
import type { PageFacts } from '../rule/where';
import type { SiteSnapshot } from '../site/snapshot';
import { layoutHasRegion } from '../theme/manifest';
import { insetHolders } from './reach';

/** The pages on which readers could notice an act, as they are or as they would be; a moved page is there twice. */
export type Noticing = ReadonlyMap<string, PageFacts>;

/**
 * The pages on which readers could notice the difference between two states of the site at one moment: whoever they are,
 * in whatever locale and with whatever parameters they read, service pages and pages still to come included.
 * What menus and listings elsewhere name of a page follows from the page and is not counted.
 * @param services - the facts of service pages
 * @param toCome - the facts of pages that are not live yet, so that nothing is put on them unseen
 */
export function pagesNoticing(
  before: SiteSnapshot,
  after: SiteSnapshot,
  services: readonly PageFacts[],
  toCome: readonly PageFacts[],
): Noticing {
  const noticing = new Map<string, PageFacts>();
  const notice = (facts: PageFacts) => noticing.set(`${facts.id} ${facts.lineage.join()} ${facts.path}`, facts);
  const changedBlocks = keysThatDiffer(before.blocks, after.blocks, (a, b) => a.value === b.value);
  const changedPlacements = keysThatDiffer(before.placementById, after.placementById, (a, b) => a.value === b.value && a.rule === b.rule);
  for (const id of keysThatDiffer(before.pageById, after.pageById, isSamePage))
    for (const page of [before.pageById.get(id), after.pageById.get(id)]) if (page) notice(page.facts);
  for (const snapshot of [before, after]) {
    const known = new Set(snapshot.pages.map(page => page.id));
    const pages = [...snapshot.pages.map(page => page.facts), ...services, ...toCome.filter(each => !known.has(each.id))];
    const carriers = carriersOf(changedBlocks, insetHolders(snapshot).blocks);
    for (const facts of pages) if (facts.written && insetIdsOf(facts.written).some(id => carriers.has(id))) notice(facts);
    for (const { id, value } of snapshot.placements) {
      if (value.off || !(changedPlacements.has(id) || carriers.has(value.blockId))) continue;
      for (const facts of pages) if (couldShowOn(snapshot, value, facts)) notice(facts);
    }
  }
  return noticing;
}

/** Whether a placement could show on a page, for some reader at some time. */
function couldShowOn(snapshot: SiteSnapshot, value: PlacementValue, facts: PageFacts): boolean {
  const hasTarget = value.target.kind === 'insertion point' || layoutHasRegion(snapshot.manifest, facts.layout, value.target.name);
  return hasTarget && couldHold(effectiveRule(value.rule, snapshot.sharedRules).where, facts);
}

function isSamePage(a: SiteSnapshot['pages'][number], b: typeof a): boolean {
  return (
    a.value === b.value &&
    a.facts.path === b.facts.path &&
    a.facts.lineage.join() === b.facts.lineage.join() &&
    JSON.stringify(a.facts.readers) === JSON.stringify(b.facts.readers)
  );
}

function keysThatDiffer<Value>(
  a: ReadonlyMap<string, Value>,
  b: ReadonlyMap<string, Value>,
  isSame: (a: Value, b: Value) => boolean,
): ReadonlySet<string> {
  const differing = new Set<string>();
  for (const [id, value] of a) {
    const other = b.get(id);
    if (other === undefined || !isSame(value, other)) differing.add(id);
  }
  for (const id of b.keys()) if (!a.has(id)) differing.add(id);
  return differing;
}
