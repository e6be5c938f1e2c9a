import { pageModel } from '@core/render/page-model';
import { resolvePage, type Resolution } from '@core/placement/resolve';
import { anyone } from '@core/rule/who';
import type { BlockNode } from '@core/site/snapshot';
import { contextFor, dressOf } from '@server/public/answers';
import { TestSite } from '@server/testing/test-site';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { mediansInTurn, type Row } from './measure';

const count = 60;
// As in a server that has been up for a while: a type that stands twice on a page is run as often as it takes to be compiled.
const times = 500;

/** A block of which nothing has been made yet. */
function fresh(block: BlockNode): BlockNode {
  return { ...block, value: structuredClone(block.value) };
}

/** A page full of blocks of all types beside one of plain texts, and what the front page of the demo weighs. */
export async function benchBlocks(): Promise<readonly Row[]> {
  const test = await new TestSite().open();
  const { site } = test;
  const snapshot = site.snapshots.at();
  const page = snapshot.pageByPath.get('/about')!;
  const resolution = resolvePage(snapshot, page.facts, anyone);
  const [like] = resolution.shown;
  const all = [...snapshot.blocks.values()];
  const types = [...new Set(all.map(each => each.value.type))];
  const ofEach = types.map(type => all.find(each => each.value.type === type)!);
  const texts = all.filter(each => each.value.type === 'rich text');
  let turn = 0;
  // Values and places are new each time, so that of no block anything is kept from the time before.
  const placed = (blocks: readonly BlockNode[]): Resolution['shown'] => {
    turn += 1;
    return Array.from({ length: count }, (_, index) => ({
      ...like!,
      block: fresh(blocks[index % blocks.length]!),
      placement: {
        ...like!.placement,
        id: `${turn} ${index}`,
        value: { ...like!.placement.value, target: { kind: 'region', name: 'main' } },
      },
    }));
  };
  const render = (shown: Resolution['shown']) => {
    const { model } = pageModel(snapshot, page, { ...resolution, shown }, contextFor(site, snapshot, anyone, false));
    return site.theme.render(model, { ...dressOf(site, snapshot, page.facts), isSheet: false });
  };
  // The blocks are made beforehand: only what is done for a page counts.
  const rendering = (blocks: readonly BlockNode[]) => () => {
    const shown = placed(blocks);
    return () => render(shown);
  };
  const length = [render(placed(ofEach)), render(placed(texts))].map(each => each.length);
  const [mixed, plain] = mediansInTurn(times, rendering(ofEach), rendering(texts));
  const reader = await test.client();
  const front = await reader.get('/');
  const css = readFileSync(path.join(site.theme.assets, 'shore.css'));
  const scripts = [...new Set([...front.text.matchAll(/src="\/theme\/([\w-]+\.js)"/g)].map(match => match[1]!))];
  const weightOf = (bytes: string | Buffer) => gzipSync(bytes).length / 1_000;
  const script = scripts.reduce((sum, file) => sum + weightOf(readFileSync(path.join(site.theme.assets, file))), 0);
  await test.close();
  return [
    {
      what: `a page of ${count} blocks of ${types.length} types for the first time, against one of ${count} texts (${mixed.toFixed(2)} against ${plain.toFixed(2)} ms; ${length.join(' and ')} characters)`,
      ratio: mixed / plain,
      aim: 'at most',
      bound: 2,
    },
    {
      what: 'the front page of the demo without pictures, HTML and CSS, kB compressed',
      ratio: weightOf(front.text) + weightOf(css),
      aim: 'at most',
      bound: 40,
    },
    { what: `its scripts (${scripts.join(', ')}), kB compressed`, ratio: script, aim: 'at most', bound: 15 },
  ];
}
