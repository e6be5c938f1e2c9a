import type { SharedRuleRow } from '@contract/assembling';
import { pagesReached } from '@core/reach/reach';
import { governedBy } from '@core/reach/governed';
import type { SharedRuleValue } from '@core/rule/shared-rule';
import { ruleSentence } from '@core/rule/sentence';
import { labelOfTarget } from '@core/theme/manifest';
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
