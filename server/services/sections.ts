import type { PlacementValue } from '@core/placement/placement';
import { pagesReached } from '@core/reach/reach';
import { follows } from '@core/rule/shared-rule';
import type { Overlay, SiteSnapshot } from '@core/site/snapshot';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';

/** Titles of the pages that changes of placements reach, now or with the changes, outside the sections of a person. */
export function pagesBeyond(site: Site, person: Person, changes: readonly Overlay[]): readonly string[] {
  if (person.sections.length === 0 || !changes.some(each => each.kind === 'placement' || each.kind === 'shared rule')) return [];
  const before = site.snapshots.at();
  const after = site.snapshots.with(changes);
  const titles = new Set<string>();
  for (const snapshot of [before, after])
    for (const value of placementsTouched(snapshot, changes))
      for (const id of pagesReached(snapshot, value)) {
        const page = snapshot.pageById.get(id)!;
        if (!page.facts.lineage.some(each => person.sections.includes(each))) titles.add(page.value.title);
      }
  return [...titles];
}

function placementsTouched(snapshot: SiteSnapshot, changes: readonly Overlay[]): readonly PlacementValue[] {
  const rules = changes.filter(each => each.kind === 'shared rule').map(each => each.recordId);
  const ids = new Set(changes.map(each => each.recordId));
  return snapshot.placements
    .filter(({ id, value }) => ids.has(id) || rules.some(rule => follows(value.rule, rule, snapshot.sharedRules)))
    .map(each => each.value);
}
