import type { BlockValue } from '@core/block/block';
import { writeMoment } from '@core/format/moment';
import { insetIdsOf } from '@core/inset/inset';
import type { Ledger } from '@core/ledger/ledger';
import type { PageValue } from '@core/page/page';
import type { PlacementValue } from '@core/placement/placement';
import type { SiteSnapshot } from '@core/site/snapshot';
import { refuseInvalid, type Fault } from '../http/problems';
import type { Site } from '../site/site';
import { insetLoopFaults } from './insets';
import { momentStyle, titleOf } from './names';
import type { Publication, PublishedChange } from './publication';
import { momentsAhead, snapshotOf } from './reach-of-act';
import { faultsInSite } from './validation';

/**
 * Refuses a publication that the site cannot hold: what was right when it was written may point at something that has
 * gone since, and what is right on the day may meet something planned for later.
 */
export function refuseUnfit(site: Site, publication: Publication): void {
  const { changes, after, from } = publication;
  const starting = snapshotOf(site, after, from);
  const faults = changes.flatMap((change, index) => [...faultsInSite(site, starting, change, `/changes/${index}/value`)]);
  for (const change of changes) {
    const blockId = change.kind === 'placement' && change.value ? (change.value as PlacementValue).blockId : null;
    if (blockId && !starting.blocks.has(blockId))
      faults.push({
        pointer: '/name',
        detail: `The block “${titleOf(site, starting, 'placement', change.value)}” is not live at that moment. Approve it first.`,
      });
  }
  if (faults.length > 0) refuseInvalid(faults);
  const later = faultsAhead(site, publication);
  if (later.length > 0) refuseInvalid(later);
}

// Addresses, the front page and loops are looked at wherever anything begins or ends.
function faultsAhead(site: Site, { changes, after, from }: Publication): readonly Fault[] {
  const pages = changes.filter(each => each.kind === 'page');
  const carriers = changes.filter(each => each.kind === 'block' && each.value !== null && insetIdsOf(each.value as BlockValue).length > 0);
  if (pages.length + carriers.length === 0) return [];
  for (const moment of momentsAhead(site, [after], from)) {
    const snapshot = snapshotOf(site, after, moment);
    const faults = [
      ...pages.flatMap(page => addressFaults(site, snapshot, page, changes.indexOf(page))),
      ...(pages.length > 0 ? frontFaults(site, snapshot, after, moment) : []),
      ...carriers.flatMap(block => insetLoopFaults(site, snapshot, block.recordId, '/name')),
    ];
    if (faults.length > 0) return faults;
  }
  return [];
}

function addressFaults(site: Site, snapshot: SiteSnapshot, change: PublishedChange, index: number): readonly Fault[] {
  const page = snapshot.pageById.get(change.recordId);
  const twin = page?.parent?.children.find(child => child.id !== page.id && child.value.segment === page.value.segment);
  if (!page || !twin) return [];
  const when = snapshot.moment > site.clocks.content() ? ` on ${writeMoment(snapshot.moment, momentStyle(site))}` : '';
  return [
    {
      pointer: `/changes/${index}/value/segment`,
      detail: `“${twin.value.title}” has the address ${page.facts.path} too${when}; one of the two could not be reached.`,
    },
  ];
}

function frontFaults(site: Site, snapshot: SiteSnapshot, after: Ledger, moment: number): readonly Fault[] {
  const fronts = after.recordsOf('page').filter(({ id }) => {
    const inForce = after.inForce(id, site.settings.baseLocale, moment, Infinity);
    return inForce.state === 'live' && (after.revision(inForce.revisionId).value as PageValue).parentId === null;
  });
  const when = writeMoment(moment, momentStyle(site));
  if (fronts.length > 1) return [{ pointer: '/name', detail: `There would be two front pages on ${when}.` }];
  const hadFront = snapshotOf(site, site.ledger, moment).front !== null;
  if (fronts.length === 0 && hadFront)
    return [{ pointer: '/name', detail: `The front page cannot be taken off, moved or end: every address begins there (${when}).` }];
  return [];
}
