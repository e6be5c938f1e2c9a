import { outsideFeed } from '@core/blocks/outside-feed/type';
import { initialValues } from '@core/fields/index';
import type { Health } from '@contract/assembling';
import type { View } from '@contract/messages';
import { feedFrom } from '../outside/feed-looks';
import { standInFeed } from '../outside/stand-in';
import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const hour = 3_600_000;

describe('a feed from elsewhere', () => {
  const test = new TestSite();
  let manager: TestClient;
  let reader: TestClient;
  beforeAll(async () => {
    await test.open();
    [manager, reader] = await Promise.all([test.client('margit'), test.client()]);
  });
  afterAll(() => test.close());

  const block = (address: string) =>
    sampleBlock({ type: 'outside feed', title: 'Harbour', fields: { ...initialValues(outsideFeed.fields), address, showsText: true } });
  const shown = async () => (await reader.get('/about')).text;

  it('is read by the server, stays as it was read last when it cannot be, and says so in time', async () => {
    test.now = setDay;
    const [blockId, placementId] = [uuid(), uuid()];
    const changes = [
      { recordId: blockId, kind: 'block', value: block(standInFeed), baseRevisionId: null },
      { recordId: placementId, kind: 'placement', value: samplePlacement(blockId, test.pageId('/about')), baseRevisionId: null },
    ];
    // Whoever sets it sees it before it is saved.
    const preview = await manager.post('/api/view', {
      vantage: { page: test.pageId('/about') },
      changes: changes.map(({ recordId, kind, value }) => ({ recordId, kind, value })),
    });
    expect((preview.json as View).html).toContain('Spring tides from Sunday');
    const made = await manager.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish' } });
    expect(made.status).withContext(made.text).toBe(200);
    expect(await shown()).toContain('<a href="http://harbour.example/0" rel="external">Spring tides from Sunday</a>');
    test.site.outside.standInPort = 1;
    test.now += 2 * hour;
    await test.site.feedLooks.look(standInFeed);
    const findings = async () => ((await manager.get('/api/health')).json as Health).findings.filter(each => each.kind === 'feed unread');
    expect([(await shown()).includes('Spring tides'), (await findings()).some(each => each.recordId === blockId)]).toEqual([true, true]);
    expect(await shown()).not.toContain('Read last on');
    test.now += 30 * hour;
    expect(await shown()).toContain('Read last on Thu 18 March, 09:40');
    // What was read last is there after a new start.
    await test.stop();
    await test.start();
    const port = test.site.outside.standInPort;
    test.site.outside.standInPort = 1;
    expect(await shown()).toContain('Spring tides');
    test.site.outside.standInPort = port;
  });

  it('is shown to readers once it was read, though the clock stands', async () => {
    test.now = setDay + 40 * hour;
    const again = `${standInFeed}?again`;
    const [blockId, placementId] = [uuid(), uuid()];
    const changes = [
      { recordId: blockId, kind: 'block', value: block(again), baseRevisionId: null },
      { recordId: placementId, kind: 'placement', value: samplePlacement(blockId, test.pageId('/join')), baseRevisionId: null },
    ];
    const made = await manager.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish' } });
    expect(made.status).withContext(made.text).toBe(200);
    const says = async () => (await reader.get('/join')).text.includes('Spring tides from Sunday');
    expect(await says()).toBeFalse();
    await test.site.feedLooks.look(again);
    expect(await says()).toBeTrue();
  });

  it('never leads the server to this machine, and is refused an address that is none by what it shows', async () => {
    const address = `${test.address}/api/session`;
    await test.site.feedLooks.look(address);
    expect([test.site.feedLooks.of(address), test.site.feedLooks.faultOf(address)]).toEqual([null, 'not reachable from here']);
  });

  it('is words and addresses of the web, whatever it holds', async () => {
    const rss = (title: string, link: string) =>
      `<rss version="2.0"><channel><title>T</title><item><title><![CDATA[${title}]]></title><link>${link}</link></item></channel></rss>`;
    const [entry] = (await feedFrom(rss('<b>Bold</b> <script>alert(1)</script> words', 'javascript:alert(1)'), 0))!.entries;
    expect([entry!.title, entry!.address]).toEqual(['Bold alert(1) words', '']);
    // A text of entities that each stand for ten of another: Sullivan and others, "XML denial of service attacks".
    const laughs = `<!DOCTYPE lolz [<!ENTITY lol "lol"><!ENTITY lol2 "${'&lol;'.repeat(10)}">]>${rss('&lol2;', 'http://a.example/')}`;
    for (const text of [laughs, '', '<rss>', '{"a":1}', '<html><body>no</body></html>', '\u0000', '<'.repeat(100_000)])
      expect(await feedFrom(text, 0))
        .withContext(text.slice(0, 20))
        .toBeNull();
    const many = rss('x', 'http://a.example/').replace('</channel>', `${'<item><title>y</title></item>'.repeat(500)}</channel>`);
    expect((await feedFrom(many, 0))!.entries.length).toBe(30);
  });
});
