import { carriersOf } from '../inset/inset';
import { mayRead, resolvePage } from '../placement/resolve';
import { anyone, readerFactsIn, type ReaderFacts } from '../rule/who';
import { nextOpening } from '../rule/when';
import type { Instant } from '../schedule/local-time';
import type { CompiledPlacement } from '../site/compiled-placement';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import { audiencesOf } from './audiences';
import { insetHolders, pagesReached } from './reach';

/** From where something can be looked at. */
export interface Sight {
  readonly page: string;
  readonly reader: ReaderFacts;
  readonly moment: Instant;
}

/** How many later moments, pages and readers are tried. */
const mostMoments = 8;
const mostPages = 20;
const mostReaders = 40;

/**
 * A page, a reader and a moment at which a placement, a block or a page shows: the wished ones where it does, else the
 * nearest that will do, with as few reader facts as possible. Null when none is found.
 * @param take - the site at a moment, with whatever changes are looked at
 */
export function sightOf(take: (moment: Instant) => SiteSnapshot, recordId: string, wished: Sight): Sight | null {
  let { moment } = wished;
  for (let count = 0; count < mostMoments; count += 1) {
    const found = sightAt(take(moment), recordId, { ...wished, moment });
    if (found.kind === 'seen') return found.sight;
    if (found.next === null) return null;
    moment = found.next;
  }
  return null;
}

type Search = { readonly kind: 'seen'; readonly sight: Sight } | { readonly kind: 'later'; readonly next: Instant | null };

function sightAt(snapshot: SiteSnapshot, recordId: string, wished: Sight): Search {
  const seen = (page: PageNode, reader: ReaderFacts): Search => ({
    kind: 'seen',
    sight: { page: page.id, reader, moment: snapshot.moment },
  });
  const page = snapshot.pageById.get(recordId);
  if (page) {
    const reader = readersToTry(wished.reader, [page], []).find(each => mayRead(page, each));
    return reader ? seen(page, reader) : { kind: 'later', next: null };
  }
  const holders = insetHolders(snapshot);
  const carriers = carriersOf([recordId], holders.blocks);
  const isMeant = (id: string, blockId: string) => id === recordId || carriers.has(blockId);
  let next = Infinity;
  for (const placement of snapshot.placements.filter(each => isMeant(each.id, each.value.blockId))) {
    const opens = opensAt(snapshot, placement);
    if (opens > snapshot.moment) next = Math.min(next, opens);
    else {
      const found = readerOf(snapshot, placement, wished);
      if (found) return seen(found.page, found.reader);
    }
  }
  for (const [id, held] of holders.pages) {
    if (!held.some(each => carriers.has(each))) continue;
    const holder = snapshot.pageById.get(id)!;
    const readers = snapshot.blocks.get(recordId)?.value.readers ?? {};
    const reader = readersToTry(wished.reader, [holder], readerFactsIn(readers)).find(each => mayRead(holder, each));
    if (reader) return seen(holder, reader);
  }
  for (const { id, value, dormancy } of snapshot.dormantPlacements)
    if (isMeant(id, value.blockId) && dormancy.state === 'scheduled') next = Math.min(next, dormancy.at!);
  return { kind: 'later', next: next === Infinity ? null : next };
}

// When it could first show: its own time, and its block's. Infinite when never.
function opensAt(snapshot: SiteSnapshot, placement: CompiledPlacement): Instant {
  const { value, rule } = placement;
  if (value.off) return Infinity;
  if (!placement.whenHolds(snapshot.moment)) return nextOpening(rule.when, snapshot.moment) ?? Infinity;
  if (snapshot.blocks.has(value.blockId)) return snapshot.moment;
  const dormancy = snapshot.dormantBlocks.get(value.blockId)?.dormancy;
  return dormancy?.state === 'scheduled' ? dormancy.at! : Infinity;
}

function readerOf(
  snapshot: SiteSnapshot,
  placement: CompiledPlacement,
  wished: Sight,
): { readonly page: PageNode; readonly reader: ReaderFacts } | null {
  const reached = pagesReached(snapshot, placement.value).map(id => snapshot.pageById.get(id)!);
  const pages = [...reached.filter(page => page.id === wished.page), ...reached.filter(page => page.id !== wished.page)].slice(
    0,
    mostPages,
  );
  const blockReaders = snapshot.blocks.get(placement.value.blockId)?.value.readers ?? {};
  const readers = readersToTry(wished.reader, pages, [...placement.readerFacts, ...readerFactsIn(blockReaders)]);
  for (const page of pages)
    for (const reader of readers)
      if (mayRead(page, reader) && resolvePage(snapshot, page.facts, reader).shown.some(each => each.placement.id === placement.id))
        return { page, reader };
  return null;
}

function readersToTry(wished: ReaderFacts, pages: readonly PageNode[], keys: readonly string[]): readonly ReaderFacts[] {
  const asked = [...keys, ...pages.flatMap(page => readerFactsIn(page.facts.readers))];
  const size = (reader: ReaderFacts) => (reader.signedIn ? 1 : 0) + reader.roles.length + reader.memberships.length;
  const classes = [...audiencesOf(asked).readers].sort((a, b) => size(a) - size(b));
  return [wished, anyone, ...classes].slice(0, mostReaders);
}
