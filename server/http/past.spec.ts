import type { View } from '@contract/messages';
import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const hour = 3_600_000;

describe('the past', () => {
  const test = new TestSite();
  let editor: TestClient;
  let reader: TestClient;
  beforeAll(async () => {
    await test.open();
    [editor, reader] = await Promise.all([test.client('margit'), test.client()]);
  });
  afterAll(() => test.close());

  /** What a page says, without what marks its blocks for the editor, addresses of files and white space. */
  const said = (html: string) =>
    html
      .replace(/^[\s\S]*<html([^>]*)>[\s\S]*<body[^>]*>/, '$1')
      .replace(/<(script|style|details)[\s\S]*?<\/\1>/g, '')
      .replace(/<[^>]+>/g, ' ')
      // A language in preparation is named to whoever works here alone.
      .replace('Français', '')
      .replace(/\s+/g, ' ')
      .trim();
  const publish = async (changes: readonly object[], times: object = {}) => {
    const made = await editor.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish', times } });
    expect(made.status).withContext(made.text).toBe(200);
  };
  const set = async (change: object) => {
    const answer = await editor.put('/api/settings', change);
    expect(answer.status).withContext(answer.text).toBe(200);
  };
  const changed = async (recordId: string, kind: string, part: object | null) => {
    const { live } = (await editor.get(`/api/records/${recordId}`)).json;
    return { recordId, kind, value: part && { ...live.value, ...part }, retires: part === null, baseRevisionId: live.revisionId };
  };

  it('is told as it was served, whatever was changed, corrected, taken off, moved in time or published since', async () => {
    const pages = ['/visit', '/visit/tern-point', '/notices', '/about'];
    const ids = new Map(pages.map(path => [path, test.pageId(path)]));
    const recorded: { readonly moment: number; readonly path: string; readonly words: string }[] = [];
    const record = async () => {
      test.now += hour;
      for (const path of pages) {
        const { status, text } = await reader.get(path);
        if (status === 200) recorded.push({ moment: test.now, path, words: said(text) });
      }
      test.now += hour;
    };
    const [blockId, placementId] = [uuid(), uuid()];
    const acts: readonly (() => Promise<void>)[] = [
      async () => undefined,
      async () =>
        publish([
          { recordId: blockId, kind: 'block', value: sampleBlock({ title: 'Eggs' }), baseRevisionId: null },
          { recordId: placementId, kind: 'placement', value: samplePlacement(blockId, ids.get('/visit')!), baseRevisionId: null },
        ]),
      async () => publish([await changed(blockId, 'block', sampleBlock({ title: 'Lambs' }))]),
      async () =>
        publish([await changed(ids.get('/visit')!, 'page', { title: 'Visits' })], {
          until: { local: '2027-03-18T22:30', zone: 'Europe/London' },
        }),
      async () => publish([await changed(test.blockId('Safe crossing times'), 'block', { title: 'When to cross' })]),
      async () => {
        const known = test.site.ledger.outlookOf(blockId).known[0]!;
        const until = { local: '2027-03-19T02:00', zone: 'Europe/London' };
        expect((await editor.put(`/api/publications/${known.publicationId}/times`, { times: { until } })).status).toBe(200);
      },
      async () => publish([await changed(placementId, 'placement', null)]),
      async () => publish([await changed(ids.get('/about')!, 'page', { title: 'About us' })]),
      async () => set({ name: 'Reserves of Merrowby', zone: 'America/New_York' }),
      async () => set({ themeWords: { 'en-GB': { 'not found': 'Nothing', skip: 'To the text', notices: 'Warnings' } } }),
      async () => expect((await editor.putLimits({ aside: { most: 1 }, main: { most: 1 } })).status).toBe(200),
      async () => set({ styles: [{ style: 'dusk', section: ids.get('/visit')!, locale: null }] }),
      async () => set({ name: 'Merrowby Coast Reserves', zone: 'Europe/London', themeWords: {}, styles: [] }),
      async () => expect((await editor.putLimits({})).status).toBe(200),
    ];
    test.now = setDay;
    for (const act of acts) {
      await act();
      await record();
    }
    expect(new Set(recorded.map(each => each.words)).size).toBeGreaterThan(16);
    test.now += 400 * 24 * hour;
    for (const { moment, path, words } of recorded) {
      const asked = { vantage: { page: ids.get(path)!, moment } };
      const { status, json, text } = await editor.post('/api/view', asked);
      expect(status).withContext(text).toBe(200);
      expect(said((json as View).html))
        .withContext(`${path} at ${new Date(moment).toISOString()}`)
        .toBe(words);
    }
  });
});
