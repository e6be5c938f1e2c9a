import type { BlockValue } from '@core/block/block';
import { shippedTypes } from '@core/registry/registry';
import type { PlacementValue } from '@core/placement/placement';
import { thisPageOnly, type Rule } from '@core/rule/rule';
import type { RichText } from '@core/rich-text/document';
import { v7 as uuidv7 } from 'uuid';
import type { TestClient } from './test-site';

/** A notice that is fit to be saved, or a block of another type with the fields given. */
export function sampleBlock(part: Partial<BlockValue> = {}): BlockValue {
  return {
    version: 2,
    type: 'notice',
    typeVersion: shippedTypes.blockTypes.get(part.type ?? 'notice')?.version ?? 1,
    title: 'Moth lamps',
    fields: { tone: 'calm', canBePutAway: false, text: 'Lamps are lit at dusk.', linkLabel: '', linkTo: null },
    readers: null,
    ...part,
  };
}

/** A placement in main, on one page only, that is fit to be saved. */
export function samplePlacement(
  blockId: string,
  pageId: string,
  part: Partial<PlacementValue> = {},
  rule: Partial<Rule> = {},
): PlacementValue {
  return {
    version: 1,
    blockId,
    target: { kind: 'region', name: 'main' },
    order: 'z0',
    rule: { ...thisPageOnly(pageId), ...rule },
    off: false,
    look: '',
    align: 'start',
    title: { show: 'block', own: '' },
    anchor: '',
    reason: '',
    ...part,
  };
}

/** A new edition of a block and its placement. */
export function sampleEdition(
  pageId: string,
  block: Partial<BlockValue> = {},
  placement: Partial<PlacementValue> = {},
  rule: Partial<Rule> = {},
) {
  const blockId = uuidv7();
  return {
    id: uuidv7(),
    title: 'Moth lamps',
    changes: [
      { recordId: blockId, kind: 'block', value: sampleBlock(block), baseRevisionId: null },
      { recordId: uuidv7(), kind: 'placement', value: samplePlacement(blockId, pageId, placement, rule), baseRevisionId: null },
    ],
  };
}

/** Makes a block of running text live, and gives its id. */
export async function publishText(client: TestClient, title: string, body: RichText): Promise<string> {
  const recordId = uuidv7();
  const change = { recordId, kind: 'block', value: sampleBlock({ type: 'rich text', title, fields: { body } }), baseRevisionId: null };
  const made = await client.post('/api/editions', { id: uuidv7(), title, changes: [change], move: { name: 'publish' } });
  if (made.status !== 200) throw new Error(made.text);
  return recordId;
}
