import { wholeGrant } from '@core/rights/grants';
import { emptyText } from '@core/rich-text/document';
import { readHtml } from '@contract/values';
import type { PageValue } from '@core/page/page';
import { sampleBlock, sampleEdition } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const members = { any: [{ test: 'membership', membership: 'member' }] } as const;

describe('words that are not for everybody', () => {
  const test = new TestSite();
  let administrator: TestClient;
  let anyone: TestClient;
  let member: TestClient;
  beforeAll(async () => {
    await test.open();
    [administrator, anyone, member] = await Promise.all([test.client('margit'), test.client(), test.client('nell')]);
    await publish([pageUnder('/join/members', 'tide-tables', {}), pageUnder('/join/members', 'open-day', { readers: {} })]);
  });
  afterAll(() => test.close());
  const publish = async (changes: readonly object[]) => {
    const answer = await administrator.post('/api/editions', {
      id: uuid(),
      title: 'x',
      changes,
      move: { name: 'publish', scheduled: 'keep' },
    });
    expect(answer.status).withContext(answer.text).toBe(200);
  };
  const added = (kind: string, value: object, recordId = uuid()) => ({ recordId, kind, value, baseRevisionId: null });
  const pageUnder = (parent: string, segment: string, part: Partial<PageValue>) => {
    const sample = test.site.snapshots.at().pageByPath.get('/visit/dogs')!.value;
    return added('page', {
      ...sample,
      title: `Title of ${segment}`,
      fields: { ...sample.fields, body: emptyText },
      parentId: test.pageId(parent),
      segment,
      readers: null,
      ...part,
    });
  };

  it('are not named, title or address, by anything that a reader gets', async () => {
    const secret = '/join/members/tide-tables';
    const sample = sampleEdition(test.pageId('/visit'), {
      fields: { tone: 'calm', canBePutAway: false, text: 'Lamps.', linkLabel: 'The tables', linkTo: { page: null, address: secret } },
    });
    const text = `<p>Read <a href="${secret}#june">the tables</a> or <a href="/visit">visit</a>.</p>`;
    const prose = sampleEdition(test.pageId('/visit'), { type: 'rich text', title: 'Where to read', fields: { body: readHtml(text) } });
    await publish([...sample.changes, ...prose.changes]);
    const all = [...test.site.snapshots.at().pages.map(page => page.facts.path), '/nowhere', '/sitemap.xml', '/robots.txt', '/sign-in'];
    for (const path of all) {
      const { text: seen } = await anyone.get(path);
      for (const word of ['Title of tide-tables', 'tide-tables"', 'tide-tables<', '/join/members"', '>For members<'])
        expect(seen).withContext(`${path}: ${word}`).not.toContain(word);
    }
    const visit = (await anyone.get('/visit')).text;
    expect(visit).toContain('Read the tables or <a href="/visit">visit</a>.');
    expect((await member.get('/visit')).text).toContain(`<a href="${secret}#june">the tables</a>`);
    expect((await anyone.get('/join/members/open-day')).text).toContain('a page that is not open to you');
    expect((await member.get('/join/members/open-day')).text).toContain('<a href="/join/members">');
  });

  it('beneath a page of members are for members too, unless the page says otherwise', async () => {
    expect((await anyone.get('/join/members/tide-tables')).status).toBe(302);
    expect((await member.get('/join/members/tide-tables')).status).toBe(200);
    expect((await anyone.get('/join/members/open-day')).status).toBe(200);
    const rows = (await administrator.get('/api/pages')).json as { path: string; readers: string }[];
    expect(rows.find(row => row.path === '/join/members/tide-tables')!.readers).toBe('members');
    expect(rows.find(row => row.path === '/join/members/open-day')!.readers).toBe('');
  });

  it('answer like what never was, where the site wishes it', async () => {
    expect((await (await test.client('edwin')).put('/api/settings', { closedPages: 'not found' })).status).toBe(403);
    expect((await administrator.put('/api/settings', { closedPages: 'not found' })).json.desk.closedPages).toBe('not found');
    const answerAt = async (path: string) => {
      const { status, headers, text } = await anyone.get(path);
      return { status, text, headers: [...headers].filter(([name]) => name !== 'date' && name !== 'content-length') };
    };
    for (let count = 0; count < 2; count += 1) expect(await answerAt('/join/members')).toEqual(await answerAt('/join/never'));
    expect((await member.get('/join/members')).status).toBe(200);
    await administrator.put('/api/settings', { closedPages: 'sign in' });
    expect((await anyone.get('/join/members')).status).toBe(302);
  });

  it('are not told with the session to whoever is not on the staff', async () => {
    for (const client of [anyone, member]) {
      const { json } = await client.get('/api/session');
      expect([json.desk, json.staff, Object.keys(json.site).sort()]).toEqual([
        null,
        [],
        ['isBegun', 'isFrozen', 'locale', 'localeName', 'name', 'now', 'zone'],
      ]);
    }
  });

  it('stay with a separate copy', async () => {
    const made = sampleEdition(
      test.pageId('/visit'),
      { title: 'For members', readers: members },
      { look: 'card', align: 'centre', reason: 'They asked.' },
      { who: members },
    );
    await publish(made.changes);
    const [blockId, placementId] = made.changes.map(each => each.recordId);
    const copies = (await administrator.post('/api/copies', { blockId, placementId, differs: { order: 'b0' } })).json;
    expect(copies[0].value).toEqual({ ...sampleBlock({ readers: members }), title: 'For members, copy' });
    const { blockId: own, order, ...kept } = copies[1].value;
    const { blockId: _, order: __, ...before } = made.changes[1]!.value as unknown as Record<string, unknown>;
    expect([own, order, kept]).toEqual([copies[0].recordId, 'b0', before]);
    await publish(copies);
    const wrong = await administrator.post('/api/copies', { blockId, placementId, differs: { look: 7 } });
    expect([wrong.status, wrong.json.errors[0].pointer]).toEqual([422, '/differs/look']);
  });

  it('are previewed from where they show, and say from where', async () => {
    const page = test.pageId('/visit');
    const season = { all: [{ test: 'window', from: { local: '2027-07-01T06:00', zone: 'Europe/London' }, until: null }] } as const;
    const made = sampleEdition(page, { title: 'Summer members', readers: members }, {}, { when: season });
    const sent = (await administrator.post('/api/editions', { ...made, move: { name: 'send for review' } })).json;
    const look = async (showing: string) =>
      (await administrator.post('/api/view', { vantage: { page: test.pageId('/about') }, withEditions: [sent.id], showing })).json;
    for (const { recordId } of made.changes) {
      const view = await look(recordId);
      expect(view.sight).toEqual(
        jasmine.objectContaining({ page, isAsAsked: false, isInSight: true, words: 'as members have it on 1 July, 06:00' }),
      );
      expect(view.html).toContain('Lamps are lit at dusk.');
    }
    const unplaced = await look(uuid());
    expect([unplaced.sight.isInSight, unplaced.page.path]).toEqual([false, '/about']);
  });

  it('ask only for memberships and roles that there are', async () => {
    const rule = { who: { any: [{ test: 'membership' as const, membership: 'no such' }] } };
    const refused = await administrator.post('/api/editions', sampleEdition(test.pageId('/visit'), {}, {}, rule));
    expect(refused.json.errors[0].pointer).toBe('/changes/1/value/rule/who/any/0/membership');
  });
});

describe('looking as somebody else', () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  afterAll(() => test.close());

  it('is for those who may, ends with the right to it, and can change nothing', async () => {
    const ida = await test.client('ida');
    expect((await (await test.client('bea')).put('/api/session/look-as', { as: 'writer' })).status).toBe(403);
    await ida.put('/api/session/look-as', { as: 'administrator' });
    for (const [method, path, body] of [
      ['PUT', '/api/limits', {}],
      ['PUT', '/api/settings', { closedPages: 'not found' }],
      ['PUT', '/api/saved-filters', { list: 'blocks', name: 'x', query: {} }],
      ['DELETE', '/api/saved-filters?list=blocks&name=x', undefined],
      ['DELETE', `/api/records/${test.pageId('/visit')}`, undefined],
    ] as const)
      expect((await ida.send(method, path, body && JSON.stringify(body), { 'content-type': 'application/json' })).json.detail)
        .withContext(path)
        .toContain('You are looking as');
    const self = [...test.site.people.values()].find(each => each.name === 'Ida Venn')!;
    (test.site.people as Map<string, typeof self>).set(self.id, { ...self, grants: [wholeGrant('writer')], roles: ['writer'] });
    expect((await ida.get('/api/session')).json.person.roles).toEqual(['writer']);
  });
});
