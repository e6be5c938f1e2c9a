import type { PageValue } from '@core/page/page';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();

describe('old addresses', () => {
  const test = new TestSite();
  let editor: TestClient;
  let reader: TestClient;
  beforeAll(async () => {
    await test.open();
    editor = await test.client('edwin');
    reader = await test.client();
  });
  afterAll(() => test.close());

  const led = async (at: string, client = reader) => {
    const { status, headers } = await client.get(at);
    return [status, headers.get('location')];
  };
  const changeOf = async (at: string, part: Partial<PageValue> | null) => {
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
  const effectOf = async ({ baseRevisionId: _, ...change }: Awaited<ReturnType<typeof changeOf>>) =>
    (await editor.post('/api/effect', { changes: [change] })).json[0];
  const publish = async (changes: readonly unknown[], move: object = {}, client = editor) =>
    client.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish', ...move } });
  const set = (path: string, to: string | null, part: object = {}) => ({
    recordId: uuid(),
    kind: 'forwarding',
    value: {
      version: 1,
      path,
      beneath: false,
      to: to === null ? null : { page: null, address: to },
      status: to === null ? 410 : 308,
      reason: '',
      ...part,
    },
    baseRevisionId: null,
  });
  const rowAt = async (path: string) => (await editor.get('/api/forwardings')).json.find((each: { path: string }) => each.path === path);

  // RFC 9110 sections 15.4.9 (308), 15.4.3 (302), 15.4.2 (301) and 15.5.11 (410).
  it('lead to a page that has moved, with all beneath it, until it comes back', async () => {
    const effect = await effectOf(await changeOf('/visit/low-fleet', { segment: 'fleet' }));
    expect(effect.leaves).toBe('moved');
    await publish([await changeOf('/visit/low-fleet', { segment: 'fleet' })]);
    expect(await led('/visit/low-fleet')).toEqual([308, '/visit/fleet']);
    expect(await led('/visit/low-fleet/hides?day=2')).toEqual([308, '/visit/fleet/hides?day=2']);
    expect(await led('/visit/low-fleet/never')).toEqual([404, null]);
    expect((await reader.get('/visit/fleet/hides')).status).toBe(200);
    await publish([await changeOf('/visit/fleet', { segment: 'the-fleet' })]);
    expect(await led('/visit/low-fleet')).toEqual([308, '/visit/the-fleet']);
    await publish([await changeOf('/visit/the-fleet', { segment: 'low-fleet' })], { forwarding: { moved: 'for now' } });
    expect([(await reader.get('/visit/low-fleet')).status, await led('/visit/fleet'), await led('/visit/the-fleet')]).toEqual([
      200,
      [308, '/visit/low-fleet'],
      [302, '/visit/low-fleet'],
    ]);
    expect(await rowAt('/visit/low-fleet')).toBeUndefined();
  });

  it('lead on from the moment at which the page moves, and from no earlier one', async () => {
    const from = { local: '2027-03-18T12:00', zone: 'Europe/London' };
    await publish([await changeOf('/visit/harrow-marsh', { segment: 'harrow' })], { times: { from, until: null, afterwards: 'earlier' } });
    expect(await led('/visit/harrow-marsh')).toEqual([200, null]);
    test.now += 3 * 3_600_000;
    expect([await led('/visit/harrow-marsh'), await led('/visit/harrow')]).toEqual([
      [308, '/visit/harrow'],
      [200, null],
    ]);
  });

  it('of what is taken off lead where somebody says, and else nowhere', async () => {
    const effect = await effectOf(await changeOf('/visit/skarn-head/hides', null));
    expect(effect.leaves).toBe('taken off');
    await publish([await changeOf('/visit/skarn-head/hides', null)], { forwarding: { takenOffTo: test.pageId('/visit/skarn-head') } });
    expect(await led('/visit/skarn-head/hides')).toEqual([302, '/visit/skarn-head']);
    await publish([await changeOf('/visit/skarn-head/getting-here', null)]);
    expect(await led('/visit/skarn-head/getting-here')).toEqual([404, null]);
  });

  it('tell nobody of a page that is not for them', async () => {
    await publish([await changeOf('/join/members', { segment: 'inside' })]);
    expect(await led('/join/members')).toEqual([302, '/sign-in?to=%2Fjoin%2Fmembers']);
    expect(await led('/join/members', await test.client('nell'))).toEqual([308, '/join/inside']);
    expect(await led('/join/members', await test.client('jon'))).toEqual([404, null]);
  });

  it('can be set by hand, say that something is gone, or keep an address free', async () => {
    await publish([set('/hides', '/visit'), set('/shop', null), set('/soon', null, { status: 404, reason: 'For the new hide' })]);
    expect([await led('/hides'), (await led('/shop'))[0], (await led('/soon'))[0]]).toEqual([[308, '/visit'], 410, 404]);
    const page = await changeOf('/schools', { segment: 'soon', parentId: test.pageId('/') });
    const refused = (await publish([page])).json;
    expect(refused.errors).toEqual([{ pointer: '/changes/0/value/segment', detail: 'This address is kept free: For the new hide.' }]);
  });

  it('are given back to a page that comes to them, which is told so', async () => {
    await publish([set('/come-back', '/visit')]);
    const move = await changeOf('/visit/parking', { segment: 'come-back', parentId: test.pageId('/') });
    const effect = await effectOf(move);
    expect(effect.warnings.join(' ')).toContain('/come-back is an old address');
    await publish([move]);
    expect([(await reader.get('/come-back')).status, await rowAt('/come-back')]).toEqual([200, undefined]);
  });

  it('that lead round in a circle, to a page’s own address or to the product are refused', async () => {
    await publish([set('/one', '/two')]);
    const pointers = async (change: object) =>
      (await publish([change])).json.errors?.map((each: { pointer: string }) => each.pointer.replace('/changes/0/value', ''));
    expect(await pointers(set('/two', '/one'))).toEqual(['/to']);
    expect(await pointers(set('/self', '/self'))).toEqual(['/to']);
    expect(await pointers(set('/visit', '/about'))).toEqual(['/path']);
    expect(await pointers(set('/one', '/about'))).toEqual(['/path']);
    for (const path of ['/', '/api/x', '/almanac', 'old', '/a/', '/a?b', '/a b', '//a', '/../a'])
      expect(await pointers(set(path, '/visit'))).toEqual(['/path']);
    expect(await pointers(set('/x', 'javascript:alert(1)'))).toEqual(['/to/address']);
    expect(await pointers(set('/x', null, { status: 308 }))).toEqual(['/to']);
  });

  it('count how often they are asked for, over a restart', async () => {
    await publish([set('/counted', '/visit')]);
    for (let time = 0; time < 3; time += 1) await reader.get('/counted');
    await test.site.hits.write(test.site.knex);
    await reader.get('/counted');
    expect((await rowAt('/counted')).hits).toBe(4);
    await test.site.hits.write(test.site.knex);
    await test.stop();
    await test.start();
    editor = await test.client('edwin');
    reader = await test.client();
    expect((await rowAt('/counted')).hits).toBe(4);
  });

  it('and links that lead nowhere are found by health, with who links named before the click', async () => {
    const effect = await effectOf(await changeOf('/notices', null));
    expect(effect.warnings.join(' ')).toMatch(/such links become words only/);
    const before = (await editor.get('/api/health')).json.findings.length;
    await publish([set('/lost', '/nothing-here')]);
    const { findings } = (await editor.get('/api/health')).json;
    expect([findings.length, findings.some((each: { kind: string }) => each.kind === 'forwarding to nowhere')]).toEqual([before + 1, true]);
  });

  describe('taken in as a list', () => {
    const take = async (csv: string | Buffer, trial = 'yes') =>
      editor.send('POST', `/api/forwardings/import?trial=${trial}`, csv, { 'content-type': 'application/octet-stream' });
    const outcomes = (json: { lines: { line: number; outcome: string }[] }) => json.lines.map(each => `${each.line} ${each.outcome}`);

    it('are told line by line first, and then taken', async () => {
      const csv =
        '\uFEFFold,new,answer\r\n/list-one,/visit\r\n"/list-two",/about,301\r\n/list-three/*,/visit\r\n/list-four,\r\n/about,/visit\r\nhttps://x,/visit,200\r\n/list-one,/join\r\n';
      const trial = (await take(csv)).json;
      expect(outcomes(trial)).toEqual(['6 refused', '7 refused', '8 refused', '2 added', '3 added', '4 added', '5 added']);
      expect(await rowAt('/list-one')).toBeUndefined();
      const done = (await take(csv, 'no')).json;
      expect([done.isTrial, done.added]).toEqual([false, 4]);
      expect([
        await led('/list-one'),
        await led('/list-two'),
        await led('/list-three/quillet-dunes'),
        (await led('/list-four'))[0],
      ]).toEqual([[308, '/visit'], [301, '/about'], [308, '/visit/quillet-dunes'], 410]);
      expect((await take(csv)).json.same).toBe(4);
    });

    it('refuse a circle wherever in the list it closes, and whatever cannot be read', async () => {
      const circle = (await take('/ring-a,/ring-b\n/ring-b,/ring-c\n/ring-c,/ring-a\n/fine,/visit\n')).json;
      expect([circle.refused, circle.added]).toEqual([3, 1]);
      const many = Array.from({ length: 100_000 }, (_, at) => `/m${at},/visit`).join('\n');
      const rows: readonly (readonly [string | Buffer, number, RegExp])[] = [
        [many, 413, /2 MB|5,000 lines/],
        [Array.from({ length: 5_001 }, (_, at) => `/m${at},/v`).join('\n'), 413, /5,000 lines/],
        [Buffer.from('/caf\u00e9,/visit', 'latin1'), 422, /UTF-8/],
        [Buffer.from('\ufeff/a,/visit', 'utf16le'), 422, /UTF-16/],
        ['"/a,/visit', 422, /CSV/],
        ['', 422, /no old address/],
      ];
      for (const [csv, status, words] of rows) {
        const { status: answered, json } = await take(csv, 'no');
        expect([answered, json.detail]).toEqual([status, jasmine.stringMatching(words)]);
      }
    });
  });
});
