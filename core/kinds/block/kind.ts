import type { BlockValue } from '../../block/block';
import { upgradeBlock } from '../../block/upgrade';
import { faultsOfFields, referencesOfFields, wordsOfFields } from '../../fields/index';
import { insetIdsOf } from '../../inset/inset';
import { pagesWithBlock } from '../../plan/presence';
import { insetHolders, pagesShowingBlock } from '../../reach/reach';
import { loopFaults } from '../inset-faults';
import type { Kind, KindSite } from '../kind';
import { readersWords } from '../own-fields';
import { readersFaults } from '../rule-faults';
import { told } from '../../tongue/say';
import { blockEffect } from './effect';
import { blockSchema } from './schema';

/** A block: a reusable piece of content in the stock. */
export const block: Kind<BlockValue> = {
  name: 'block',
  rights: {
    write: ['writer', 'editor', 'manager', 'administrator'],
    review: ['administrator', 'editor'],
    publish: ['administrator', 'editor'],
  },
  schema: blockSchema,
  upgrade: upgradeBlock,
  title: value => value.title,
  ownFields: {
    type: { label: 'Type', isGiven: true, isProse: true },
    title: { label: 'Title', isProse: true, hasOwnWords: true },
    readers: readersWords,
  },
  fields: (value, { blockTypes }) => blockTypes.get(value.type)?.fields ?? [],
  typedBy: 'block types',
  typeName: value => value.type,
  references: (value, registry) => referencesOfFields(block.fields!(value, registry), value.fields, '/fields'),
  words: (value, { registry }) => wordsOfFields(block.fields!(value, registry), value.fields),
  found: (id, value, { snapshot, registry }) => ({
    detail: told(registry.blockTypes.get(value.type)?.label ?? ''),
    pageId: pagesShowingBlock(snapshot, id)[0] ?? null,
  }),
  effect: blockEffect,
  pagesToSee: (id, _value, snapshot) => pagesShowingBlock(snapshot, id),
  pagesChanged: (id, snapshot) => pagesShowingBlock(snapshot, id),
  pagesAt: (id, plan, moment) => pagesWithBlock(plan, id, moment),
  whereabouts: () => told('block'),
  faults: (id, value, site) => {
    const gone = faultsOfFields(block.fields!(value, site.registry), value.fields, site, '/fields');
    const own = site.registry.blockTypes.get(value.type)?.faults?.(value.fields, site) ?? [];
    const inFields = own.map(each => ({ ...each, pointer: `/fields${each.pointer}` }));
    return [...gone, ...inFields, ...readersFaults(value.readers, site), ...(gone.length === 0 ? insetLoopFaults(id, value, site) : [])];
  },
  isInset: true,
};

function insetLoopFaults(id: string, value: BlockValue, { snapshot, names, registry }: KindSite) {
  if (insetIdsOf(value).length === 0) return [];
  const at = referencesOfFields(block.fields!(value, registry), value.fields, '/fields').find(each => each.way === 'inset');
  const heldBy = (blockId: string) => {
    const held = snapshot.blocks.get(blockId);
    return held ? insetIdsOf(held.value) : [];
  };
  return loopFaults(id, heldBy, insetHolders(snapshot).blocks, names.block, at?.pointer ?? '/fields');
}
