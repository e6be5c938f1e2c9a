import { seedDemo } from '@demo/seed';
import { openDatabase } from '@server/database/connect';
import { createServer } from '@server/http/server';
import { PublicAnswers } from '@server/public/answers';
import { loadTheme } from '@server/public/theme';
import { loadSite } from '@server/site/site';
import autocannon from 'autocannon';
import express, { type Express } from 'express';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import type { Row } from './measure';

const seconds = 4;

/** Requests per second of a public page, against the same Express that sends the same bytes and nothing else. */
export async function benchPublicPage(): Promise<readonly Row[]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'almanac-bench-'));
  const knex = await openDatabase(path.join(folder, 'almanac.sqlite'));
  const theme = loadTheme('themes/shore');
  const now = Date.now();
  await seedDemo(knex, theme, folder, now);
  let isFresh = false;
  const site = await loadSite(
    knex,
    { content: () => now, running: () => now, steady: () => performance.now(), isFrozen: false },
    theme,
    folder,
  );
  const answers = new PublicAnswers(site);
  const app = createServer({
    site,
    answers,
    logger: pino({ level: 'silent' }),
    secret: 'a secret for measuring only, long enough',
    editorFolder: 'dist',
    fontsFolder: 'node_modules',
    version: '0',
    isSecure: false,
  });
  const outer = express();
  outer.disable('x-powered-by');
  outer.use((_request, _response, next) => {
    if (isFresh) answers.forget();
    next();
  });
  outer.use(app);
  const ours = await listen(outer);
  const body = Buffer.from(await (await fetch(`${ours.address}/visit/tern-point`)).arrayBuffer());
  const plain = express();
  plain.get('/visit/tern-point', (_request, response) => void response.type('html').send(body));
  const bare = await listen(plain);
  const rate = async (address: string) =>
    (await autocannon({ url: `${address}/visit/tern-point`, connections: 8, duration: seconds })).requests.average;
  await rate(bare.address);
  const bareRate = await rate(bare.address);
  const hitRate = await rate(ours.address);
  isFresh = true;
  const firstRate = await rate(ours.address);
  await Promise.all([ours.close(), bare.close()]);
  await knex.destroy();
  rmSync(folder, { recursive: true, force: true });
  const size = `${(body.length / 1024).toFixed(0)} kB`;
  return [
    {
      what: `public page answered again, against bare Express sending the same ${size} (${hitRate.toFixed(0)} against ${bareRate.toFixed(0)} requests a second)`,
      ratio: hitRate / bareRate,
      aim: 'at least',
      bound: 0.8,
    },
    {
      what: `public page answered for the first time, resolved and rendered (${firstRate.toFixed(0)} requests a second)`,
      ratio: firstRate / bareRate,
      aim: 'at least',
      bound: 0.25,
    },
  ];
}

/** Serves an application of Express on a port of its own. */
export function listen(app: Express): Promise<{ address: string; close: () => Promise<void> }> {
  return new Promise(resolve => {
    const server = app.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      resolve({ address: `http://127.0.0.1:${port}`, close: () => new Promise(done => server.close(() => done())) });
    });
  });
}
