import { page } from '@core/kinds/page/kind';
import type { KindSite } from '@core/kinds/kind';
import type { FileValue } from '@core/file/file';
import { filesOf } from '@core/file/holders';
import { mediaTypeNamed } from '@core/file/media-types';
import { valuesOfKind } from '@core/site/live-set';
import type { SiteSnapshot } from '@core/site/snapshot';
import type { Site } from '../site/site';
import { bestValueOf, kindContext } from './names';

/** What a value is held against. @param snapshot - the site with all changes of the same edition laid over it */
export function kindSite(site: Site, snapshot: SiteSnapshot): KindSite {
  return {
    ...kindContext(site, snapshot),
    frontId: site.snapshots.at().front?.id ?? null,
    memberships: site.settings.memberships.map(each => each.name),
    locales: site.settings.locales,
    framedHosts: site.settings.framedHosts,
    hasPage: id => pageExists(site, snapshot, id),
    hasRecord: (id, kind) => site.ledger.records.get(id)?.kind === kind || isLaidOver(snapshot, id, kind),
    fileSort: id => {
      const value = (filesOf(snapshot).get(id) ??
        (site.ledger.records.get(id)?.kind === 'file' ? bestValueOf(site, id) : null)) as FileValue | null;
      return value && mediaTypeNamed(value.content.mediaType).sort;
    },
    contentOf: hash => site.contents.contentOf(hash),
    pageAt: path => snapshot.pageByPath.get(path)?.id ?? null,
  };
}

// A record that is only being written is in no ledger yet.
function isLaidOver(snapshot: SiteSnapshot, id: string, kind: string): boolean {
  return valuesOfKind(snapshot.values, kind).has(id);
}

/** Whether a page may be pointed at: live, planned or proposed. One that was taken off is gone. */
function pageExists(site: Site, snapshot: SiteSnapshot, id: string): boolean {
  if (snapshot.pageById.has(id)) return true;
  if (site.ledger.records.get(id)?.kind !== page.name) return false;
  return site.ledger.inForce(id, site.clocks.content(), Infinity).state !== 'retired';
}
