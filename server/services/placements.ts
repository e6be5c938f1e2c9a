import type { PlacementRow } from '@contract/assembling';
import type { PlacementValue } from '@core/placement/placement';
import { effectHorizon, pagesReached } from '@core/reach/reach';
import { openTimeOver } from '@core/rule/open-time';
import { alwaysHolds, type Rule } from '@core/rule/rule';
import { effectiveRule } from '@core/rule/shared-rule';
import { nextOpening } from '@core/rule/when';
import { whenPhrase, whereSummary, whoPhrase } from '@core/rule/sentence';
import { labelOfTarget } from '@core/theme/manifest';
import type { Site } from '../site/site';
import { liveRevisionId } from './edition-lookups';
import { bestValueOf, momentStyle, namesFor } from './names';
import { isDiscarded, lastChange, statusFields } from './record-facts';

function timeOf(when: Rule['when'], now: number): PlacementRow['time'] {
  if (alwaysHolds(when)) return 'open';
  const year = openTimeOver(when, { from: now, until: now + effectHorizon });
  if (year[0]?.from === now) return 'open';
  return year.length > 0 || nextOpening(when, now) !== null ? 'not yet' : 'over';
}

/** Every placement, whatever its state, with its rule in words. */
export function listPlacements(site: Site): readonly PlacementRow[] {
  const snapshot = site.snapshots.at();
  const names = namesFor(site, snapshot);
  const order = snapshot.manifest.readingOrder;
  return site.ledger
    .recordsOf('placement')
    .filter(record => !isDiscarded(site, record.id))
    .map(({ id }): PlacementRow => {
      const value = snapshot.placementById.get(id)?.value ?? (bestValueOf(site, id) as PlacementValue);
      const pages = value.off ? [] : pagesReached(snapshot, value);
      return {
        id,
        blockId: value.blockId,
        title: names.block(value.blockId),
        blockType: snapshot.blocks.get(value.blockId)?.value.type ?? '',
        target: value.target,
        targetLabel: labelOfTarget(snapshot.manifest, value.target),
        where: whereSummary(value.rule.where, names, null),
        who: whoPhrase(value.rule.who, names),
        when: whenPhrase(value.rule.when, momentStyle(site), names),
        follows: value.rule.follows.map(each => names.sharedRule(each)),
        off: value.off,
        ...statusFields(site, id, null),
        time: timeOf(effectiveRule(value.rule, snapshot.sharedRules).when, snapshot.moment),
        ...lastChange(site, id),
        pageCount: pages.length,
        pageId: pages[0] ?? null,
        value,
        revisionId: liveRevisionId(site, id, site.clocks.content()),
      };
    })
    .sort(
      (a, b) =>
        order.indexOf(a.target.name) - order.indexOf(b.target.name) ||
        (a.value.order < b.value.order ? -1 : a.value.order > b.value.order ? 1 : 0),
    );
}
