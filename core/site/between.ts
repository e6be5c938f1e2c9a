import { isSame } from '../merge/decider';
import type { RecordKind } from '../ledger/records';
import { pagesReached } from '../reach/reach';
import type { CompiledPlacement } from './compiled-placement';
import { valuesOfKind } from './live-set';
import type { SiteSnapshot } from './snapshot';

/** What is different of one record between two moments of a site. */
export interface Difference {
  readonly recordId: string;
  readonly kind: RecordKind;
  /** It was not there and is, the other way round, or is there with another value; a placement may only show elsewhere or no more. */
  readonly what: 'comes' | 'goes' | 'changes' | 'shows otherwise';
  readonly before: unknown;
  readonly after: unknown;
  /** Of a page: itself where it comes or goes. Of a placement: where it shows at one of the two moments alone; readers are left out. */
  readonly gained: readonly string[];
  readonly lost: readonly string[];
}

/** All that differs between two moments of a site, kind by kind. @param kinds - in the order in which they are told of */
export function differencesBetween(before: SiteSnapshot, after: SiteSnapshot, kinds: readonly RecordKind[]): readonly Difference[] {
  return kinds.flatMap(kind => {
    const [old, next] = [valuesOfKind<unknown>(before.values, kind), valuesOfKind<unknown>(after.values, kind)];
    return [...new Set([...old.keys(), ...next.keys()])].flatMap((recordId): readonly Difference[] => {
      const [was, is] = [old.get(recordId) ?? null, next.get(recordId) ?? null];
      const isAlike = was === is || (was !== null && is !== null && isSame(was, is));
      const [there, here] = [placesIn(before, recordId), placesIn(after, recordId)];
      const isPage = before.pageById.has(recordId) || after.pageById.has(recordId);
      // Of a page that comes or goes its own line tells: not each placement that would show on it.
      const onBoth = (id: string) => isPage || (before.pageById.has(id) && after.pageById.has(id));
      const [gained, lost] = [without(here, there).filter(onBoth), without(there, here).filter(onBoth)];
      if (isAlike && gained.length + lost.length === 0) return [];
      const what = was === null ? 'comes' : is === null ? 'goes' : isAlike ? 'shows otherwise' : 'changes';
      return [{ recordId, kind, what, before: was, after: is, gained, lost }];
    });
  });
}

/** The pages on which a placement shows, a page itself, none for anything else. */
function placesIn(snapshot: SiteSnapshot, id: string): readonly string[] {
  return snapshot.pageById.has(id) ? [id] : shownOn(snapshot, id);
}

/** Where a placement shows at the moment of a snapshot, to some readers at least: its time, its block and its region are there. */
function shownOn(snapshot: SiteSnapshot, id: string): readonly string[] {
  const placement = snapshot.placementById.get(id);
  if (!placement || placement.value.off || !placement.whenHolds(snapshot.moment) || !snapshot.blocks.has(placement.value.blockId))
    return [];
  return reachedIn(snapshot, placement);
}

// One placement over the same tree reaches the same pages: of thousands few differ between two moments.
const reached = new WeakMap<SiteSnapshot['pages'], WeakMap<CompiledPlacement, readonly string[]>>();

function reachedIn(snapshot: SiteSnapshot, placement: CompiledPlacement): readonly string[] {
  const known = reached.get(snapshot.pages) ?? new WeakMap<CompiledPlacement, readonly string[]>();
  reached.set(snapshot.pages, known);
  const made = known.get(placement) ?? pagesReached(snapshot, placement.value);
  known.set(placement, made);
  return made;
}

function without(all: readonly string[], some: readonly string[]): readonly string[] {
  if (all === some) return [];
  const taken = new Set(some);
  return all.filter(each => !taken.has(each));
}
