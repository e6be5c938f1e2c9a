import Database from 'better-sqlite3';
import { build } from 'esbuild';
import fc from 'fast-check';
import { spawn, type ChildProcess } from 'node:child_process';
import path from 'node:path';
import { sampleEdition } from './testing/samples';
import { TestClient, TestSite } from './testing/test-site';

/** How many operations are asked for at least, and how often the server is killed meanwhile: starting it takes longest. */
const operations = 500;
const kills = 5;
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

  it(`loses nothing that it acknowledged of ${operations} operations, and leaves the store whole`, async () => {
    const written = new Written(page);
    for (let round = 0; round < kills; round += 1) {
      const { child, address } = await startServer(test.folder);
      const client = new TestClient({ address });
      await client.get('/api/session');
      await client.post('/api/session', { email: 'margit@merrowby.example', password: 'tideline' });
      let isAlive = true;
      const write = async () => {
        while (isAlive) await written.writeSomething(client);
      };
      const writers = [write(), write(), write()];
      const died = new Promise(resolve => child.once('exit', resolve));
      // Each round at another point of the writing, however fast the machine is.
      const enough = written.asked + operations / kills;
      while (written.asked < enough) await new Promise(resolve => setTimeout(resolve, 5));
      await new Promise(resolve => setTimeout(resolve, (137 * round) % 40));
      child.kill('SIGKILL');
      await died;
      isAlive = false;
      await Promise.all(writers);
    }
    const store = new Database(test.file);
    expect(store.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(store.pragma('foreign_key_check')).toEqual([]);
    expect(written.acknowledged.length).toBeGreaterThan(kills);
    expect(written.acknowledged.filter(({ sql, values }) => store.prepare(sql).get(...values) === undefined)).toEqual([]);
    // Nothing is half-written either: what goes together is there together, or not at all.
    const halves = store
      .prepare(
        `SELECT e.id FROM editions e LEFT JOIN proposals p ON p.edition_id = e.id WHERE e.title = 'Moth lamps'
         GROUP BY e.id HAVING count(p.id) < 2 OR count(DISTINCT p.stage) > 1
           OR (max(p.stage) = 'approved' AND count(p.id) <> (SELECT count(*) FROM publication_entries n WHERE n.edition_id = e.id))`,
      )
      .all();
    expect(halves).toEqual([]);
    // What was done is written down with it, and the chain of the log is whole.
    const unwritten = store
      .prepare("SELECT id FROM revisions WHERE id NOT IN (SELECT json_extract(after, '$.revision') FROM audit_log WHERE act = 'save')")
      .all();
    expect(unwritten).toEqual([]);
    store.close();
    await test.start();
    const margit = await test.client('margit');
    expect((await margit.get('/api/log/check')).json.brokenAt).toBeNull();
    expect(written.editions.filter(({ id }) => !test.site.ledger.editions.has(id))).toEqual([]);
  }, 240_000);
});

/** A row that has to be there, since the server said so. */
interface Acknowledged {
  readonly sql: string;
  readonly values: readonly string[];
}

type Act = 'begin' | 'save' | 'remark' | 'send for review' | 'publish' | 'join';

/** Asks for one thing after another, as they come, and keeps account of what was acknowledged. */
class Written {
  asked = 0;
  readonly acknowledged: Acknowledged[] = [];
  readonly editions: { readonly id: string; readonly changes: { proposalId: string; headRevisionId: string; value: object }[] }[] = [];
  readonly #acts = fc.sample(fc.constantFrom<Act>('begin', 'begin', 'save', 'save', 'remark', 'send for review', 'publish', 'join'), 5_000);

  constructor(private readonly page: string) {}

  /** One operation; one that is cut off or refused is acknowledged by nobody. */
  async writeSomething(client: TestClient): Promise<void> {
    const act = this.#acts[(this.asked += 1) % this.#acts.length]!;
    const edition = this.editions.at(-1 - (this.asked % 3));
    const attempt = act === 'begin' || !edition ? this.#begin(client) : this.#goOn(client, act, edition);
    await attempt.catch(() => undefined);
  }

  async #begin(client: TestClient): Promise<void> {
    const edition = sampleEdition(this.page);
    const { status, json } = await client.post('/api/editions', edition);
    if (status !== 200) return;
    this.editions.push({ id: edition.id, changes: json.changes });
    this.#note('SELECT id FROM editions WHERE id = ?', edition.id);
  }

  async #goOn(client: TestClient, act: Exclude<Act, 'begin'>, { id, changes }: Written['editions'][number]): Promise<void> {
    const [change] = changes;
    if (act === 'save') {
      const { status, json } = await client.put(`/api/proposals/${change!.proposalId}`, {
        value: { ...change!.value, title: `Moth lamps ${this.asked}` },
        parentRevisionId: change!.headRevisionId,
      });
      if (status !== 200) return;
      change!.headRevisionId = json.proposals.find((each: { id: string }) => each.id === change!.proposalId).headRevisionId;
      this.#note('SELECT id FROM revisions WHERE id = ?', change!.headRevisionId);
    } else if (act === 'remark') {
      const { status, json } = await client.post(`/api/editions/${id}/remarks`, { body: 'When?' });
      if (status === 200) this.#note('SELECT id FROM remarks WHERE id = ?', json.at(-1).id);
    } else if (act === 'join') {
      const block = { recordId: crypto.randomUUID(), kind: 'block', value: change!.value, baseRevisionId: null };
      const { status } = await client.post(`/api/editions/${id}/changes`, { changes: [block] });
      if (status === 200) this.#note('SELECT id FROM proposals WHERE edition_id = ? AND record_id = ?', id, block.recordId);
    } else {
      const { status } = await client.move(id, { name: act });
      if (status === 200) this.#note('SELECT number FROM edition_moves WHERE edition_id = ? AND move = ?', id, act);
    }
  }

  #note(sql: string, ...values: string[]): void {
    this.acknowledged.push({ sql, values });
  }
}
