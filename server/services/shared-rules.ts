import type { SharedRuleRow } from '@contract/assembling';
import type { SharedRuleValue } from '@core/rule/shared-rule';
import { ruleSentence } from '@core/rule/sentence';
import type { Site } from '../site/site';
import { liveRevisionId } from './edition-lookups';
import { governedRows } from './governed-rows';
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
        ...governedRows(site, snapshot, id),
      };
    })
    .sort((a, b) => a.title.localeCompare(b.title, 'en'));
}
