import { countOf } from '../../format/moment';
import { descendants } from '../../listing/listing';
import type { PageValue } from '../../page/page';
import { pagesReached } from '../../reach/reach';
import type { Overlay, SiteSnapshot } from '../../site/snapshot';
import { namedPage, type Effect } from '../effect';

/** What readers notice of a change of a page: that it comes or goes, moves with all beneath it, or loses regions. */
export function pageEffect(change: Overlay, before: SiteSnapshot, after: SiteSnapshot): Effect {
  const old = before.pageById.get(change.recordId);
  const next = after.pageById.get(change.recordId);
  const beneath = old ? descendants(old) : [];
  const hasMoved = Boolean(old && next && old.facts.path !== next.facts.path);
  const lost = old && !next ? [old, ...beneath].map(namedPage) : [];
  const label =
    !old && next
      ? `Adds 1 page at ${next.facts.path}`
      : old && !next
        ? `Takes off ${countOf(lost.length, 'page')}`
        : hasMoved
          ? `Moves ${countOf(beneath.length + 1, 'page')} to ${next!.facts.path}`
          : 'Changes 1 page';
  const value = change.value as PageValue | null;
  return {
    recordId: change.recordId,
    label,
    pages: next ? (hasMoved ? [next, ...descendants(next)] : [next]).map(namedPage) : [],
    gained: !old && next ? [namedPage(next)] : [],
    lost,
    opens: null,
    warnings: [
      ...(hasMoved ? ['The old address will lead nowhere.'] : []),
      ...(value && old && value.layout !== old.value.layout ? placementsLosingTheirRegion(before, after, change.recordId) : []),
    ],
  };
}

function placementsLosingTheirRegion(before: SiteSnapshot, after: SiteSnapshot, pageId: string): string[] {
  const reached = (snapshot: SiteSnapshot) =>
    snapshot.placements.filter(each => pagesReached(snapshot, each.value).includes(pageId)).length;
  const fewer = reached(before) - reached(after);
  return fewer > 0 ? [`${countOf(fewer, 'placement')} will find no region in the new layout.`] : [];
}
