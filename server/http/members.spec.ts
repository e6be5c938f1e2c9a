import { actions } from '@core/blocks/actions/type';
import { members } from '@core/blocks/members/type';
import { signIn } from '@core/blocks/sign-in/type';
import { initialValues, type FieldValues } from '@core/fields/index';
import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const minute = 60_000;

describe('what readers take part in', () => {
  const test = new TestSite();
  let manager: TestClient;
  let nell: TestClient;
  let jon: TestClient;
  let stranger: TestClient;
  const place = async (type: typeof members, fields: FieldValues, path: string) => {
    const [blockId, placementId] = [uuid(), uuid()];
    const value = sampleBlock({ type: type.name, typeVersion: type.version, title: `Of ${type.name}`, fields: { ...initialValues(type.fields), ...fields } }); // prettier-ignore
    const changes = [
      { recordId: blockId, kind: 'block', value, baseRevisionId: null },
      { recordId: placementId, kind: 'placement', value: samplePlacement(blockId, test.pageId(path)), baseRevisionId: null },
    ];
    const made = await manager.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish' } });
    expect(made.status).withContext(made.text).toBe(200);
  };
  const setSignUp = async (isOpen: boolean) => {
    const kept = await manager.put('/api/settings', { signUp: { isOpen, membership: 'member' } });
    expect(kept.status).withContext(kept.text).toBe(200);
  };
  const tokenIn = (html: string) => /name="csrf" value="([^"]+)"/.exec(html)![1]!;
  const profile = async (client: TestClient, name: string, isNamed: boolean) => {
    const csrf = tokenIn((await client.get('/sign-in/profile')).text);
    return client.form('/sign-in/profile', { csrf, name, 'about-town': 'Looe', ...(isNamed && { named: 'yes' }) });
  };
  beforeAll(async () => {
    await test.open();
    [manager, nell, jon, stranger] = await Promise.all([test.client('margit'), test.client('nell'), test.client('jon'), test.client()]);
  });
  afterAll(() => test.close());
  beforeEach(() => (test.now = setDay));

  it('greets everybody by their own name on a page that is made once for all, and nobody else', async () => {
    await place(signIn, { inText: 'Dear {name}, hello {first name}!', outText: 'Come in.' }, '/visit/dogs');
    const [hers, his, theirs] = await Promise.all([nell, jon, stranger].map(each => each.get('/visit/dogs')));
    expect(hers!.text).toContain('Dear Nell Fairweather, hello Nell!');
    expect(his!.text).toContain('Dear Jon Abara, hello Jon!');
    expect(theirs!.text).toContain('Come in.');
    expect(theirs!.text).not.toMatch(/[\ue000-\uf8ff]|Dear/);
    expect(hers!.headers.get('etag')).not.toBe(his!.headers.get('etag'));
    expect(hers!.headers.get('cache-control')).toMatch(/private|no-store/);
    // Staff see it marked, others in a preview; a name that looks like HTML is words.
    await profile(nell, '<b>Nell', false);
    expect((await nell.get('/visit/dogs')).text).toContain('Dear &lt;b&gt;Nell, hello &lt;b&gt;Nell!');
    const view = { vantage: { page: test.pageId('/visit/dogs'), reader: { signedIn: true, roles: [], memberships: [] } } };
    expect((await manager.post('/api/view', view)).text).toContain('Dear Your name');
  });

  it('tells how many are new and who is here, by name only of those who agreed, and only to whoever is signed in', async () => {
    await place(members, { shows: 'here', words: '{count} are here', most: 9 }, '/visit/parking');
    await place(members, { shows: 'newest', days: 366, words: '{count} are new', most: 9 }, '/visit/parking');
    await Promise.all([profile(nell, 'Nell Fairweather', true), profile(jon, 'Jon Abara', false)]);
    for (const client of [nell, jon]) await client.get('/visit/dogs');
    test.now += 6 * minute;
    const seen = (await nell.get('/visit/parking')).text;
    expect(seen).toContain('2 are here');
    expect(seen).toContain('2 are new');
    expect(seen).toContain('<p class="names">Nell Fairweather</p>');
    expect(seen).not.toContain('Jon Abara');
    const outside = (await stranger.get('/visit/parking')).text;
    expect([outside.includes('2 are here'), outside.includes('Nell')]).toEqual([true, false]);
    test.now += 40 * minute;
    expect((await stranger.get('/visit/parking')).text).not.toContain('are here');
    await profile(nell, 'Nell Fairweather', false);
    test.now += 6 * minute;
    expect((await jon.get('/visit/parking')).text).not.toContain('Nell');
  });

  it('shows to each what they may do, and does it: to join, and to leave', async () => {
    const all = ['sign up', 'sign in', 'join', 'account', 'leave', 'write', 'sign out'];
    await place(actions, { actions: all.map(action => ({ id: uuid(), fields: { action, label: action } })) }, '/visit/causeway-crossing'); // prettier-ignore
    const offered = async (client: TestClient) => {
      const { text } = await client.get('/visit/causeway-crossing');
      const [, block] = /<section class="block actions[^>]*>([\s\S]*?)<\/section>/.exec(text) ?? [];
      return [...(block ?? '').matchAll(/<a href="[^"]*">([^<]*)<\/a>/g)].map(each => each[1]);
    };
    await setSignUp(false);
    expect(await offered(stranger)).toEqual(['sign in']);
    expect(await offered(jon)).toEqual(['account', 'sign out']);
    await setSignUp(true);
    expect(await offered(stranger)).toEqual(['sign up', 'sign in']);
    expect(await offered(jon)).toEqual(['join', 'account', 'sign out']);
    expect(await offered(nell)).toEqual(['account', 'leave', 'sign out']);
    expect(await offered(manager)).toContain('write');
    const change = async (wish: string, to = '/join') => {
      const csrf = tokenIn((await jon.get('/sign-in/profile')).text);
      return jon.form('/sign-in/membership', { csrf, wish, to });
    };
    const joined = await change('join', 'https://evil.example/');
    expect([joined.status, joined.headers.get('location')]).toEqual([303, '/sign-in/membership?to=%2F']);
    expect(await offered(jon)).toEqual(['account', 'leave', 'sign out']);
    // Asked for twice, or twice at once, it is as it was wished.
    await Promise.all([change('join'), change('join')]);
    const held = () => [...test.site.people.values()].find(each => each.email.startsWith('jon'))!.memberships;
    expect(held().length).toBe(1);
    test.now += minute;
    await change('leave');
    expect(await offered(jon)).toEqual(['join', 'account', 'sign out']);
    expect(held()[0]!.until).not.toBeNull();
    await setSignUp(false);
    expect((await change('join')).status).toBe(303);
    expect(await offered(jon)).toEqual(['account', 'sign out']);
    expect((await stranger.get('/sign-in/membership')).headers.get('location')).toBe('/sign-in?to=/sign-in/membership');
  });
});
