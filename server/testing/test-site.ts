import type { Registry } from '@core/registry/registry';
import { seedDemo } from '@demo/seed';
import { demoPassword } from '@demo/people';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import type { Clocks } from '../clocks';
import { openDatabase } from '../database/connect';
import { startStandIn } from '../outside/stand-in';
import { createServer } from '../http/server';
import type { StartKey } from '../http/start-key';
import { loadTheme, type Theme } from '../public/theme';
import { listensAt, loadSite, type Site } from '../site/site';

const storeName = 'almanac.sqlite';

/** The set day of the demo. */
export const setDay = Date.parse('2027-03-18T09:40Z');

let laidOut: Promise<string> | undefined;

/** A folder with the demo, laid out once for all tests of a process: it takes longer than most of them. */
function demoLaidOut(): Promise<string> {
  return (laidOut ??= layOut());
}

async function layOut(): Promise<string> {
  const folder = mkdtempSync(path.join(tmpdir(), 'almanac-demo-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  const knex = await openDatabase(path.join(folder, storeName));
  await seedDemo(knex, theme, folder, setDay);
  await knex.destroy();
  return folder;
}

/** A real server over a real SQLite file, with clocks that a test sets. */
export class TestSite {
  now = setDay;
  /** How far the clock has moved on from one look to the next, in milliseconds. */
  tick = 0;
  /** How the server is made where a test asks for something else. */
  options: {
    startKey?: StartKey;
    isSecure?: boolean;
    trustedProxies?: string;
    publicAddress?: string;
    theme?: Theme;
    registry?: Registry;
  } = {};
  isFrozen = false;
  /** By how much `now` has been set to something else while the server ran, in milliseconds. */
  setBy = 0;
  site!: Site;
  address = '';
  readonly folder = mkdtempSync(path.join(tmpdir(), 'almanac-'));
  #server?: Server;
  #standIn?: Server;

  /** Takes a copy of the demo and listens on a free port. */
  async open(): Promise<this> {
    cpSync(await demoLaidOut(), this.folder, { recursive: true });
    await this.start();
    return this;
  }

  /** The store's file. */
  get file(): string {
    return path.join(this.folder, storeName);
  }

  /** Starts over the same file, as after a restart. */
  async start(): Promise<void> {
    const knex = await openDatabase(this.file);
    const look = () => (this.now += this.tick);
    const clocks: Clocks = { content: look, running: look, steady: () => this.now - this.setBy, isFrozen: this.isFrozen };
    this.site = await loadSite(knex, clocks, this.options.theme ?? theme, this.folder, this.options.publicAddress, this.options.registry);
    const app = createServer({
      site: this.site,
      logger: pino({ level: 'silent' }),
      secret: 'a secret for tests only, long enough',
      editorFolder: path.resolve('dist/web/browser'),
      fontsFolder: 'node_modules',
      version: '0.0.0',
      startKey: this.options.startKey,
      isSecure: this.options.isSecure ?? false,
      trustedProxies: this.options.trustedProxies,
    });
    await new Promise<void>(resolve => (this.#server = app.listen(0, '127.0.0.1', () => resolve())));
    this.address = `http://127.0.0.1:${(this.#server!.address() as { port: number }).port}`;
    listensAt(this.site, this.address);
    const { port, server } = await startStandIn();
    this.site.outside.standInPort = port;
    this.#standIn = server;
  }

  async stop(): Promise<void> {
    const server = this.#server;
    if (!server) return;
    server.closeAllConnections();
    this.#standIn?.close();
    await new Promise(resolve => server.close(resolve));
    await this.site.knex.destroy();
  }

  async close(): Promise<void> {
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** A client that has signed in; without a name, one that has not. */
  async client(name?: string): Promise<TestClient> {
    const client = new TestClient(this);
    await client.get('/api/session');
    if (name)
      await client.post('/api/session', {
        email: `${name}@${name === 'nell' || name === 'jon' ? 'reader' : 'merrowby'}.example`,
        password: demoPassword,
      });
    return client;
  }

  /** How many rows the ledger's tables hold. */
  async rowCounts(): Promise<readonly number[]> {
    const tables = ['records', 'revisions', 'editions', 'proposals', 'publication_entries', 'edition_moves'];
    return Promise.all(tables.map(async table => ((await this.site.knex(table).count({ count: '*' }))[0] as { count: number }).count));
  }

  /** The id of the live page at a path. */
  pageId(at: string): string {
    return this.site.snapshots.at().pageByPath.get(at)!.id;
  }

  /** The id of the live block of a title. */
  blockId(title: string): string {
    return [...this.site.snapshots.at().blocks.values()].find(block => block.value.title === title)!.id;
  }
}

const theme = loadTheme('themes/shore');

/** What a request came back with. */
export interface TestAnswer {
  readonly status: number;
  readonly headers: Headers;
  readonly text: string;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers of every shape
  readonly json: any;
}

/** Keeps cookies and the token, as a browser would. */
export class TestClient {
  readonly #cookies = new Map<string, string>();
  token = '';

  constructor(private readonly site: { readonly address: string }) {}

  get = (at: string, headers: Record<string, string> = {}) => this.send('GET', at, undefined, headers);
  post = (at: string, body: unknown, headers: Record<string, string> = {}) =>
    this.send('POST', at, JSON.stringify(body), { 'content-type': 'application/json', ...headers });
  put = (at: string, body: unknown, headers: Record<string, string> = {}) =>
    this.send('PUT', at, JSON.stringify(body), { 'content-type': 'application/json', ...headers });
  /** Sets limits, made from those that hold now. */
  putLimits = async (limits: unknown) => {
    const { json } = await this.get('/api/session');
    return this.put('/api/limits', limits, { 'if-match': json.desk.limitsTag });
  };
  /** Makes a move with an edition, decided on the words that stand now. */
  move = async (editionId: string, body: Record<string, unknown>) => {
    const { json } = await this.get(`/api/editions/${editionId}`);
    const decidedOn = (json?.changes ?? []).map((change: { headRevisionId: string }) => change.headRevisionId);
    return this.post(`/api/editions/${editionId}/moves`, { decidedOn, ...body });
  };
  form = (at: string, fields: Record<string, string>) =>
    this.send('POST', at, new URLSearchParams(fields).toString(), { 'content-type': 'application/x-www-form-urlencoded' });

  /** The answer to a path sent as it is, which fetch would tidy up first, or asked of another host; head and body as text. */
  raw(at: string, host?: string): Promise<string> {
    const { hostname, port } = new URL(this.site.address);
    return new Promise((resolve, reject) => {
      let text = '';
      const socket = connect(Number(port), hostname, () =>
        socket.write(`GET ${at} HTTP/1.1\r\nHost: ${host ?? hostname}\r\nConnection: close\r\n\r\n`),
      );
      socket.on('data', data => (text += data.toString()));
      socket.on('close', () => resolve(text));
      socket.on('error', reject);
    });
  }

  /** A request whose answer is read as it comes. */
  open(at: string, signal: AbortSignal): Promise<Response> {
    const cookie = [...this.#cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    return fetch(this.site.address + at, { headers: { cookie }, signal });
  }

  async send(method: string, at: string, body?: string | Buffer, headers: Record<string, string> = {}): Promise<TestAnswer> {
    const response = await fetch(this.site.address + at, {
      method,
      redirect: 'manual',
      body: body as BodyInit,
      headers: {
        ...(method === 'GET' ? {} : { 'x-csrf-token': this.token }),
        cookie: [...this.#cookies].map(([name, value]) => `${name}=${value}`).join('; '),
        ...headers,
      },
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [pair] = cookie.split(';');
      this.#cookies.set(pair!.slice(0, pair!.indexOf('=')), pair!.slice(pair!.indexOf('=') + 1));
    }
    // A stream of events has no end; whoever wants to read it reads it by itself.
    const isEndless = response.headers.get('content-type')?.startsWith('text/event-stream') ?? false;
    if (isEndless) await response.body?.cancel();
    const text = isEndless ? '' : await response.text();
    const json: unknown = /\/(problem\+)?json\b/.test(response.headers.get('content-type') ?? '') ? JSON.parse(text) : null;
    const given = (json as { csrfToken?: string } | null)?.csrfToken;
    if (given) this.token = given;
    return { status: response.status, headers: response.headers, text, json };
  }
}
