import type { BlockValue } from '@core/block/block';
import type { RecordKind } from '@core/ledger/records';
import type { PageValue } from '@core/page/page';
import type { PlacementValue } from '@core/placement/placement';
import { thisPageOnly } from '@core/rule/rule';
import { insertEntries, insertRecords, insertRevisions } from '@server/repositories/ledger-repository';
import { sampleBlock, samplePlacement } from '@server/testing/samples';
import { setDay, type TestSite } from '@server/testing/test-site';
import { v7 as uuidv7 } from 'uuid';
import { plainEntry } from './entry';

/** How large a site is to be. */
export interface Size {
  readonly pages: number;
  readonly placements: number;
  /** Publications that wait for their day: words of pages and blocks, and placements with other rules, in turn. */
  readonly planned: number;
}

const day = 86_400_000;

/** Lets the demo grow to a size, and starts over with it. */
export async function grow(test: TestSite, { pages, placements, planned }: Size): Promise<void> {
  const { knex } = test.site;
  const by = test.site.people.keys().next().value!;
  const front = test.site.snapshots.at().front!;
  const section = test.site.snapshots.at().pageByPath.get('/visit')!;
  const pageIds: string[] = [];
  const made: { readonly kind: RecordKind; readonly recordId: string; readonly value: unknown; readonly from: number }[] = [];
  for (let index = 0; index < pages; index += 1) {
    const recordId = uuidv7();
    const parentId = index % 40 === 0 ? section.id : pageIds[index - (index % 40)]!;
    const value: PageValue = { ...front.value, title: `Page ${index}`, parentId, segment: `p${index}`, order: `a${index}`, inMenu: false };
    pageIds.push(recordId);
    made.push({ kind: 'page', recordId, value, from: 0 });
  }
  const blocks: { readonly id: string; readonly value: BlockValue }[] = [];
  const placed: { readonly id: string; readonly value: PlacementValue }[] = [];
  for (let index = 0; index < placements; index += 1) {
    const block = { id: uuidv7(), value: sampleBlock({ title: `Notice ${index}` }) };
    const pageId = pageIds[(index * 7) % pages]!;
    const placement = { id: uuidv7(), value: samplePlacement(block.id, pageId, { order: `b${index}` }) };
    blocks.push(block);
    placed.push(placement);
    made.push({ kind: 'block', recordId: block.id, value: block.value, from: 0 });
    made.push({ kind: 'placement', recordId: placement.id, value: placement.value, from: 0 });
  }
  for (let index = 0; index < planned; index += 1) {
    const from = setDay + Math.round(((index + 1) * 360 * day) / (planned + 1));
    const at = Math.floor(index / 3);
    const page = made[(at * 11) % pages]!;
    const block = blocks[(at * 5) % placements]!;
    const placement = placed[(at * 3) % placements]!;
    const rule = thisPageOnly(pageIds[(at * 13) % pages]!);
    const planning = [
      { kind: 'page' as const, recordId: page.recordId, value: { ...(page.value as PageValue), title: `Page changed ${index}` }, from },
      { kind: 'block' as const, recordId: block.id, value: { ...block.value, title: `Notice changed ${index}` }, from },
      {
        kind: 'placement' as const,
        recordId: placement.id,
        value: { ...placement.value, rule: { ...placement.value.rule, ...rule } },
        from,
      },
    ];
    made.push(planning[index % 3]!);
  }
  await knex.transaction(async transaction => {
    const known = new Set<string>();
    for (const { kind, recordId, value, from } of made) {
      if (!known.has(recordId)) await insertRecords(transaction, [{ id: recordId, kind, locale: 'en-GB', createdAt: 0, createdBy: by }]);
      known.add(recordId);
      const id = uuidv7();
      const revision = { id, recordId, locale: 'en-GB', value, createdAt: 0, createdBy: by, note: '' };
      await insertRevisions(transaction, [{ ...revision, parentId: null, mergedFromId: null, translatedFromId: null }]);
      // The store gives each its number.
      const { number: _, ...entry } = plainEntry({
        recordId,
        revisionId: id,
        publicationId: uuidv7(),
        from,
        recordedAt: setDay - 1,
        recordedBy: by,
      });
      await insertEntries(transaction, [entry]);
    }
  });
  await test.stop();
  await test.start();
}
