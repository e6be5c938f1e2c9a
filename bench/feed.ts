import { listing } from '@core/blocks/listing/type';
import { initialValues } from '@core/fields/index';
import { sampleBlock, samplePlacement } from '@server/testing/samples';
import { setDay, TestSite } from '@server/testing/test-site';
import autocannon from 'autocannon';
import express from 'express';
import { randomUUID } from 'node:crypto';
import { grow } from './grown-site';
import type { Row } from './measure';
import { listen } from './public-page';

const [pages, seconds] = [520, 4];

/** A feed of 500 pages over HTTP that was made before, against a server that does nothing but send it. */
export async function benchFeed(): Promise<readonly Row[]> {
  const test = await new TestSite().open();
  await grow(test, { pages, placements: 1, planned: 0 });
  test.now = setDay;
  const manager = await test.client('margit');
  const [blockId, placementId] = [randomUUID(), randomUUID()];
  const on = test.pageId('/wildlife');
  const fields = {
    ...initialValues(listing.fields),
    beneath: test.pageId('/'),
    depth: 'all',
    order: 'published',
    most: 500,
    offersFeed: true,
  };
  const block = sampleBlock({ type: 'listing', typeVersion: listing.version, title: 'All', fields });
  const changes = [
    { recordId: blockId, kind: 'block', value: block, baseRevisionId: null },
    { recordId: placementId, kind: 'placement', value: samplePlacement(blockId, on), baseRevisionId: null },
  ];
  const made = await manager.post('/api/editions', { id: randomUUID(), title: 'A feed', changes, move: { name: 'publish' } });
  const feed = `/feeds/${on}/${blockId}.atom`;
  const text = (await (await test.client()).get(feed)).text;
  const entries = text.split('<entry>').length - 1;
  if (made.status !== 200 || entries < 500) throw new Error(`The feed has ${entries} entries: ${made.text.slice(0, 300)}`);
  const bare = express();
  bare.get('/', (_request, response) => void response.type('application/atom+xml').send(text));
  const plain = await listen(bare);
  const rate = async (url: string) => (await autocannon({ url, connections: 8, duration: seconds })).requests.average;
  await rate(plain.address);
  const [again, sent] = [await rate(`${test.address}${feed}`), await rate(plain.address)];
  await Promise.all([plain.close(), test.close()]);
  return [
    {
      what: `a feed of ${entries} pages asked for again, against bare Express sending the same ${(text.length / 1024).toFixed(0)} kB (${again.toFixed(0)} against ${sent.toFixed(0)} requests a second)`,
      ratio: again / sent,
      aim: 'at least',
      bound: 0.8,
    },
  ];
}
