import type { SharedRuleRow } from '@contract/assembling';
import type { PlacementValue } from '@core/placement/placement';
import { pagesReached } from '@core/reach/reach';
import { follows, type SharedRuleValue } from '@core/rule/shared-rule';
import { ruleSentence } from '@core/rule/sentence';
import type { Overlay, SiteSnapshot } from '@core/site/snapshot';
import { labelOfTarget } from '@core/theme/manifest';
import type { Fault } from '../http/problems';
import type { Site } from '../site/site';
import { liveRevisionId } from './edition-lookups';
import { bestValueOf, momentStyle, namesFor } from './names';
import { isKept, lastChange, statusFields } from './record-facts';

/** Every shared rule with its reason, and what it governs. */
export function listSharedRules(site: Site): readonly SharedRuleRow[] {
  const snapshot = site.snapshots.at();
  const now = site.clocks.content();
  const names = namesFor(site, snapshot);
  return site.ledger
    .recordsOf('shared rule')
    .filter(record => isKept(site, record.id))
    .map(({ id }) => {
      const value = bestValueOf(site, id) as SharedRuleValue;
      return {
        id,
        title: value.title,
        reason: value.reason,
        sentence: ruleSentence(value.rule, names, momentStyle(site), null)
          .map(part => part.text)
          .join(''),
        value,
        revisionId: liveRevisionId(site, id, now),
        ...statusFields(site, id, null),
        ...lastChange(site, id),
        governs: governedBy(snapshot, id).map(({ id: placementId, value: placed }) => {
          const pages = placed.off ? [] : pagesReached(snapshot, placed);
          return {
            placementId,
            title: names.block(placed.blockId),
            target: labelOfTarget(snapshot.manifest, placed.target),
            pageCount: pages.length,
            pageId: pages[0] ?? null,
            value: placed,
            revisionId: liveRevisionId(site, placementId, now),
          };
        }),
        followedBy: [...snapshot.sharedRules]
          .filter(([other, each]) => other !== id && each.rule.follows.includes(id))
          .map(([other, each]) => ({ id: other, title: each.title })),
      };
    })
    .sort((a, b) => a.title.localeCompare(b.title, 'en'));
}

/** The live placements that follow a shared rule, itself or by way of others. */
export function governedBy(snapshot: SiteSnapshot, id: string): readonly { id: string; value: PlacementValue }[] {
  return snapshot.placements.filter(each => follows(each.value.rule, id, snapshot.sharedRules));
}

/** Refuses to take off a shared rule that something still follows. @param snapshot - the site with the changes */
export function followerFaults(site: Site, snapshot: SiteSnapshot, change: Overlay, pointer: string): readonly Fault[] {
  if (change.kind !== 'shared rule' || change.value !== null) return [];
  const names = namesFor(site, snapshot);
  const followers = [
    ...snapshot.placements.filter(each => each.value.rule.follows.includes(change.recordId)).map(each => names.block(each.value.blockId)),
    ...[...snapshot.sharedRules.values()].filter(each => each.rule.follows.includes(change.recordId)).map(each => each.title),
  ];
  if (followers.length === 0) return [];
  const some = followers.slice(0, 5).map(each => `“${each}”`);
  return [
    {
      pointer,
      detail: `${some.join(', ')}${followers.length > 5 ? ` and ${followers.length - 5} more` : ''} still follow${followers.length === 1 ? 's' : ''} it. Name what takes its place, or let ${followers.length === 1 ? 'it' : 'them'} leave it, in the same step.`,
    },
  ];
}
