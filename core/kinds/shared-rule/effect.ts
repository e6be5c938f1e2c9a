import { countOf } from '../../format/moment';
import { effectOfPlacement } from '../../reach/reach';
import { governedBy } from '../../reach/governed';
import type { Overlay, SiteSnapshot } from '../../site/snapshot';
import { namedPage, noPages, type Effect, type NamedPage } from '../effect';
import { say } from '../../tongue/say';

/** What an edit of a shared rule does over all the placements that follow it. */
export function sharedRuleEffect(change: Overlay, before: SiteSnapshot, after: SiteSnapshot): Effect {
  const governed = governedBy(after, change.recordId);
  const gained = new Map<string, NamedPage>();
  const lost = new Map<string, NamedPage>();
  const pages = new Map<string, NamedPage>();
  let timesDiffer = 0;
  for (const { id, value } of governed) {
    const old = before.placementById.get(id);
    const effect = effectOfPlacement(old ? { snapshot: before, value: old.value } : null, { snapshot: after, value });
    for (const each of effect.gained) gained.set(each, namedPage(after.pageById.get(each)!));
    for (const each of effect.lost) lost.set(each, namedPage(before.pageById.get(each)!));
    for (const each of effect.after?.pages ?? []) pages.set(each, namedPage(after.pageById.get(each)!));
    if (effect.timesDiffer || effect.readersDiffer) timesDiffer += 1;
  }
  const parts = [
    ...(gained.size > 0 ? [say`gains ${countOf(gained.size, 'page')}`] : []),
    ...(lost.size > 0 ? [say`loses ${countOf(lost.size, 'page')}`] : []),
    ...(timesDiffer > 0 ? [say`other times or readers for ${countOf(timesDiffer, 'placement')}`] : []),
  ];
  const what = governed.length === 0 ? say`Governs nothing yet` : say`Governs ${countOf(governed.length, 'placement')}`;
  return {
    ...noPages,
    recordId: change.recordId,
    label: governed.length === 0 ? what : `${what}: ${parts.length === 0 ? say`nothing changes for readers` : parts.join(', ')}`,
    pages: [...pages.values()],
    gained: [...gained.values()],
    lost: [...lost.values()],
  };
}
