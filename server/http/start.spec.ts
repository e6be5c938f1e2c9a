import { instantOf } from '@core/schedule/local-time';
import { TestSite } from '../testing/test-site';
import { StartKey } from './start-key';

const begin = (key: string, part: { site?: object; administrator?: object; beginWith?: string; isOpen?: boolean } = {}) => ({
  key,
  beginWith: 'small site',
  ...part,
  site: { name: 'Penhallow Rope Works', description: 'A rope walk.', zone: 'Europe/London', locale: 'en-GB', theme: 'shore', ...part.site },
  administrator: { name: 'Ann Penrose', email: 'Ann@penhallow.example', password: 'hemp tarred loft', ...part.administrator },
});

describe('a site from nothing', () => {
  let test: TestSite;
  let key: StartKey;
  beforeEach(async () => {
    test = new TestSite();
    key = new StartKey();
    test.options = { startKey: key };
    await test.start();
  });
  afterEach(() => test.close());

  const pointers = (json: { errors?: { pointer: string }[] }) => json.errors?.map(each => each.pointer);

  it('answers nobody but whoever has the key', async () => {
    const client = await test.client();
    expect((await client.get('/')).status).toBe(503);
    expect((await client.get('/sign-in')).status).toBe(503);
    expect((await client.get('/robots.txt')).text).toContain('Disallow: /\n');
    expect((await client.get('/api/session')).json.site.isBegun).toBeFalse();
    expect((await client.get(`/api/start?key=${new StartKey().text}`)).status).toBe(403);
    expect((await client.get(`/api/start?key=${key.text}`)).json.beginnings.length).toBe(2);
    expect((await client.post('/api/start', begin('no key'))).status).toBe(403);
    expect(await test.rowCounts()).toEqual([0, 0, 0, 0, 0, 0]);
  });

  for (const tick of [0, 1])
    it(`begins with a small site, once, with whoever began it signed in, by a clock that moves on ${tick} ms at every look`, async () => {
      test.tick = tick;
      const client = await test.client();
      const { status, json } = await client.post('/api/start', begin(key.text, { site: { locale: 'cy' } }));
      expect([status, json.person.email, json.person.roles, json.site.name, json.site.locale]).toEqual([
        200,
        'ann@penhallow.example',
        ['administrator'],
        'Penhallow Rope Works',
        'cy',
      ]);
      expect((await client.get('/')).text).toContain('A rope walk.');
      expect((await client.post('/api/start', begin(key.text))).status).toBe(409);
      expect((await client.get('/api/health')).json.findings.filter((each: { severity: string }) => each.severity === 'broken')).toEqual(
        [],
      );
      const today = (await client.get('/api/today')).json;
      // What was begun there and then did not come by itself.
      expect(today.changeCount).toBe(0);
      expect([today.counts.pages, today.firstSteps.map((each: { isDone: boolean }) => each.isDone)]).toEqual([
        11,
        [false, false, false, false, false],
      ]);
      // All of it is there after a restart, in the locale in which it began.
      await test.stop();
      await test.start();
      expect([test.site.ledger.baseLocale, test.site.snapshots.at().pages.length]).toEqual(['cy', 11]);
    });

  it('begins for one of two who begin at once', async () => {
    const [one, other] = [await test.client(), await test.client()];
    const answers = await Promise.all([one.post('/api/start', begin(key.text)), other.post('/api/start', begin(key.text))]);
    expect(answers.map(each => each.status).sort()).toEqual([200, 409]);
    expect(test.site.people.size).toBe(1);
  });

  for (const [what, part, pointer] of [
    ['a password that is guessed first', { administrator: { password: 'PenhallowRopeWorks26' } }, '/administrator/password'],
    ['a zone that is none', { site: { zone: 'Cornwall' } }, '/site/zone'],
    ['a locale that is none', { site: { locale: 'en_GB' } }, '/site/locale'],
    ['a theme that is none', { site: { theme: 'moor' } }, '/site/theme'],
    ['no name', { site: { name: ' ' } }, '/site/name'],
    ['an address that is none', { administrator: { email: 'ann' } }, '/administrator/email'],
  ] as const)
    it(`is not begun with ${what}`, async () => {
      const client = await test.client();
      const { status, json } = await client.post('/api/start', begin(key.text, part));
      expect([status, pointers(json)]).toEqual([422, [pointer]]);
      expect([test.site.people.size, await test.rowCounts()]).toEqual([0, [0, 0, 0, 0, 0, 0]]);
    });

  it('is seen by the staff alone until it opens, at its moment', async () => {
    const [staff, reader] = [await test.client(), await test.client()];
    await staff.post('/api/start', begin(key.text));
    expect([(await staff.get('/about')).status, (await reader.get('/about')).status]).toEqual([200, 503]);
    const opensAt = { local: '2027-03-19T08:00', zone: 'Europe/London' };
    await staff.put('/api/settings', { opening: { isOpen: false, opensAt } });
    const closed = await reader.get('/about');
    const seconds = (instantOf(opensAt) - test.now) / 1_000;
    expect([closed.status, closed.headers.get('retry-after'), closed.headers.get('cache-control')]).toEqual([
      503,
      String(seconds),
      'no-store',
    ]);
    expect(closed.text).toContain('19 March, 08:00');
    expect((await reader.get('/sitemap.xml')).text).not.toContain('<url>');
    test.now = instantOf(opensAt);
    expect((await reader.get('/about')).status).toBe(200);
    expect((await reader.get('/robots.txt')).text).toContain('Sitemap:');
  });
});

describe('settings of the site', () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  afterAll(() => test.close());

  it('say what another zone would do before it is set', async () => {
    const manager = await test.client('ida');
    const { json } = await manager.get('/api/zone?zone=America/New_York');
    const [first] = json.times;
    // Four hours lie between the two zones in the weeks between their clock changes.
    expect([json.timeCount > 0, json.ruleZones]).toEqual([true, ['Europe/London']]);
    expect(first.before).not.toBe(first.after);
    await manager.put('/api/settings', { zone: 'America/New_York', name: 'Coast' });
    expect((await manager.get('/api/session')).json.site).toEqual(jasmine.objectContaining({ zone: 'America/New_York', name: 'Coast' }));
    expect((await (await test.client()).get('/')).text).toContain('Coast');
  });

  it('refuse what is none by the field', async () => {
    const manager = await test.client('ida');
    const refusals = await Promise.all(
      [{ zone: 'x' }, { publicAddress: 'https://a.example/b' }, { publicAddress: 'ftp://a.example' }, { name: '' }].map(each =>
        manager.put('/api/settings', each),
      ),
    );
    expect(refusals.map(each => [each.status, each.json.errors[0].pointer])).toEqual([
      [422, '/zone'],
      [422, '/publicAddress'],
      [422, '/publicAddress'],
      [422, '/name'],
    ]);
  });
});
