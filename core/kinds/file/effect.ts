import type { FileValue } from '../../file/file';
import { filesOf, pagesNaming } from '../../file/holders';
import { countOf } from '../../format/moment';
import type { Overlay, SiteSnapshot } from '../../site/snapshot';
import { namedPage, noPages, type Effect } from '../effect';
import { say } from '../../tongue/say';

/** What readers notice of a change of a file: on which pages it comes, changes or is missing then. */
export function fileEffect(change: Overlay, before: SiteSnapshot, after: SiteSnapshot): Effect {
  const pages = pagesNaming(after, change.recordId).map(id => namedPage(after.pageById.get(id)!));
  const old = filesOf(before).get(change.recordId);
  const value = change.value as FileValue | null;
  const isReplaced = old !== undefined && value !== null && old.content.hash !== value.content.hash;
  const on = countOf(pages.length, 'page');
  const label =
    value === null
      ? pages.length === 0
        ? say`Stands nowhere`
        : say`Is missing then from ${on}`
      : pages.length === 0
        ? say`Stands nowhere yet`
        : isReplaced
          ? say`Shows anew on ${on}`
          : say`Changes ${on}`;
  return {
    ...noPages,
    recordId: change.recordId,
    label,
    pages: value === null ? [] : pages,
    lost: value === null ? pages : [],
    warnings: value === null || !old ? [] : narrowed(old, value),
  };
}

function narrowed(old: FileValue, value: FileValue): readonly string[] {
  if (JSON.stringify(old.readers) === JSON.stringify(value.readers)) return [];
  return [
    value.readers === null
      ? say`Whoever may read what it stands in may have it.`
      : say`Only its own readers may have it, wherever it stands.`,
  ];
}
