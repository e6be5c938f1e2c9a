import Database from 'better-sqlite3';
import { build } from 'esbuild';
import { spawn, type ChildProcess } from 'node:child_process';
import path from 'node:path';
import { sampleEdition } from './testing/samples';
import { TestClient, TestSite } from './testing/test-site';

/** How often the server is killed while it writes. */
const kills = 20;
const program = path.resolve('dist/killed/server.mjs');

/** A server of its own process over a store, and where it answers. */
async function startServer(data: string): Promise<{ child: ChildProcess; address: string }> {
  const child = spawn('node', [program, '--data', data, '--port', '0', '--at', '2027-03-18T09:40'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const port = await new Promise<string>((resolve, reject) => {
    let said = '';
    child.stdout!.on('data', data => {
      said += String(data);
      const found = /localhost:(\d+)\//.exec(said);
      if (found) resolve(found[1]!);
    });
    child.on('exit', code => reject(new Error(`The server ended with ${code}: ${said}`)));
  });
  return { child, address: `http://127.0.0.1:${port}` };
}

describe('a server killed while it writes', () => {
  const test = new TestSite();
  let page = '';
  beforeAll(async () => {
    const bundled = build({
      entryPoints: ['server/main.ts'],
      outfile: program,
      bundle: true,
      platform: 'node',
      format: 'esm',
      packages: 'external',
    });
    await Promise.all([test.open(), bundled]);
    page = test.pageId('/visit');
    await test.stop();
  });
  afterAll(() => test.close());

  it(`loses nothing that it acknowledged, ${kills} times, and leaves the store whole`, async () => {
    const acknowledged: string[] = [];
    for (let round = 0; round < kills; round += 1) {
      const { child, address } = await startServer(test.folder);
      const client = new TestClient({ address });
      await client.get('/api/session');
      await client.post('/api/session', { email: 'ida@merrowby.example', password: 'tideline' });
      let isAlive = true;
      const write = async () => {
        while (isAlive) {
          const edition = sampleEdition(page);
          const answer = await client.post('/api/editions', edition).catch(() => null);
          if (answer?.status === 200) acknowledged.push(edition.id);
        }
      };
      const writers = [write(), write(), write()];
      const died = new Promise(resolve => child.once('exit', resolve));
      // Each round at another point of the writing.
      await new Promise(resolve => setTimeout(resolve, 60 + 23 * round));
      child.kill('SIGKILL');
      await died;
      isAlive = false;
      await Promise.all(writers);
    }
    expect(acknowledged.length).toBeGreaterThan(kills);
    const store = new Database(test.file);
    expect(store.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(store.pragma('foreign_key_check')).toEqual([]);
    const parts = store.prepare('SELECT count(*) AS count FROM proposals WHERE edition_id = ?');
    expect(acknowledged.filter(id => (parts.get(id) as { count: number }).count !== 2)).toEqual([]);
    // Nothing is half-written either: every edition is there with all that it holds.
    const halves = store.prepare('SELECT id FROM editions WHERE NOT EXISTS (SELECT 1 FROM proposals WHERE edition_id = editions.id)').all();
    expect(halves).toEqual([]);
    store.close();
    await test.start();
    expect(acknowledged.filter(id => !test.site.ledger.editions.has(id))).toEqual([]);
  }, 180_000);
});
