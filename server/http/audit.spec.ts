import { createHash } from 'node:crypto';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const sha256 = (text: string) => createHash('sha256').update(text, 'utf8').digest('hex');

describe('the log of what was done', () => {
  const test = new TestSite();
  let margit: TestClient;
  let edwin: TestClient;
  let bea: TestClient;
  beforeAll(async () => {
    await test.open();
    [margit, edwin, bea] = await Promise.all([test.client('margit'), test.client('edwin'), test.client('bea')]);
  });
  afterAll(() => test.close());

  interface Entry {
    number: number;
    by: string;
    act: string;
    words: string;
    source: string;
    before: string | null;
    after: string | null;
  }
  const log = async (query = '') => (await margit.get(`/api/log?${query}`)).json.entries as readonly Entry[];
  const check = async () => (await margit.get('/api/log/check')).json;
  const newest = async (act: string) => (await log(`act=${encodeURIComponent(act)}`))[0]!;

  it('tells of words, who let them go, and from where, in the transaction that did it', async () => {
    const id = uuid();
    const { count } = await check();
    const refused = await edwin.post('/api/editions', { id, title: '', changes: [] });
    expect([refused.status, (await check()).count]).toEqual([422, count]);
    const live = (await margit.get(`/api/records/${test.blockId('Storm warning')}`)).json.live;
    const change = {
      recordId: test.blockId('Storm warning'),
      kind: 'block',
      value: { ...live.value, title: 'Storm warning, mended' },
      baseRevisionId: live.revisionId,
    };
    const saved = await edwin.post('/api/editions', { id, title: 'A mended warning', changes: [change], move: { name: 'publish' } });
    expect(saved.status).toBe(200);
    const [putLive, published, save] = await log();
    expect([putLive!.words, published!.words, save!.words]).toEqual([
      'Put live: “Storm warning” (block)',
      'Published: “A mended warning”',
      'Saved: “Storm warning” (block)',
    ]);
    expect([putLive, published, save].map(each => [each!.by, each!.source])).toEqual(Array(3).fill(['Edwin Oyelaran', '127.0.0.1']));
    expect(JSON.parse(save!.before!)).toEqual({ revision: live.revisionId });
    expect(JSON.parse(putLive!.before!)).toEqual({ revision: live.revisionId });
  });

  it('tells of settings, rights, sign-ins and refusals, and of no password', async () => {
    const before = test.site.settings.behindAfterDays;
    await margit.put('/api/settings', { behindAfterDays: 17 });
    expect(await newest('set')).toEqual(jasmine.objectContaining({ words: 'Set: behindAfterDays', before: String(before), after: '17' }));
    const ida = (await margit.get('/api/people')).json.find((each: { email: string }) => each.email.startsWith('ida')).id;
    await margit.put(`/api/people/${ida}`, { grants: [{ role: 'editor', sections: [], locales: [] }] });
    const changed = await newest('change');
    expect([changed.words, JSON.parse(changed.before!).grants[0].role, JSON.parse(changed.after!).grants[0].role]).toEqual([
      'Rights changed: “Ida Venn”',
      'manager',
      'editor',
    ]);
    await (await test.client()).post('/api/session', { email: 'bea@merrowby.example', password: 'a wrong one, typed' });
    await (await test.client()).post('/api/session', { email: 'my-own-password-typed-here', password: 'x' });
    await (await test.client()).post('/api/session', { email: 'nobody@merrowby.example', password: 'x' });
    expect((await log('act=sign-in%20refused')).slice(0, 2).map(each => [each.by, each.words])).toEqual([
      ['nobody signed in', 'Sign-in refused'],
      ['nobody signed in', 'Sign-in refused: “Bea Lorimer”'],
    ]);
    await bea.put('/api/settings', { behindAfterDays: 2 });
    expect(await newest('refused')).toEqual(
      jasmine.objectContaining({ by: 'Bea Lorimer', after: JSON.stringify({ why: 'This is set by managers and administrators.' }) }),
    );
    const whole = (await margit.get('/api/log/export?as=jsonl')).text;
    for (const secret of ['tideline', 'a wrong one', 'my-own-password', 'scrypt']) expect(whole).not.toContain(secret);
  });

  it('is not filled by whoever asks for what is refused again and again', async () => {
    const { count } = await check();
    for (let at = 0; at < 60; at += 1) await bea.put('/api/limits', {}, { 'if-match': '"x"' });
    expect((await check()).count - count).toBeLessThan(31);
  });

  it('goes out whole, and anybody can check it by SHA-256 alone', async () => {
    await margit.put('/api/settings', { behindAfterDays: 19 });
    const lines = (await margit.get('/api/log/export?as=jsonl')).text
      .trim()
      .split('\n')
      .map(line => JSON.parse(line));
    const names = ['number', 'at', 'personId', 'source', 'act', 'kind', 'subjectId', 'locale', 'title', 'before', 'after'];
    let previous = '0'.repeat(64);
    for (const entry of lines) {
      previous = sha256(`${previous}\n${JSON.stringify(names.map(name => entry[name]))}`);
      expect(entry.hash).toBe(previous);
    }
    expect(await check()).toEqual({ count: lines.length, head: previous, brokenAt: null });
    const csv = (await margit.get('/api/log/export?act=set')).text.split('\r\n');
    expect(csv[0]).toContain('number,at,personId,source,act');
    expect(csv[1]).toContain('set,setting,');
  });

  it('is asked for by person, act, name, days and place', async () => {
    const all = await log();
    const half = await log(`below=${all[10]!.number}`);
    expect(half[0]!.number).toBe(all[10]!.number - 1);
    expect((await log('find=100%25')).length).toBe(0);
    const found = all.find(each => each.words.startsWith('Published: “'))!;
    const title = encodeURIComponent(/“(.+)”/.exec(found.words)![1]!);
    expect((await log(`act=publish&find=${title}`)).map(each => each.words)).toContain(found.words);
    expect((await margit.get('/api/log?from=1&until=0')).json.entries).toEqual([]);
    expect((await margit.get('/api/log?below=0')).status).toBe(422);
    expect((await margit.get('/api/log?person=x')).status).toBe(422);
  });
});

describe('a log that is tampered with', () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  afterAll(() => test.close());

  it('is only added to: the store refuses the rest, and the check finds what got past it', async () => {
    const { knex } = test.site;
    const margit = await test.client('margit');
    const check = async () => (await margit.get('/api/log/check')).json;
    await expectAsync(knex('audit_log').where({ number: 5 }).update({ title: 'x' })).toBeRejectedWithError(/only added to/);
    await expectAsync(knex('audit_log').where({ number: 5 }).delete()).toBeRejectedWithError(/only added to/);
    await knex.raw('drop trigger audit_log_no_update');
    await knex('audit_log').where({ number: 5 }).update({ title: 'x' });
    expect((await check()).brokenAt).toBe(5);
  });
});
