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

  it('go out once to whoever wants them by e-mail alone', async () => {
    const saskia = await test.client('saskia');
    const choice = { kind: 'ends soon', inApp: false, mail: 'at once' };
    expect((await saskia.put('/api/notices/choices', { choices: [choice] })).status).toBe(200);
    const id = test.pageId('/visit/parking');
    const { live } = (await saskia.get(`/api/records/${id}`)).json;
    const value = { ...live.value, reviewBy: { local: '2027-03-20T00:00', zone: 'Europe/London' } };
    const change = { recordId: id, kind: 'page', value, baseRevisionId: live.revisionId };
    expect(
      (await saskia.post('/api/editions', { id: crypto.randomUUID(), title: 'x', changes: [change], move: { name: 'publish' } })).status,
    ).toBe(200);
    const mails = async () => {
      const { mails: sent } = (await margit.get('/api/mails')).json as { mails: { to: string }[] };
      return sent.filter(each => each.to.includes('saskia')).length;
    };
    const before = await mails();
    for (let turn = 0; turn < 2; turn += 1) {
      await warnOfEndings(test.site);
      await new Promise(resolve => setTimeout(resolve, 150));
    }
    expect([(await mails()) - before, await told(saskia)]).toEqual([1, []]);
  });
});
