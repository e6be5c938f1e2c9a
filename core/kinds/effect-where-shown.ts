import { countOf } from '../format/moment';
import type { Overlay, SiteSnapshot } from '../site/snapshot';
import { say } from '../tongue/say';
import { namedPage, noPages, type Effect } from './effect';

/** Which pages a record shows on, and which records of its kind are live. */
export interface ShownBy {
  /** Ids of the live pages on which a record shows, as a snapshot has it. */
  readonly pages: (id: string, snapshot: SiteSnapshot) => readonly string[];
  /** The live records of the kind, by id. */
  readonly liveIn: (snapshot: SiteSnapshot) => ReadonlyMap<string, unknown>;
}

/** The effect of records that show where blocks show them. */
export function effectWhereShown({ pages: pagesOf, liveIn }: ShownBy) {
  return (change: Overlay, before: SiteSnapshot, after: SiteSnapshot): Effect => {
    const isTakenOff = change.value === null;
    const ids = pagesOf(change.recordId, isTakenOff ? before : after);
    const pages = ids.flatMap(id => after.pageById.get(id) ?? []).map(namedPage);
    const on = countOf(pages.length, 'page');
    const label =
      pages.length === 0
        ? say`Stands on no page yet`
        : isTakenOff
          ? say`Is missing then from ${on}`
          : liveIn(before).has(change.recordId)
            ? say`Changes ${on}`
            : say`Shows on ${on}`;
    return { ...noPages, recordId: change.recordId, label, pages: isTakenOff ? [] : pages, lost: isTakenOff ? pages : [] };
  };
}
