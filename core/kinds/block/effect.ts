import type { BlockValue } from '../../block/block';
import { countOf } from '../../format/moment';
import { pagesShowingBlock } from '../../reach/reach';
import type { Overlay, SiteSnapshot } from '../../site/snapshot';
import { namedPage, type Effect } from '../effect';
import { say } from '../../tongue/say';

/** What readers notice of a change of a block: the pages on which it shows. */
export function blockEffect(change: Overlay, before: SiteSnapshot, after: SiteSnapshot): Effect {
  const shownBefore = pagesShowingBlock(before, change.recordId).map(id => namedPage(before.pageById.get(id)!));
  const shownAfter = pagesShowingBlock(after, change.recordId).map(id => namedPage(after.pageById.get(id)!));
  const isNew = !before.blocks.has(change.recordId);
  const label =
    change.value === null
      ? say`Takes it off ${countOf(shownBefore.length, 'page')}`
      : shownAfter.length === 0
        ? say`Shows on no page yet`
        : isNew
          ? say`Shows on ${countOf(shownAfter.length, 'page')}`
          : say`Changes ${countOf(shownAfter.length, 'page')}`;
  const afterIds = new Set(shownAfter.map(page => page.id));
  const beforeIds = new Set(isNew ? [] : shownBefore.map(page => page.id));
  return {
    recordId: change.recordId,
    label,
    pages: change.value === null ? [] : shownAfter,
    gained: shownAfter.filter(page => !beforeIds.has(page.id)),
    lost: change.value === null ? shownBefore : shownBefore.filter(page => !afterIds.has(page.id)),
    opens: null,
    leaves: null,
    warnings: (change.value as BlockValue | null)?.readers ? [say`It has readers of its own, besides the page’s and the placement’s.`] : [],
  };
}
