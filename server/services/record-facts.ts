import { statusOf } from '@core/ledger/status';
import type { Site } from '../site/site';
import type { PageRow } from '@contract/messages';
import { nameOfPerson } from './names';

/** Where a record stands, as lists show it. */
export function statusFields(site: Site, id: string, moment: number | null): Pick<PageRow, 'status' | 'waiting' | 'nextChange'> {
  const now = site.clocks.content();
  const { status, waiting, nextChange } = statusOf(site.ledger, id, moment ?? now, now);
  return { status, waiting, nextChange };
}

/** When and by whom a record was last changed. */
export function lastChange(site: Site, id: string): { changedAt: number; changedBy: string } {
  const revisions = site.ledger.revisionsOf(id);
  const last = revisions[revisions.length - 1]!;
  return { changedAt: last.createdAt, changedBy: nameOfPerson(site, last.createdBy) };
}

/** Whether it was proposed once and then withdrawn, never live: nothing that a list should still show. */
export function isDiscarded(site: Site, id: string): boolean {
  const proposals = site.ledger.proposalsOf(id);
  return site.ledger.entriesOf(id).length === 0 && proposals.length > 0 && proposals.every(each => each.stage === 'withdrawn');
}

/** Whether lists of what there is should show it: neither discarded nor taken off. */
export function isKept(site: Site, id: string): boolean {
  return !isDiscarded(site, id) && statusFields(site, id, null).status !== 'retired';
}
