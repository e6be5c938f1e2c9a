import type { Notices } from '@contract/notices';
import { warnOfEndings } from '../services/warnings';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

describe('warnings of what ends', () => {
  const test = new TestSite();
  let margit: TestClient;
  beforeAll(async () => {
    await test.open();
    margit = await test.client('margit');
  });
  afterAll(() => test.close());
  const told = async (client = margit) =>
    ((await client.get('/api/notices')).json as Notices).notices.filter(each => each.kind === 'ends soon').map(each => each.words);

  it('go once to whoever wrote it last and whoever let it go live, as many days before as the site says', async () => {
    await warnOfEndings(test.site);
    const first = ['“Creek Hide has a new roof” ends on 30 March, 18:00.', '“Schools” is to be looked over by 15 March.'];
    expect((await told()).sort()).toEqual(first);
    await warnOfEndings(test.site);
    expect((await told()).length).toBe(2);
    expect(await told(await test.client('saskia'))).toEqual([]);

    expect((await margit.put('/api/settings', { warnDays: 0 })).json.errors[0].pointer).toBe('/warnDays');
    expect((await margit.put('/api/settings', { warnDays: 30 })).status).toBe(200);
    await warnOfEndings(test.site);
    expect(await told(await test.client('bea'))).toContain('“Join” is to be looked over by 7 April.');
    test.now = Date.parse('2027-03-31T10:00Z');
    await warnOfEndings(test.site);
    expect((await told()).length).toBe(2);
    test.now = setDay;
  });

  it('are in the language of whoever reads them', async () => {
    await warnOfEndings(test.site);
    const words = (await margit.get('/api/notices', { 'accept-language': 'de' })).text;
    expect(words).toContain('endet am 30. März');
  });
});
