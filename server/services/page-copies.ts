import type { Copied, PageCopyRequest } from '@contract/assembling';
import { copyForPages, copyOfPage } from '@core/page/copy';
import type { PageValue } from '@core/page/page';
import { descendants } from '@core/listing/listing';
import { say } from '@core/tongue/say';
import { generateKeyBetween } from 'fractional-indexing';
import { v7 as uuidv7 } from 'uuid';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Site } from '../site/site';

/** The most records that one copy may consist of. */
const mostRecords = 400;

/**
 * The changes that make a copy of a page and all beneath it, and of the placements whose rules name those pages. Blocks,
 * pictures and files are shared with what was copied. Nothing is stored.
 */
export function copyOfPages(site: Site, { pageId, parentId, title, segment }: PageCopyRequest): Copied {
  const snapshot = site.snapshots.at();
  const page = snapshot.pageById.get(pageId);
  if (!page) throw new Refusal('not-found', say`Only a page that is live can be copied with all beneath it.`);
  const parent = snapshot.pageById.get(parentId);
  if (!parent) refuseInvalid([{ pointer: '/parentId', detail: say`That page is gone.` }]);
  if (page.parent === null) refuseInvalid([{ pointer: '/pageId', detail: say`There can be only one front page.` }]);
  const pages = [page, ...descendants(page)];
  const ids = new Map(pages.map(each => [each.id, uuidv7()]));
  const last = parent.children[parent.children.length - 1]?.value.order ?? null;
  const top: Partial<PageValue> = { parentId, title, segment, menuLabel: '', order: generateKeyBetween(last, null) };
  const copies = pages.map(each => ({
    recordId: ids.get(each.id)!,
    kind: 'page',
    value: copyOfPage(each.value, ids, each === page ? top : {}),
    baseRevisionId: null,
  }));
  const placements = snapshot.placements.flatMap(({ value }) => {
    const copy = copyForPages(value, ids);
    return copy === null ? [] : [{ recordId: uuidv7(), kind: 'placement', value: copy, baseRevisionId: null }];
  });
  const made = [...copies, ...placements];
  if (made.length > mostRecords)
    throw new Refusal(
      'too-large',
      say`It would make ${made.length} records; at most ${mostRecords} are made at once. Copy its parts one by one.`,
    );
  return made;
}
