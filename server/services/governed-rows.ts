import type { SharedRuleRow } from '@contract/assembling';
import { governedBy } from '@core/reach/governed';
import { pagesReached } from '@core/reach/reach';
import { idsInRule } from '@core/rule/shared-rule';
import type { SiteSnapshot } from '@core/site/snapshot';
import { labelOfTarget } from '@core/theme/manifest';
import type { Site } from '../site/site';
import { liveRevisionId } from './edition-lookups';
import { namesFor } from './names';

/** The live placements over which a shared rule or a season has a say, and the shared rules that name it. */
export function governedRows(site: Site, snapshot: SiteSnapshot, id: string): Pick<SharedRuleRow, 'governs' | 'followedBy'> {
  const now = site.clocks.content();
  const names = namesFor(site, snapshot);
  return {
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
      .filter(([other, each]) => other !== id && idsInRule(each.rule).includes(id))
      .map(([other, each]) => ({ id: other, title: each.title })),
  };
}
