import { countOf, quoted } from '../../format/moment';
import { descendants } from '../../listing/listing';
import type { PageValue } from '../../page/page';
import { pagesReached } from '../../reach/reach';
import { holdersOf } from '../../file/holders';
import { forwardingAt } from '../../forwarding/forwarding';
import type { Overlay, PageNode, SiteSnapshot } from '../../site/snapshot';
import { namedPage, type Effect } from '../effect';
import { say } from '../../tongue/say';

/** What readers notice of a change of a page: that it comes or goes, moves with all beneath it, or loses regions. */
export function pageEffect(change: Overlay, before: SiteSnapshot, after: SiteSnapshot): Effect {
  const old = before.pageById.get(change.recordId);
  const next = after.pageById.get(change.recordId);
  const beneath = old ? descendants(old) : [];
  const hasMoved = Boolean(old && next && old.address !== next.address);
  const lost = old && !next ? [old, ...beneath].map(namedPage) : [];
  const label =
    !old && next
      ? say`Adds 1 page at ${next.address}`
      : old && !next
        ? say`Takes off ${countOf(lost.length, 'page')}`
        : hasMoved
          ? say`Moves ${countOf(beneath.length + 1, 'page')} to ${next!.address}`
          : say`Changes 1 page`;
  const value = change.value as PageValue | null;
  return {
    recordId: change.recordId,
    label,
    pages: next ? (hasMoved ? [next, ...descendants(next)] : [next]).map(namedPage) : [],
    gained: !old && next ? [namedPage(next)] : [],
    lost,
    opens: null,
    leaves: hasMoved ? 'moved' : old && !next ? 'taken off' : null,
    warnings: [
      ...(next && next.address !== old?.address ? takenOver(before, next) : []),
      ...(old && !next ? linkingHere(before, [old, ...beneath]) : []),
      ...(value && old && value.layout !== old.value.layout ? placementsLosingTheirRegion(before, after, change.recordId) : []),
    ],
  };
}

/** What led elsewhere from the address that a page comes to. */
function takenOver(before: SiteSnapshot, { address }: PageNode): string[] {
  const earlier = forwardingAt(before, address);
  const led = earlier?.value.to?.page && before.pageById.get(earlier.value.to.page);
  return earlier ? [say`${address} is an old address${led ? say` that led to “${led.value.title}”` : ''}; this page takes it over.`] : [];
}

/** The most that are named of what links to a page. */
const mostNamed = 5;

/** What links to pages that go. */
function linkingHere(before: SiteSnapshot, going: readonly PageNode[]): string[] {
  const gone = new Set(going.map(each => each.id));
  const titles = new Set(
    going.flatMap(({ id }) => {
      const { pages, blocks } = holdersOf(before, id);
      return [
        ...pages.filter(each => !gone.has(each)).map(each => before.pageById.get(each)!.value.title),
        ...blocks.map(each => before.blocks.get(each)!.value.title),
      ];
    }),
  );
  if (titles.size === 0) return [];
  const named = [...titles].slice(0, mostNamed).map(each => quoted(each));
  const more = titles.size > mostNamed ? say` and ${titles.size - mostNamed} more` : '';
  const names = `${named.join(', ')}${more}`;
  return [titles.size === 1 ? say`${names} names it: such links become words only.` : say`${names} name it: such links become words only.`];
}

function placementsLosingTheirRegion(before: SiteSnapshot, after: SiteSnapshot, pageId: string): string[] {
  const reached = (snapshot: SiteSnapshot) =>
    snapshot.placements.filter(each => pagesReached(snapshot, each.value).includes(pageId)).length;
  const fewer = reached(before) - reached(after);
  return fewer > 0 ? [say`${countOf(fewer, 'placement')} will find no region in the new layout.`] : [];
}
