import type { Endings } from '@contract/endings';
import type { PageValue } from '@core/page/page';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const zone = 'Europe/London';

describe('a page that is over', () => {
  let test: TestSite;
  let editor: TestClient;
  let reader: TestClient;
  beforeEach(async () => {
    test = await new TestSite().open();
    editor = await test.client('margit');
    reader = await test.client();
  });
  afterEach(() => test.close());

  const got = async (at: string, client = reader) => {
    const { status, headers, text } = await client.get(at);
    return { status, to: headers.get('location'), says: (words: string) => text.includes(words) };
  };
  const change = async (at: string, part: Partial<PageValue> | null) => {
    const id = test.pageId(at);
    const { live } = (await editor.get(`/api/records/${id}`)).json;
    return {
      recordId: id,
      kind: 'page',
      value: part && { ...live.value, ...part },
      retires: part === null,
      baseRevisionId: live.revisionId,
    };
  };
  const publish = async (changes: readonly unknown[], times: object = {}) => {
    const move = { name: 'publish', ...(Object.keys(times).length > 0 && { times }) };
    const answer = await editor.post('/api/editions', { id: uuid(), title: 'x', changes, move });
    test.now += 1_000;
    return answer;
  };
  const until = (local: string) => ({ from: null, until: { local, zone }, afterwards: 'nothing' });

  it('goes to the back shelf at its instant, in pages that were rendered before, and stays at its address', async () => {
    const knot = 'A record count of knot';
    // Both pages are asked for ahead of the instant, so that what was kept of them has to give way.
    const listed = async () => [(await got('/')).says(knot), (await got('/notices')).says('February 2027')];
    test.now = Date.parse('2027-03-30T04:59:59.999Z');
    expect(await listed()).toEqual([true, true]);
    const by = async () => (await reader.get('/notices')).text.split('Older, by month')[1]!.includes(knot);
    expect(await by()).toBeFalse();
    test.now += 1;
    expect([await listed(), await by(), (await got('/notices/record-knot-count')).status]).toEqual([[false, true], true, 200]);
    const asked = `from=${Date.parse('2027-03-29T00:00Z')}&until=${Date.parse('2027-04-01T00:00Z')}`;
    const { changes } = (await editor.get(`/api/almanac?${asked}`)).json as { changes: { title: string; what: string }[] };
    expect(changes.find(each => each.title === knot)?.what).toBe('is shelved');
  });

  it('says that it is gone, with its last words, from the instant at which it ends and until it comes back', async () => {
    const said = { onceOver: { answer: 'gone' as const }, lastWords: 'The moths sleep until June.' };
    expect((await publish([await change('/visit/dogs', said)], until('2027-03-20T18:00'))).status).toBe(200);
    test.now = Date.parse('2027-03-20T17:59:59.999Z');
    expect((await got('/visit/dogs')).status).toBe(200);
    test.now += 1;
    const after = await got('/visit/dogs');
    expect([after.status, after.says('The moths sleep until June.'), after.says('Dogs')]).toEqual([410, true, true]);
    // What lay beneath it, and what never was.
    expect((await got('/visit/dogs/on-leads')).status).toBe(410);
    expect((await got('/visit/cats')).status).toBe(404);
    const text = (await editor.get('/sitemap.xml')).text;
    expect(text).not.toContain('/visit/dogs<');
    const back = await editor.get(`/api/records/${test.pageId('/visit')}`);
    expect(back.status).toBe(200);
  });

  it('leads on for now or for good, unless whoever asks may not read what it leads to', async () => {
    const to = { page: test.pageId('/visit'), address: '#dogs' };
    const led = { onceOver: { answer: 'moved' as const, to, status: 302 as const } };
    await publish([await change('/visit/dogs', led)], until('2027-03-18T12:00'));
    test.now = Date.parse('2027-03-18T12:00Z');
    expect(await got('/visit/dogs?from=poster')).toEqual(jasmine.objectContaining({ status: 302, to: '/visit?from=poster#dogs' }));
    test.now = setDay;
    const members = { readers: { any: [{ test: 'membership' as const, membership: 'member' }] } };
    test.now = Date.parse('2027-03-18T12:00Z');
    await publish([await change('/visit', members)]);
    expect((await got('/visit/dogs')).to ?? '').not.toContain('/visit?');
  });

  it('that was taken off answers as it says too, at the address that it had last', async () => {
    await publish([await change('/visit/dogs', { onceOver: { answer: 'gone' } })]);
    await publish([await change('/visit/dogs', { segment: 'four-legs' })]);
    await publish([await change('/visit/four-legs', null)]);
    expect((await got('/visit/four-legs')).status).toBe(410);
    expect((await got('/visit/dogs')).status).toBe(404);
  });

  it('tells nothing to those who could not read it', async () => {
    const closed = {
      readers: { any: [{ test: 'membership' as const, membership: 'member' }] },
      onceOver: { answer: 'gone' as const },
      lastWords: 'Secret.',
    };
    await publish([await change('/visit/dogs', closed)]);
    const before = await got('/visit/dogs');
    await publish([await change('/visit/dogs', null)]);
    const after = await got('/visit/dogs');
    expect([after.status, after.to]).toEqual([before.status, before.to]);
    expect(after.says('Secret.')).toBeFalse();
  });

  it('is refused when it leads to itself or to what is not there', async () => {
    for (const page of [test.pageId('/visit/dogs'), uuid()]) {
      const led = { onceOver: { answer: 'moved' as const, to: { page, address: '' }, status: 302 as const } };
      const { status, json } = await publish([await change('/visit/dogs', led)]);
      expect([status, json.errors[0].pointer]).toEqual([422, '/changes/0/value/onceOver/to/page']);
    }
    const { status } = await publish([await change('/visit/dogs', { onceOver: { answer: 'moved', to: null, status: 302 } as never })]);
    expect(status).toBe(422);
  });

  it('stands in the list of what ends, before and after, and is renewed with the words that it had', async () => {
    const path = '/notices/creek-hide-roof';
    const recordId = test.pageId(path);
    const row = async () => {
      const { rows } = (await editor.get('/api/endings?ahead=30&back=30')).json as Endings;
      return rows.find(each => each.recordId === recordId && each.state !== 'review');
    };
    const before = (await row())!;
    expect([before.state, before.then, before.mayRenew]).toEqual(['ends', 'readers are led to “Notices” for now', true]);
    expect((await (await test.client('bea')).get('/api/endings')).json.rows.length).toBeGreaterThan(0);
    test.now = before.at + 60_000;
    expect((await got(path)).to).toBe('/notices');
    const after = (await row())!;
    expect([after.state, after.revisionId]).toEqual(['ended', null]);
    const renewed = { recordId, kind: 'page', value: after.value, retires: false, baseRevisionId: after.revisionId };
    expect((await publish([renewed], until('2028-03-30T18:00'))).status).toBe(200);
    expect([(await got(path)).status, await row()]).toEqual([200, undefined]);
    expect((await editor.get('/api/endings?ahead=9999')).status).toBe(422);
  });
});
