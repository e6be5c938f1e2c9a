import { freshFile, type FileValue } from '@core/file/file';
import { seedDemo } from '@demo/seed';
import { openDatabase } from '@server/database/connect';
import { createServer } from '@server/http/server';
import { anyone } from '@core/rule/who';
import { renderPublicPage } from '@server/public/answers';
import { loadTheme } from '@server/public/theme';
import type { Person } from '@server/repositories/people-repository';
import { listFiles } from '@server/services/files';
import { createEdition } from '@server/services/editions';
import { loadSite, type Site } from '@server/site/site';
import { sampleBlock, sampleEdition } from '@server/testing/samples';
import autocannon from 'autocannon';
import express from 'express';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pino } from 'pino';
import sharp from 'sharp';
import { v7 as uuidv7 } from 'uuid';
import { medianMilliseconds, type Row } from './measure';

const seconds = 3;
const million = 1_000_000;

/** The library: memory while many files come, long lists, renditions made and sent again. */
export async function benchFiles(): Promise<readonly Row[]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'almanac-bench-'));
  const knex = await openDatabase(path.join(folder, 'almanac.sqlite'));
  const theme = loadTheme('themes/shore');
  const now = Date.now();
  await seedDemo(knex, theme, folder, now);
  const site = await loadSite(
    knex,
    { content: () => now, running: () => now, steady: () => performance.now(), isFrozen: false },
    theme,
    folder,
  );
  const admin = [...site.people.values()].find(each => each.roles.includes('administrator'))!;
  const fileOf = (content: FileValue['content'], at: number): FileValue => ({
    ...freshFile(content, `file-${at}`, `File ${at}`),
    words: 'A shore.',
    folder: `Year ${at % 12}`,
    readers: {},
  });
  const keep = (values: readonly FileValue[]) =>
    createEdition(site, admin, {
      id: uuidv7(),
      title: 'x',
      changes: values.map(value => ({ recordId: uuidv7(), kind: 'file', value, retires: false, baseRevisionId: null })),
      wishedFrom: null,
      remark: '',
      note: '',
      move: { name: 'publish', scheduled: null, remark: '', acceptsMovedBase: false, acceptsBroken: '' },
    });

  // Pictures of 4 MB each, no two the same.
  const noise = await sharp({
    create: { width: 1_400, height: 950, channels: 3, background: '#888', noise: { type: 'gaussian', mean: 128, sigma: 60 } },
  })
    .raw()
    .toBuffer();
  const rss: number[] = [];
  let listed = 0;
  for (let at = 0; at < 200; at += 1) {
    noise[at] = at;
    const bytes = await sharp(noise, { raw: { width: 1_400, height: 950, channels: 3 } })
      .png({ compressionLevel: 0 })
      .toBuffer();
    const { content } = await site.contents.receive(Readable.from([bytes]), `shore-${at}.png`, bytes.length, now);
    await keep([fileOf(content, at)]);
    listed += 1;
    global.gc?.();
    rss.push(process.memoryUsage().rss / million);
  }
  const grown = rss[199]! - rss[49]!;

  const { content } = await site.contents.receive(Readable.from([Buffer.from('The same bytes')]), 'x.txt', undefined, now);
  for (let at = 0; at < 20; at += 1) await keep(Array.from({ length: 490 }, (_, index) => fileOf(content, 1_000 + at * 490 + index)));
  const query = { q: '', folder: '', skip: 0, take: 120 };
  listFiles(site, query);
  const started = performance.now();
  const list = listFiles(site, { ...query, q: 'file 42' });
  const listing = performance.now() - started;

  const photograph = await sharp({
    create: { width: 4_000, height: 3_000, channels: 3, background: '#7a8', noise: { type: 'gaussian', mean: 128, sigma: 25 } },
  })
    .jpeg({ quality: 88 })
    .toBuffer();
  const received = await site.contents.receive(Readable.from([photograph]), 'photograph.jpg', undefined, now);
  const value = fileOf(received.content, 1);
  const id = uuidv7();
  await createEdition(site, admin, {
    id: uuidv7(),
    title: 'x',
    changes: [{ recordId: id, kind: 'file', value, retires: false, baseRevisionId: null }],
    wishedFrom: null,
    remark: '',
    note: '',
    move: { name: 'publish', scheduled: null, remark: '', acceptsMovedBase: false, acceptsBroken: '' },
  });
  const tag = received.content.hash.slice(0, 12);
  const times: number[] = [];
  let rendition = '';
  for (const format of ['avif', 'webp', 'jpeg'] as const) {
    const begun = performance.now();
    rendition = (await site.renditions.at(
      site.contents.pathOf(received.content.hash),
      value,
      { tag, crop: 'card', width: 1_280, format },
      theme.manifest.pictures!,
    ))!;
    times.push((performance.now() - begun) / 1_000);
  }

  const { pictured, worded } = await renderTimes(site, admin, id);

  const app = createServer({
    site,
    logger: pino({ level: 'silent' }),
    secret: 'a secret for measuring only, long enough',
    editorFolder: 'dist',
    fontsFolder: 'node_modules',
    version: '0',
    isSecure: false,
  });
  const plain = express();
  plain.use(express.static(path.dirname(rendition)));
  const [ours, bare] = [await listen(app), await listen(plain)];
  const rate = async (url: string) => (await autocannon({ url, connections: 8, duration: seconds })).requests.average;
  const bareUrl = `${bare.address}/${path.basename(rendition)}`;
  await rate(bareUrl);
  const bareRate = await rate(bareUrl);
  const ourRate = await rate(`${ours.address}/media/${id}/r/${tag}-card-1280.jpg`);
  await Promise.all([ours.close(), bare.close()]);
  await knex.destroy();
  rmSync(folder, { recursive: true, force: true });
  return [
    {
      what: `MB that memory grew by from the 50th of 200 uploads of 4 MB to the last (${rss[199]!.toFixed(0)} MB in all, ${listed} listed)`,
      ratio: grown,
      aim: 'at most',
      bound: 60,
    },
    { what: `a search among ${list.total > 0 ? '10,000' : 'no'} files, in milliseconds`, ratio: listing, aim: 'at most', bound: 100 },
    {
      what: `a rendition of a photograph of 12 megapixels, the slowest format, in seconds (AVIF, WebP, JPEG: ${times.map(each => each.toFixed(2)).join(', ')})`,
      ratio: Math.max(...times),
      aim: 'at most',
      bound: 1,
    },
    {
      what: `rendering a page with 40 pictures, against 40 notices (${pictured.toFixed(1)} against ${worded.toFixed(1)} ms)`,
      ratio: pictured / worded,
      aim: 'at most',
      bound: 2,
    },
    {
      what: `a rendition sent again, against Express sending the same file (${ourRate.toFixed(0)} against ${bareRate.toFixed(0)} requests a second)`,
      ratio: ourRate / bareRate,
      aim: 'at least',
      bound: 0.8,
    },
  ];
}

// How long a page takes to be made that holds 40 pictures, and one that holds as many plain notices.
async function renderTimes(site: Site, admin: Person, picture: string): Promise<{ pictured: number; worded: number }> {
  const pages = site.snapshots.at().pages.slice(-2);
  const blockOf = (which: number, at: number) =>
    which === 0
      ? sampleBlock({
          type: 'picture',
          title: `Shore ${at}`,
          fields: { picture, shape: 'whole', caption: `Low water ${at}`, linkLabel: '', linkTo: null },
        })
      : sampleBlock({ title: `Notice ${at}` });
  for (const [which, page] of pages.entries())
    for (let at = 0; at < 40; at += 1) {
      const edition = sampleEdition(page.id, blockOf(which, at));
      await createEdition(site, admin, {
        ...edition,
        changes: edition.changes.map(change => ({ ...change, retires: false })),
        wishedFrom: null,
        remark: '',
        note: '',
        move: { name: 'publish', scheduled: null, remark: '', acceptsMovedBase: false, acceptsBroken: '' },
      });
    }
  const [pictured, worded] = pages.map(({ id }) =>
    medianMilliseconds(40, () => {
      // Another version each time: nothing of what was rendered before is taken again.
      site.ledger.invalidate();
      const snapshot = site.snapshots.at();
      const page = snapshot.pageById.get(id)!;
      return renderPublicPage(site, snapshot, page, null, page.facts.path, anyone);
    }),
  );
  return { pictured: pictured!, worded: worded! };
}

function listen(app: express.Express): Promise<{ address: string; close: () => Promise<void> }> {
  return new Promise(resolve => {
    const server = app.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      resolve({ address: `http://127.0.0.1:${port}`, close: () => new Promise(done => server.close(() => done())) });
    });
  });
}
