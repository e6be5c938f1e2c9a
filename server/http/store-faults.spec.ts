import Database from 'better-sqlite3';
import { cpSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { spawnSync } from 'node:child_process';
import { everywhere } from '@core/rule/rule';
import { openDatabase } from '../database/connect';
import { loadTheme } from '../public/theme';
import { sampleEdition, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();

describe('when the store is in trouble', () => {
  const test = new TestSite();
  let manager: TestClient;
  beforeAll(async () => {
    await test.open();
    manager = await test.client('ida');
  });
  afterAll(() => test.close());
  const draft = () => manager.post('/api/editions', sampleEdition(test.pageId('/visit')));
  const pragma = (text: string) => test.site.knex.raw(`PRAGMA ${text}`) as unknown as Promise<Record<string, number>[]>;

  it('goes on reading on a full disk, says that nothing was saved, and saves again when there is room', async () => {
    const before = await test.rowCounts();
    const [{ page_count: pages }] = (await pragma('page_count')) as [{ page_count: number }];
    await pragma(`max_page_count = ${pages}`);
    // What is free inside the file's pages is used up first.
    const statuses: number[] = [];
    for (let count = 0; count < 300 && statuses.filter(status => status === 507).length < 5; count += 1) {
      const refused = await draft();
      statuses.push(refused.status);
      if (refused.status === 507) expect(refused.json.detail).toContain('nothing was saved');
    }
    expect(new Set([200, ...statuses])).toEqual(new Set([200, 507]));
    const full = await test.rowCounts();
    expect((await manager.get('/visit')).status).toBe(200);
    expect((await manager.get('/api/today')).status).toBe(200);
    const more = await draft();
    expect([more.status, await test.rowCounts()]).toEqual([507, full]);
    // Many at once are refused alike, and readers are served in between.
    const crowd = await Promise.all([
      ...Array.from({ length: 20 }, async () => (await draft()).status),
      ...Array.from({ length: 20 }, async () => (await manager.get('/visit')).status),
    ]);
    expect([crowd.slice(0, 20), crowd.slice(20)]).toEqual([Array<number>(20).fill(507), Array<number>(20).fill(200)]);
    expect(await test.rowCounts()).toEqual(full);
    expect(await pragma('integrity_check')).toEqual([{ integrity_check: 'ok' as never }]);
    await pragma('max_page_count = 1000000');
    expect((await draft()).status).toBe(200);
    expect((await test.rowCounts())[0]).toBeGreaterThan(before[0]!);
  });

  it('refuses saves in a folder that has become read-only', async () => {
    await pragma('query_only = 1');
    const refused = await draft();
    await pragma('query_only = 0');
    expect([refused.status, refused.json.code]).toEqual([503, 'storage-failing']);
    expect((await draft()).status).toBe(200);
  });

  it('keeps no reader waiting while another process holds it, and saves when it is free', async () => {
    const unhandled: unknown[] = [];
    const note = (error: unknown) => unhandled.push(error);
    process.on('unhandledRejection', note);
    const other = new Database(test.file);
    other.exec('BEGIN IMMEDIATE');
    const events: string[] = [];
    const saving = draft().then(answer => events.push(`saved ${answer.status}`));
    const anyone = await test.client();
    for (const client of [anyone, manager]) events.push(`read ${(await client.get('/visit')).status}`);
    events.push(`read ${(await manager.get('/api/today')).status}`);
    other.exec('COMMIT');
    other.close();
    await saving;
    process.off('unhandledRejection', note);
    expect([events, unhandled]).toEqual([['read 200', 'read 200', 'read 200', 'saved 200'], []]);
  });

  it('says in one line what file is wrong', async () => {
    const file = path.join(test.folder, 'other.sqlite');
    writeFileSync(file, 'This is a letter, and no database at all. '.repeat(200));
    await expectAsync(openDatabase(file)).toBeRejectedWithError(/other\.sqlite is no database/);
  });
});

describe('with stored values that cannot be read', () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  afterAll(() => test.close());
  const run = (...args: string[]) =>
    spawnSync('node', ['--import', 'tsx', 'server/check.ts', '--data', test.folder, ...args], { encoding: 'utf8' });

  it('leaves each out by itself, finds it in health, lists it, and puts it aside', async () => {
    const place = (name: string) => test.site.snapshots.at().placements.find(each => each.value.blockId === test.blockId(name))!;
    const revisionOf = (id: string) => {
      const inForce = test.site.ledger.inForce(id, setDay, Infinity);
      return inForce.state === 'live' ? inForce.revisionId : '';
    };
    const damage: readonly (readonly [record: string, value: string])[] = [
      [test.blockId('Tide line'), '{"version":1,"type":"notice","title":"Tide line","readers":null}'],
      [test.blockId('Safe crossing times'), '{"version":1,"type":"holograph","title":"x","fields":{},"readers":null}'],
      [place('Where you are').id, '{"version":1}'],
      [test.pageId('/visit/dogs'), '{}'],
      [test.pageId('/visit/parking'), 'not even JSON'],
      [place('Nesting closure').id, JSON.stringify({ ...samplePlacement(uuid(), uuid()), rule: { ...everywhere, version: 7 } })],
    ];
    const gone = revisionOf(test.pageId('/about/people'));
    const revisions = damage.map(([record, value]) => [revisionOf(record), value] as const);
    const paths = test.site.snapshots.at().pages.map(page => page.facts.path);
    await test.stop();
    const store = new Database(test.file);
    store.pragma('foreign_keys = OFF');
    for (const [revision, value] of revisions) store.prepare('UPDATE revisions SET value = ? WHERE id = ?').run(value, revision);
    store.prepare('DELETE FROM revisions WHERE id = ?').run(gone);
    store.prepare(`UPDATE publication_entries SET "from" = 'soon' WHERE number = (SELECT max(number) FROM publication_entries)`).run();
    store.close();
    await test.start();

    const client = await test.client();
    const statuses = new Map<number, string[]>();
    for (const at of paths) {
      const { status } = await client.get(at);
      statuses.set(status, [...(statuses.get(status) ?? []), at]);
    }
    expect([...statuses.keys()].sort()).toEqual([200, 302, 404]);
    expect(statuses.get(404)).toContain('/visit/dogs');
    expect(statuses.get(200)!.length).toBeGreaterThan(45);
    const editor = await test.client('edwin');
    for (const at of ['/api/today', '/api/pages', '/api/blocks', '/api/placements', '/api/shared-rules', '/api/editions', '/api/find?q=a'])
      expect((await editor.get(at)).status)
        .withContext(at)
        .toBe(200);
    const found = (await editor.get('/api/health')).json.findings.filter((each: { kind: string }) => each.kind === 'record unreadable');
    expect(found.length).toBeGreaterThanOrEqual(damage.length + 1);
    expect(JSON.stringify(found)).toContain('holograph');

    const listed = run();
    expect([listed.status, listed.stdout.includes('holograph')]).toEqual([1, true]);
    const aside = run('--set-aside');
    expect([aside.status, aside.stdout.includes('nothing was deleted')]).toEqual([0, true]);
    expect(run().stdout).toContain('everything in it can be read');
    await test.stop();
    await test.start();
    expect(test.site.unreadable).toEqual([]);
    expect((await (await test.client()).get('/')).status).toBe(200);
  });

  it('starts with no setting and no person that it cannot read, names them, and goes on once they are aside', async () => {
    await test.stop();
    const store = new Database(test.file);
    store.prepare(`INSERT INTO settings (name, value) VALUES ('zone', '"Europe/Atlantis"')`).run();
    store.prepare(`UPDATE people SET grants = 'x' WHERE email LIKE 'bea@%'`).run();
    store.close();
    await expectAsync(test.start()).toBeRejectedWithError(/settings zone: no such time zone; people .*--set-aside/);
    expect(run('--set-aside').status).toBe(0);
    await test.start();
    expect(test.site.settings.zone).toBe('Europe/London');
    expect([...test.site.people.values()].find(each => each.name === 'Bea Lorimer')!.roles).toEqual([]);
  });
});

describe('a block whose template fails', () => {
  const test = new TestSite();
  beforeAll(async () => {
    const folder = path.join(test.folder, 'theme');
    cpSync('themes/shore', folder, { recursive: true });
    writeFileSync(path.join(folder, 'templates/block-notice.hbs'), '{{> nothing-of-this-name}}');
    test.options = { theme: loadTheme(folder) };
    await test.open();
  });
  afterAll(() => test.close());

  it('is left out alone, and found', async () => {
    const answer = await (await test.client()).get('/visit/tern-point');
    expect([answer.status, answer.text.includes('Sections of the site')]).toEqual([200, true]);
    const { findings } = (await (await test.client('edwin')).get('/api/health')).json;
    expect(findings.some((each: { kind: string }) => each.kind === 'block fails')).toBeTrue();
  });
});

describe('the order of the ledger', () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  afterAll(() => test.close());

  it('is that in which it was written, whatever the clock said', async () => {
    const id = test.blockId('Tide line');
    const titles = async () => {
      const editor = await test.client('edwin');
      const { revisions } = (await editor.get(`/api/records/${id}`)).json as { readonly revisions: readonly { readonly id: string }[] };
      return Promise.all(revisions.map(async each => (await editor.get(`/api/revisions/${each.id}`)).json.value.title));
    };
    const save = async (title: string) => {
      const editor = await test.client('edwin');
      const { revisionId, value } = (await editor.get(`/api/records/${id}`)).json.live;
      const changes = [{ recordId: id, kind: 'block', value: { ...value, title }, baseRevisionId: revisionId }];
      expect((await editor.post('/api/editions', { id: uuid(), title, changes })).status).toBe(200);
    };
    await save('First');
    await test.stop();
    test.now = setDay - 3_600_000;
    await test.start();
    await save('Second');
    for (const now of [setDay - 3_600_000, setDay]) {
      await test.stop();
      test.now = now;
      await test.start();
      expect(await titles()).toEqual(['Second', 'First', 'Tide line']);
    }
  });

  it('names moments that calendars can count, and refuses all others', async () => {
    const editor = await test.client('edwin');
    const page = test.pageId('/visit');
    const last = Date.parse('9999-12-31T23:59:59Z');
    for (const answer of [
      await editor.post('/api/view', { vantage: { page, moment: last } }),
      await editor.get(`/api/pages?moment=${last}`),
      await editor.post('/api/ribbon', { page, from: last - 1_000, until: last }),
    ])
      expect([answer.status, answer.json.code]).toEqual([422, 'invalid']);
    const far = Date.parse('2199-12-31T23:00:00Z');
    expect((await editor.post('/api/view', { vantage: { page, moment: far } })).status).toBe(200);
  });

  it('lists on its own pages what follows a rule that is not live', async () => {
    const [manager, administrator] = await Promise.all([test.client('ida'), test.client('margit')]);
    const rule = uuid();
    const value = { version: 1, title: 'Only for a while', reason: 'Because.', rule: everywhere };
    await manager.post('/api/editions', {
      id: uuid(),
      title: 'Rule',
      changes: [{ recordId: rule, kind: 'shared rule', value, baseRevisionId: null }],
    });
    const edition = sampleEdition(test.pageId('/join'), { title: 'Follower' }, {}, { follows: [rule] });
    const sent = await administrator.post('/api/editions', { ...edition, move: { name: 'publish' } });
    expect(sent.status).toBe(200);
    const rows = (await manager.post('/api/view', { vantage: { page: test.pageId('/join') } })).json.targets.flatMap(
      (each: { rows: object[] }) => each.rows,
    );
    const row = rows.find((each: { title: string }) => each.title === 'Follower');
    expect(row.away).toEqual(jasmine.objectContaining({ step: 'shared rule', short: '“Only for a while” is not live' }));
  });
});
