import type { ForwardingRow } from '@contract/addresses';
import { forwardedFrom, leadsOn, type Destination, type ForwardingValue } from '@core/forwarding/forwarding';
import type { SiteSnapshot } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import type { Site } from '../site/site';
import { bestValueOf, namesFor } from './names';
import { isKept, lastChange, statusFields } from './record-facts';

/** Every old address, where it leads in the end, and how often it was asked for. */
export function listForwardings(site: Site): readonly ForwardingRow[] {
  const snapshot = site.snapshots.at();
  return site.ledger
    .recordsOf('forwarding')
    .filter(({ id }) => isKept(site, id))
    .map(({ id }) => rowOf(site, snapshot, id, bestValueOf(site, id) as ForwardingValue))
    .sort((a, b) => (a.path < b.path ? -1 : 1));
}

function rowOf(site: Site, snapshot: SiteSnapshot, id: string, value: ForwardingValue): ForwardingRow {
  const { status: answer, path, beneath, to, reason } = value;
  const destination = leadsOn(answer) ? forwardedFrom(snapshot, path)?.destination : undefined;
  const hits = site.hits.of(id);
  const there =
    destination?.leads === 'to a page'
      ? { leadsTo: destination.page.value.title, address: `${destination.page.address}${destination.after}` }
      : destination?.leads === 'to an address'
        ? { leadsTo: destination.address, address: destination.address }
        : { leadsTo: to?.page ? namesFor(site, snapshot).page(to.page) : (to?.address ?? ''), address: '' };
  const revisions = site.ledger.revisionsOf(id);
  return {
    id,
    path,
    beneath,
    ...there,
    answer,
    reason,
    fault: faultOf(snapshot, value, destination?.leads),
    ...statusFields(site, id, null),
    hits: hits?.count ?? 0,
    lastHit: hits?.lastAt ?? null,
    ...lastChange(site, id),
    value,
    revisionId: revisions[revisions.length - 1]!.id,
  };
}

function faultOf(snapshot: SiteSnapshot, { path, status }: ForwardingValue, leads: Destination['leads'] | undefined): string {
  const page = snapshot.pageByPath.get(path);
  if (page) return say`“${page.value.title}” is at this address now, so it is never asked for.`;
  if (!leadsOn(status)) return '';
  if (leads === 'in a circle') return say`It leads round in a circle.`;
  return leads === 'nowhere' || leads === undefined ? say`What it leads to is not live.` : '';
}
