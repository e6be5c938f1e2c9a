import type { Between, BetweenOnPage } from '@contract/between';
import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const hour = 3_600_000;
const day = 24 * hour;
const anyone = { signedIn: false, roles: [], memberships: [] };

describe('between two moments', () => {
  const test = new TestSite();
  let manager: TestClient;
  beforeAll(async () => {
    await test.open();
    manager = await test.client('margit');
  });
  afterAll(() => test.close());
  afterEach(() => (test.now = setDay));

  const onPage = async (wish: object): Promise<BetweenOnPage> => {
    const { status, json, text } = await manager.post('/api/between/page', { reader: anyone, ...wish });
    expect(status).withContext(text).toBe(200);
    return json as BetweenOnPage;
  };
  const publish = async (changes: readonly object[], times: object = {}) => {
    const made = await manager.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish', times } });
    expect(made.status).withContext(made.text).toBe(200);
  };

  it('tells block by block what one reader has of a page at each, and why it is not there at the other', async () => {
    const page = test.pageId('/join/gift');
    const [staying, going, forMembers] = [uuid(), uuid(), uuid()];
    const [first, second, third] = [uuid(), uuid(), uuid()];
    const block = (recordId: string, title: string) => ({ recordId, kind: 'block', value: sampleBlock({ title }), baseRevisionId: null });
    const placed = (recordId: string, blockId: string, part: object = {}) => ({
      recordId,
      kind: 'placement',
      value: { ...samplePlacement(blockId, page), ...part },
      baseRevisionId: null,
    });
    const who = { all: [{ test: 'membership', membership: 'member' }] };
    const rule = { ...samplePlacement(going, page).rule, who };
    await publish([
      block(staying, 'Eggs'),
      block(going, 'Lambs'),
      block(forMembers, 'Moths'),
      placed(first, staying, { order: 'a1' }),
      placed(third, forMembers, { order: 'a3', rule }),
    ]);
    await publish([placed(second, going, { order: 'a2' })], { until: { local: '2027-03-19T12:00', zone: 'Europe/London' } });
    test.now += hour;
    const revision = (await manager.get(`/api/records/${staying}`)).json.live.revisionId;
    await publish([{ recordId: staying, kind: 'block', value: sampleBlock({ title: 'Hatched' }), baseRevisionId: revision }]);
    const told = ({ parts }: BetweenOnPage) => parts.map(({ title, what, place, why }) => [title, what, place, why].join('|'));
    const later = { page, from: setDay + 1, until: setDay + 2 * day };
    expect(told(await onPage(later))).toEqual(['Hatched|changes|Main|', 'Lambs|goes|Main|This placement expired on 19 March, 12:00.']);
    const members = { signedIn: true, roles: [], memberships: ['member'] };
    const asMember = await onPage({ page, from: setDay - 1, until: setDay + 1, reader: members });
    expect(asMember.parts.map(each => `${each.title} ${each.what}`)).toEqual(['Eggs comes', 'Lambs comes', 'Moths comes']);
    expect((await onPage({ page, from: setDay - 1, until: setDay + 1 })).parts.map(each => each.title)).toEqual(['Eggs', 'Lambs']);
    expect((await onPage({ page, from: setDay + 2 * day, until: setDay + 2 * day })).parts).toEqual([]);
  });

  it('says whether the reader has the page at all, and refuses one that is there at neither moment', async () => {
    const page = test.pageId('/visit/tern-point');
    const ages = Date.parse('2020-01-01T00:00Z');
    expect((await onPage({ page, from: ages, until: setDay })).isThere).toEqual({ before: false, after: true });
    const { status } = await manager.post('/api/between/page', { page, reader: anyone, from: ages, until: ages + day });
    expect(status).toBe(404);
  });

  it('tells what was set otherwise, of the past as it was then, and reads in another language', async () => {
    const asked = async (more = '') => (await manager.get(`/api/between?from=${setDay - day}&until=${test.now}${more}`)).json as Between;
    expect((await asked()).settings).toEqual([]);
    test.now += hour;
    expect((await manager.put('/api/settings', { name: 'Reserves of Merrowby' })).status).toBe(200);
    expect((await manager.putLimits({ aside: { most: 2, types: ['notice'] } })).status).toBe(200);
    test.now += hour;
    expect((await asked()).settings).toEqual([
      { name: 'name', label: 'Name of the site', before: 'Merrowby Coast Reserves', after: 'Reserves of Merrowby' },
      {
        name: 'limits',
        label: 'What regions may hold',
        before: 'Notice strip: notice, at most 3 · Site foot: at least 1',
        after: 'Aside: notice, at most 2',
      },
    ]);
    // What it was called in winter is known from the store as well as from this run of the program.
    await test.stop();
    await test.start();
    expect((await asked()).settings.map(each => each.before)[0]).toBe('Merrowby Coast Reserves');
    const winter = (await manager.get(`/api/between?from=${setDay - 100 * day}&until=${setDay}`)).json as Between;
    expect(winter.settings.map(each => each.before)).toEqual(['Merrowby Shore Reserves']);
    const ever = `/api/between?from=${Date.parse('2020-01-01T00:00Z')}&until=${setDay}`;
    const titles = async (more: string) => ((await manager.get(ever + more)).json as Between).rows.map(each => each.title);
    expect([(await titles('')).includes('Ymweld'), (await titles('&locale=cy')).includes('Ymweld')]).toEqual([false, true]);
  });
});
