import { anyone } from '@core/rule/who';
import { connect } from 'node:net';
import { openDatabase } from '../database/connect';
import { PublicAnswers } from '../public/answers';
import { refreshPeople } from '../site/people';
import { cleanSessions } from '../site/upkeep';
import { sampleBlock, sampleEdition } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

/** Names that every JavaScript object has, whatever was put into it. */
const inherited = ['constructor', '__proto__', 'toString', 'hasOwnProperty', 'push'];

describe('a server that nothing brings out of step', () => {
  const test = new TestSite();
  let administrator: TestClient;
  let page: string;
  beforeAll(async () => {
    await test.open();
    administrator = await test.client('margit');
    page = test.pageId('/visit');
  });
  afterAll(() => test.close());

  it('knows no region, look, type, field, layout, membership or parameter by a name that every object has', async () => {
    for (const name of inherited) {
      const own = JSON.parse(`{"${name}":"x"}`) as Record<string, string>;
      const wrong = [
        sampleEdition(page, {}, { target: { kind: 'region', name } }),
        sampleEdition(page, {}, { target: { kind: 'insertion point', name } }),
        sampleEdition(page, {}, { look: name }),
        sampleEdition(page, { type: name as never }),
        sampleEdition(page, { fields: { ...sampleBlock().fields, ...own } }),
        sampleEdition(page, {}, {}, { where: { test: 'layout', layout: name } }),
        sampleEdition(page, {}, {}, { who: { test: 'membership', membership: name } }),
      ];
      for (const edition of wrong)
        expect((await administrator.post('/api/editions', edition)).status)
          .withContext(name)
          .toBe(422);
      expect((await administrator.post('/api/session', { email: own, password: 'x' })).status).toBe(422);
      const view = { vantage: { page, query: own }, changes: [] };
      expect((await administrator.post('/api/view', view)).status)
        .withContext(name)
        .toBe(200);
    }
  });

  it('takes a parameter of such a name for there only where an address brings it', async () => {
    const title = 'Only with the parameter';
    const where = { any: inherited.map(name => ({ test: 'query' as const, name, value: null })) };
    const edition = sampleEdition(page, { title, fields: { ...sampleBlock().fields, text: title } }, {}, { where });
    expect((await administrator.post('/api/editions', { ...edition, move: { name: 'publish' } })).status).toBe(200);
    const stranger = await test.client();
    expect((await stranger.get('/visit')).text).not.toContain(title);
    for (const name of inherited)
      expect((await stranger.get(`/visit?${name}=1`)).text)
        .withContext(name)
        .toContain(title);
  });

  it('answers requests for no path, for another host and with no host', async () => {
    const heads = ['OPTIONS * HTTP/1.1\r\nHost: x', 'HEAD * HTTP/1.1\r\nHost: x', 'GET * HTTP/1.1\r\nHost: x'];
    const hosts = ['Host: a b', 'Host: %%%', 'Host: [::1', 'Host: '].map(host => `GET /sitemap.xml HTTP/1.1\r\n${host}`);
    for (const head of heads)
      expect(await statusOf(test.address, head))
        .withContext(head)
        .toBe(400);
    for (const head of hosts)
      expect(await statusOf(test.address, head))
        .withContext(head)
        .toBe(200);
  });

  it('renders a page once for all queries for which every test comes out the same', async () => {
    const where = { any: [{ test: 'query' as const, name: 'ref', value: 'poster' }] };
    await administrator.post('/api/editions', { ...sampleEdition(page, {}, {}, { where }), move: { name: 'publish' } });
    const answers = new PublicAnswers(test.site);
    const at = (query: Record<string, string>) => answers.at('/visit', anyone, query);
    const first = at({ ref: '1' });
    for (let turn = 2; turn < 50; turn += 1) expect(at({ ref: String(turn), other: 'x' })).toBe(first);
    expect(at({ ref: 'poster' })).not.toBe(first);
  });

  it('keeps rendered pages while something is only being written', async () => {
    const answers = new PublicAnswers(test.site);
    const before = answers.at('/visit', anyone);
    const snapshot = test.site.snapshots.at();
    expect((await administrator.post('/api/editions', sampleEdition(page))).status).toBe(200);
    expect(answers.at('/visit', anyone)).toBe(before);
    expect(test.site.snapshots.at().pageById).toBe(snapshot.pageById);
    const draft = test.site.snapshots.at().dormantPlacements.some(each => each.dormancy.state === 'draft');
    expect(draft).withContext('what is being written is known to the editor all the same').toBeTrue();
  });

  it('ends a session while others of its requests are on the way', async () => {
    const client = await test.client('ida');
    const answers = await Promise.all([
      client.get('/api/today'),
      client.send('DELETE', '/api/session'),
      client.get('/api/placements'),
      client.post('/api/view', { vantage: { page }, changes: [] }),
    ]);
    for (const { status } of answers) expect(status).toBeLessThan(500);
    expect((await client.get('/api/today')).status).toBe(401);
  });

  it('cleans out sessions that are over, and keeps those that are not', async () => {
    const row = { sess: '{"cookie":{}}', expired: '2001-01-01T00:00:00.000Z' };
    await test.site.knex('sessions').insert([
      { ...row, sid: 'over' },
      { ...row, sid: 'alive', expired: '2101-01-01T00:00:00.000Z' },
    ]);
    expect(await cleanSessions(test.site)).toBe(1);
    expect(await test.site.knex('sessions').whereIn('sid', ['over', 'alive']).pluck('sid')).toEqual(['alive']);
  });

  it('knows of changed roles without a restart', async () => {
    const writer = await test.client('bea');
    const before = (await writer.get('/api/session')).json.person.roles;
    const other = await openDatabase(test.file);
    await other('people').where({ email: 'bea@merrowby.example' }).update({ grants: '[{"role":"manager","sections":[],"locales":[]}]' });
    await other.destroy();
    await refreshPeople(test.site);
    expect(before).toEqual(['writer']);
    expect((await writer.get('/api/session')).json.person.roles).toEqual(['manager']);
  });
});

/** The status that a request gets which no client would send. */
function statusOf(address: string, head: string): Promise<number> {
  const { hostname, port } = new URL(address);
  return new Promise((resolve, reject) => {
    let text = '';
    const socket = connect(Number(port), hostname, () => socket.write(`${head}\r\nConnection: close\r\n\r\n`));
    socket.on('data', data => (text += data.toString()));
    socket.on('close', () => resolve(Number(/^HTTP\/1\.1 (\d+)/.exec(text)?.[1])));
    socket.on('error', reject);
  });
}
