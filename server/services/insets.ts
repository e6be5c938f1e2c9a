import type { BlockValue } from '@core/block/block';
import { listOf } from '@core/format/moment';
import { carriersOf, deepestInset, insetDepthOf, insetIdsOf, insetLoopFrom } from '@core/inset/inset';
import type { RecordKind } from '@core/ledger/records';
import type { PageValue } from '@core/page/page';
import { insetHolders } from '@core/reach/reach';
import type { Overlay, SiteSnapshot } from '@core/site/snapshot';
import type { Fault } from '../http/problems';
import type { Site } from '../site/site';
import { bestValueOf, namesFor, titleOf } from './names';
import { isKept } from './record-facts';

/** A page or block whose text holds an inset. */
export interface Holder {
  readonly recordId: string;
  readonly kind: RecordKind;
  readonly title: string;
}

/** By the id of each block that is an inset: the pages and blocks whose newest texts hold it. */
export function holdersByBlock(site: Site): ReadonlyMap<string, readonly Holder[]> {
  const snapshot = site.snapshots.at();
  const holders = new Map<string, Holder[]>();
  for (const { id, kind } of [...site.ledger.recordsOf('page'), ...site.ledger.recordsOf('block')]) {
    const value = (snapshot.pageById.get(id)?.value ?? snapshot.blocks.get(id)?.value ?? bestValueOf(site, id)) as
      PageValue | BlockValue | null;
    const held = value ? insetIdsOf(value) : [];
    if (held.length === 0 || !isKept(site, id)) continue;
    const holder = { recordId: id, kind, title: titleOf(site, snapshot, kind, value) };
    for (const blockId of held) holders.set(blockId, [...(holders.get(blockId) ?? []), holder]);
  }
  return holders;
}

/** What is wrong with the insets of a text: blocks that are gone, and loops, each named. */
export function insetFaults(site: Site, snapshot: SiteSnapshot, change: Overlay): readonly Fault[] {
  if (change.value === null || (change.kind !== 'page' && change.kind !== 'block')) return [];
  const held = insetIdsOf(change.value as PageValue | BlockValue);
  if (held.length === 0) return [];
  const pointer = change.kind === 'page' ? '/body' : '/fields/body';
  const gone = held.filter(id => !snapshot.blocks.has(id) && site.ledger.records.get(id)?.kind !== 'block');
  if (gone.length > 0) return [{ pointer, detail: 'It holds a block that is not in the stock. Take it out of the text.' }];
  return change.kind === 'block' ? insetLoopFaults(site, snapshot, change.recordId, pointer) : [];
}

/** What a block's texts hold, by its id. */
export type Held = (blockId: string) => readonly string[];

/** What is wrong with a block's insets in a snapshot. */
function insetLoopFaults(site: Site, snapshot: SiteSnapshot, blockId: string, pointer: string): readonly Fault[] {
  const heldBy: Held = id => {
    const block = snapshot.blocks.get(id);
    return block ? insetIdsOf(block.value) : [];
  };
  return loopFaults(site, snapshot, blockId, heldBy, insetHolders(snapshot).blocks, pointer);
}

/**
 * What is wrong with a block's insets: a loop, named, or more in one another than may be.
 * @param holders - the blocks that hold others
 */
export function loopFaults(
  site: Site,
  snapshot: SiteSnapshot,
  blockId: string,
  heldBy: Held,
  holders: Iterable<readonly [holder: string, held: readonly string[]]>,
  pointer: string,
): readonly Fault[] {
  const loop = insetLoopFrom(blockId, heldBy);
  if (loop !== null) return [{ pointer, detail: loopWords(site, snapshot, loop) }];
  const carriers = carriersOf([blockId], holders);
  const depth = Math.max(...[...carriers].map(id => insetDepthOf(id, heldBy)));
  return depth > deepestInset
    ? [{ pointer, detail: `Insets would lie ${deepestInset + 1} deep in one another; ${deepestInset} are the most.` }]
    : [];
}

function loopWords(site: Site, snapshot: SiteSnapshot, loop: readonly string[]): string {
  const names = loop.map(id => `“${namesFor(site, snapshot).block(id)}”`);
  return names.length === 2 ? `${names[0]} would hold itself.` : `This makes a loop: ${listOf(names.slice(0, -1))} would hold one another.`;
}
