import type { Effect } from '@contract/messages';
import type { BlockValue } from '@core/block/block';
import { countOf, listOf } from '@core/format/moment';
import type { PageValue } from '@core/page/page';
import type { PlacementValue } from '@core/placement/placement';
import { labelOfEffect } from '@core/reach/effect-label';
import { effectOfPlacement, pagesReached, pagesShowingBlock } from '@core/reach/reach';
import { effectiveRule } from '@core/rule/shared-rule';
import { compileWhere } from '@core/rule/where';
import type { Overlay, PageNode, SiteSnapshot } from '@core/site/snapshot';
import { descendants } from '@core/listing/listing';
import { labelOfTarget } from '@core/theme/manifest';
import type { Site } from '../site/site';
import { momentStyle, namesFor } from './names';
import { governedBy } from './shared-rules';

/** A page as lists name it. */
export interface NamedPage {
  readonly id: string;
  readonly title: string;
  readonly path: string;
}

/** The page's id, title and path. */
export function namedPage(page: PageNode): NamedPage {
  return { id: page.id, title: page.value.title, path: page.facts.path };
}

/** What changes would do to the site at a moment, one answer per change. */
export function effectsOf(site: Site, changes: readonly Overlay[], moment: number | null): readonly Effect[] {
  const before = site.snapshots.at(moment);
  const after = site.snapshots.with(changes, moment);
  return changes.map(change => effectOfChange(site, before, after, change));
}

function effectOfChange(site: Site, before: SiteSnapshot, after: SiteSnapshot, change: Overlay): Effect {
  switch (change.kind) {
    case 'placement':
      return placementEffect(site, before, after, change);
    case 'block':
      return blockEffect(before, after, change);
    case 'page':
      return pageEffect(before, after, change);
    case 'shared rule':
      return sharedRuleEffect(before, after, change);
    case 'expectation':
      return { ...nothing, recordId: change.recordId, label: change.value === null ? 'No longer checked' : 'Checked on every change' };
  }
}

function placementEffect(site: Site, before: SiteSnapshot, after: SiteSnapshot, change: Overlay): Effect {
  const old = before.placementById.get(change.recordId);
  const value = change.value as PlacementValue | null;
  const effect = effectOfPlacement(old ? { snapshot: before, value: old.value } : null, value && { snapshot: after, value });
  const name = (ids: readonly string[], snapshot: SiteSnapshot) => ids.map(id => namedPage(snapshot.pageById.get(id)!));
  return {
    recordId: change.recordId,
    label: labelOfEffect(effect, after.moment, momentStyle(site)),
    pages: name(effect.after?.pages ?? [], after),
    gained: name(effect.gained, after),
    lost: name(effect.lost, before),
    opens: effect.opens,
    warnings: value ? placementWarnings(site, after, change.recordId, value) : [],
  };
}

function placementWarnings(site: Site, after: SiteSnapshot, id: string, value: PlacementValue): string[] {
  const warnings: string[] = [];
  if (!after.blocks.has(value.blockId)) warnings.push('Its block is not live, so nothing shows until that is published too.');
  const holds = compileWhere(effectiveRule(value.rule, after.sharedRules).where);
  const named = after.pages.filter(page => holds(page.facts));
  const reached = pagesReached(after, value).length;
  if (named.length > reached) {
    const region = labelOfTarget(after.manifest, value.target).toLowerCase();
    warnings.push(
      `${countOf(named.length - reached, 'page')} of those it names ${named.length - reached === 1 ? 'has' : 'have'} no ${region} in the layout.`,
    );
  }
  if (value.off) warnings.push('It is switched off.');
  if (value.target.kind === 'stand in' && !value.off) warnings.push(...standInWarnings(site, after, id, value));
  return warnings;
}

// What a stand-in displaces, and whether another comes before it.
function standInWarnings(site: Site, after: SiteSnapshot, id: string, value: PlacementValue): string[] {
  const pages = new Set(pagesReached(after, value));
  const names = namesFor(site, after);
  const others = after.placements.filter(
    each =>
      each.id !== id && !each.value.off && each.value.target.kind !== 'insertion point' && each.value.target.name === value.target.name,
  );
  const meeting = others.filter(each => pagesReached(after, each.value).some(page => pages.has(page)));
  const titles = (list: typeof meeting) => listOf([...new Set(list.map(each => `“${names.block(each.value.blockId)}”`))]);
  const earlier = meeting.filter(
    each => each.value.target.kind === 'stand in' && (each.value.order < value.order || (each.value.order === value.order && each.id < id)),
  );
  const displaced = meeting.filter(each => !earlier.includes(each));
  return [
    ...(earlier.length > 0
      ? [
          `${titles(earlier)} ${earlier.length === 1 ? 'stands' : 'stand'} in there already and ${earlier.length === 1 ? 'comes' : 'come'} first, so this stays away.`,
        ]
      : []),
    ...(displaced.length > 0 ? [`Takes the place of ${titles(displaced)} on those pages.`] : []),
  ];
}

function blockEffect(before: SiteSnapshot, after: SiteSnapshot, change: Overlay): Effect {
  const shownBefore = pagesShowingBlock(before, change.recordId).map(id => namedPage(before.pageById.get(id)!));
  const shownAfter = pagesShowingBlock(after, change.recordId).map(id => namedPage(after.pageById.get(id)!));
  const isNew = !before.blocks.has(change.recordId);
  const label =
    change.value === null
      ? `Takes it off ${countOf(shownBefore.length, 'page')}`
      : shownAfter.length === 0
        ? 'Shows on no page yet'
        : isNew
          ? `Shows on ${countOf(shownAfter.length, 'page')}`
          : `Changes ${countOf(shownAfter.length, 'page')}`;
  const afterIds = new Set(shownAfter.map(page => page.id));
  const beforeIds = new Set(isNew ? [] : shownBefore.map(page => page.id));
  return {
    recordId: change.recordId,
    label,
    pages: change.value === null ? [] : shownAfter,
    gained: shownAfter.filter(page => !beforeIds.has(page.id)),
    lost: change.value === null ? shownBefore : shownBefore.filter(page => !afterIds.has(page.id)),
    opens: null,
    warnings: (change.value as BlockValue | null)?.readers ? ['It has readers of its own, besides the page’s and the placement’s.'] : [],
  };
}

const nothing: Omit<Effect, 'recordId' | 'label'> = { pages: [], gained: [], lost: [], opens: null, warnings: [] };

/** What an edit of a shared rule does over all the placements that follow it. */
function sharedRuleEffect(before: SiteSnapshot, after: SiteSnapshot, change: Overlay): Effect {
  const governed = governedBy(after, change.recordId);
  const gained = new Map<string, NamedPage>();
  const lost = new Map<string, NamedPage>();
  const pages = new Map<string, NamedPage>();
  let timesDiffer = 0;
  for (const { id, value } of governed) {
    const old = before.placementById.get(id);
    const effect = effectOfPlacement(old ? { snapshot: before, value: old.value } : null, { snapshot: after, value });
    for (const each of effect.gained) gained.set(each, namedPage(after.pageById.get(each)!));
    for (const each of effect.lost) lost.set(each, namedPage(before.pageById.get(each)!));
    for (const each of effect.after?.pages ?? []) pages.set(each, namedPage(after.pageById.get(each)!));
    if (effect.timesDiffer || effect.readersDiffer) timesDiffer += 1;
  }
  const parts = [
    ...(gained.size > 0 ? [`gains ${countOf(gained.size, 'page')}`] : []),
    ...(lost.size > 0 ? [`loses ${countOf(lost.size, 'page')}`] : []),
    ...(timesDiffer > 0 ? [`other times or readers for ${countOf(timesDiffer, 'placement')}`] : []),
  ];
  const what = governed.length === 0 ? 'Governs nothing yet' : `Governs ${countOf(governed.length, 'placement')}`;
  return {
    ...nothing,
    recordId: change.recordId,
    label: governed.length === 0 ? what : `${what}: ${parts.length === 0 ? 'nothing changes for readers' : parts.join(', ')}`,
    pages: [...pages.values()],
    gained: [...gained.values()],
    lost: [...lost.values()],
  };
}

function pageEffect(before: SiteSnapshot, after: SiteSnapshot, change: Overlay): Effect {
  const old = before.pageById.get(change.recordId);
  const next = after.pageById.get(change.recordId);
  const beneath = old ? descendants(old) : [];
  const hasMoved = Boolean(old && next && old.facts.path !== next.facts.path);
  const lost = old && !next ? [old, ...beneath].map(namedPage) : [];
  const label =
    !old && next
      ? `Adds 1 page at ${next.facts.path}`
      : old && !next
        ? `Takes off ${countOf(lost.length, 'page')}`
        : hasMoved
          ? `Moves ${countOf(beneath.length + 1, 'page')} to ${next!.facts.path}`
          : 'Changes 1 page';
  const value = change.value as PageValue | null;
  return {
    recordId: change.recordId,
    label,
    pages: next ? (hasMoved ? [next, ...descendants(next)] : [next]).map(namedPage) : [],
    gained: !old && next ? [namedPage(next)] : [],
    lost,
    opens: null,
    warnings: [
      ...(hasMoved ? ['The old address will lead nowhere.'] : []),
      ...(value && old && value.layout !== old.value.layout ? placementsLosingTheirRegion(before, after, change.recordId) : []),
    ],
  };
}

function placementsLosingTheirRegion(before: SiteSnapshot, after: SiteSnapshot, pageId: string): string[] {
  const reached = (snapshot: SiteSnapshot) =>
    snapshot.placements.filter(each => pagesReached(snapshot, each.value).includes(pageId)).length;
  const fewer = reached(before) - reached(after);
  return fewer > 0 ? [`${countOf(fewer, 'placement')} will find no region in the new layout.`] : [];
}
