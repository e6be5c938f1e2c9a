import { saveProposal } from '../services/editions';
import type { Refusal } from '../errors/refusal';
import { sampleBlock, sampleEdition, samplePlacement } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

const zone = 'Europe/London';
const gone = '0193a000-0000-7000-8000-000000000000';

describe('bad input', () => {
  const test = new TestSite();
  let manager: TestClient;
  beforeAll(async () => {
    await test.open();
    manager = await test.client('ida');
  });
  afterAll(() => test.close());

  const edition = (block: object = {}, placement: object = {}, rule: object = {}) =>
    sampleEdition(test.pageId('/visit'), block, placement, rule);
  const window = (from: string | null, until: string | null) => ({
    when: { all: [{ test: 'window', from: from && { local: from, zone }, until: until && { local: until, zone } }] },
  });
  const rows: readonly (readonly [title: string, body: () => unknown, pointer: string])[] = [
    [
      'an end before the beginning',
      () => edition({}, {}, window('2027-05-01T00:00', '2027-04-01T00:00')),
      '/changes/1/value/rule/when/all/0/until',
    ],
    ['a date that does not exist', () => edition({}, {}, window('2027-02-30T00:00', null)), '/changes/1/value/rule/when/all/0/from/local'],
    [
      'a zone that does not exist',
      () =>
        edition({}, {}, { when: { all: [{ test: 'window', from: { local: '2027-02-20T00:00', zone: 'Europe/Atlantis' }, until: null }] } }),
      '/changes/1/value/rule/when/all/0/from/zone',
    ],
    [
      'a recurrence that is none',
      () =>
        edition(
          {},
          {},
          { when: { all: [{ test: 'recurring', start: '2027-04-01T00:00', end: '2027-05-01T00:00', zone, rule: 'FREQ=NEVER' }] } },
        ),
      '/changes/1/value/rule/when/all/0/rule',
    ],
    [
      'a recurrence finer than days',
      () =>
        edition(
          {},
          {},
          { when: { all: [{ test: 'recurring', start: '2027-04-01T00:00', end: '2027-04-01T00:01', zone, rule: 'FREQ=SECONDLY' }] } },
        ),
      '/changes/1/value/rule/when/all/0/rule',
    ],
    [
      'a time of day that is none',
      () => edition({}, {}, { when: { all: [{ test: 'time of day', from: '25:00', until: '09:00', zone }] } }),
      '/changes/1/value/rule/when/all/0/from',
    ],
    [
      'a locale the site is not read in',
      () => edition({}, {}, { where: { any: [{ test: 'locale', locale: 'nl' }] } }),
      '/changes/1/value/rule/where/any/0/locale',
    ],
    [
      'a menu item that is gone',
      () => edition({}, {}, { where: { any: [{ test: 'menu item', page: gone }] } }),
      '/changes/1/value/rule/where/any/0/page',
    ],
    ['a region the theme lacks', () => edition({}, { target: { kind: 'region', name: 'attic' } }), '/changes/1/value/target/name'],
    [
      'a page that is gone',
      () => edition({}, {}, { where: { any: [{ test: 'page', page: gone }] } }),
      '/changes/1/value/rule/where/any/0/page',
    ],
    [
      'an unknown test',
      () => edition({}, {}, { where: { any: [{ test: 'weather', is: 'wet' }] } }),
      '/changes/1/value/rule/where/any/0/test',
    ],
    [
      'an expression that could run for ever',
      () => edition({}, {}, { where: { any: [{ test: 'path', pattern: '/(a+)+b' }] } }),
      '/changes/1/value/rule/where/any/0/pattern',
    ],
    ['a rule of a version not known', () => edition({}, {}, { version: 3 as never }), '/changes/1/value/rule/version'],
    [
      'a block that is gone',
      () => ({
        ...edition(),
        changes: [{ recordId: gone, kind: 'placement', value: samplePlacement(gone, test.pageId('/visit')), baseRevisionId: null }],
      }),
      '/changes/0/value/blockId',
    ],
    ['an empty title', () => edition({ title: '  ' }), '/changes/0/value/title'],
    ['a title that is the type’s name', () => edition({ title: 'Notice' }), '/changes/0/value/title'],
    ['a title that is too long', () => edition({ title: 'x'.repeat(201) }), '/changes/0/value/title'],
    ['a control character', () => edition({ title: 'a\u0007b' }), '/changes/0/value/title'],
    ['an unknown field', () => edition({ fields: { ...sampleBlock().fields, glitter: true } }), '/changes/0/value/fields/glitter'],
    ['a field of the wrong type', () => edition({ fields: { ...sampleBlock().fields, text: 7 } }), '/changes/0/value/fields/text'],
    [
      'a link that runs script',
      () => edition({ fields: { ...sampleBlock().fields, linkTo: { page: null, address: 'javascript:alert(1)' } } }),
      '/changes/0/value/fields/linkTo/address',
    ],
    ['an unknown type of block', () => edition({ type: 'hologram' }), '/changes/0/value/type'],
    ['no changes', () => ({ ...edition(), changes: [] }), '/changes'],
    ['an id that is none', () => ({ ...edition(), id: 'first' }), '/id'],
    ['a move that is none', () => ({ ...edition(), move: { name: 'leap' } }), '/move/name'],
    ['a member nobody knows', () => ({ ...edition(), colour: 'red' }), '/colour'],
  ];
  for (const [title, body, pointer] of rows) {
    it(`refuses ${title} and names the field`, async () => {
      const before = await test.rowCounts();
      const answer = await manager.post('/api/editions', body());
      expect(answer.status).toBe(422);
      expect(answer.headers.get('content-type')).toContain('application/problem+json');
      expect(answer.json.errors.map((each: { pointer: string }) => each.pointer)).toContain(pointer);
      expect(await test.rowCounts()).toEqual(before);
    });
  }

  it('refuses a page of an address that is taken, reserved, or beneath itself', async () => {
    const administrator = await test.client('margit');
    const live = (path: string) => administrator.get(`/api/records/${test.pageId(path)}`).then(answer => answer.json.live);
    const { revisionId, value } = await live('/visit/dogs');
    const attempt = async (part: object) =>
      (
        await administrator.post('/api/editions', {
          id: crypto.randomUUID(),
          title: 'x',
          changes: [{ recordId: test.pageId('/visit/dogs'), kind: 'page', value: { ...value, ...part }, baseRevisionId: revisionId }],
        })
      ).json.errors?.[0].pointer;
    expect(await attempt({ segment: 'parking' })).toBe('/changes/0/value/segment');
    expect(await attempt({ segment: 'api' })).toBe('/changes/0/value/segment');
    expect(await attempt({ parentId: test.pageId('/visit/dogs') })).toBe('/changes/0/value/parentId');
  });

  it('refuses a rule nested ten thousand deep at once', async () => {
    const deep = '{"all":['.repeat(10_000) + ']}'.repeat(10_000);
    const body = JSON.stringify(edition()).replace(/"where":\{[^}]*\}\]\}/, `"where":${deep}`);
    const answer = await manager.send('POST', '/api/editions', body, { 'content-type': 'application/json' });
    expect(answer.status).toBe(422);
  });

  it('refuses a rule of a hundred thousand tests, in bounded time', async () => {
    const tests = (count: number) => ({ any: Array.from({ length: count }, () => ({ test: 'front page' })) });
    expect((await manager.post('/api/editions', edition({}, {}, { where: tests(2_001) } as never))).status).toBe(422);
    expect((await manager.post('/api/editions', edition({}, {}, { where: tests(100_000) } as never))).status).toBe(413);
  });

  it('refuses what is too large or no JSON', async () => {
    expect((await manager.send('POST', '/api/editions', `"${'x'.repeat(1_100_000)}"`, { 'content-type': 'application/json' })).status).toBe(
      413,
    );
    expect((await manager.send('POST', '/api/editions', '{"id":', { 'content-type': 'application/json' })).status).toBe(400);
    expect((await manager.get('/api/pages?moment=soon')).status).toBe(422);
    expect((await manager.get('/api/records/none')).status).toBe(404);
  });

  it('refuses a role without the right, and says who has it', async () => {
    const [writer, reader, nobody] = await Promise.all([test.client('bea'), test.client('nell'), test.client()]);
    const refused = await writer.post('/api/editions', edition());
    expect([refused.status, refused.json.detail]).toEqual([
      403,
      'Changing a placement needs the role editor, manager or administrator. You hold writer.',
    ]);
    expect((await reader.get('/api/today')).status).toBe(403);
    expect((await nobody.get('/api/today')).status).toBe(401);
  });

  it('refuses a request that another site could have made', async () => {
    const client = await test.client('ida');
    client.token = 'forged';
    const answer = await client.post('/api/editions', edition());
    expect([answer.status, answer.json.code]).toEqual([403, 'forged-request']);
  });

  it('never lets a second save overwrite another’s, and gives back both', async () => {
    const writer = await test.client('bea');
    const sample = {
      id: crypto.randomUUID(),
      title: 'Draft',
      changes: [{ recordId: crypto.randomUUID(), kind: 'block', value: sampleBlock(), baseRevisionId: null }],
    };
    const { proposalId, headRevisionId, recordId } = (await writer.post('/api/editions', sample)).json.changes[0];
    const save = (client: TestClient, title: string) =>
      client.put(`/api/proposals/${proposalId}`, { value: sampleBlock({ title }), parentRevisionId: headRevisionId });
    expect((await save(manager, 'Mine first')).status).toBe(200);
    const second = await save(writer, 'Mine second');
    expect([second.status, second.json.code]).toEqual([409, 'stale']);
    expect([second.json.theirs.value.title, second.json.yours.title, second.json.theirs.by]).toEqual([
      'Mine first',
      'Mine second',
      'Ida Venn',
    ]);
    expect((await writer.get(`/api/records/${recordId}`)).json.proposals[0].value.title).toBe('Mine first');
  });

  it('lets only one of two saves at the very same time through', async () => {
    const sample = {
      id: crypto.randomUUID(),
      title: 'Draft',
      changes: [{ recordId: crypto.randomUUID(), kind: 'block', value: sampleBlock(), baseRevisionId: null }],
    };
    const { proposalId, headRevisionId } = (await manager.post('/api/editions', sample)).json.changes[0];
    // Asked of the service itself: requests over a connection would come one after another.
    const person = [...test.site.people.values()].find(each => each.name === 'Ida Venn')!;
    const save = (title: string) => saveProposal(test.site, person, proposalId, sampleBlock({ title }), headRevisionId, '');
    const outcomes = await Promise.allSettled([save('One'), save('Two'), save('Three')]);
    const statuses = outcomes.map(outcome => (outcome.status === 'fulfilled' ? 'saved' : (outcome.reason as Refusal).code));
    expect(statuses).toEqual(['saved', 'stale', 'stale']);
  });

  // Hand-made vectors of script injection; the words stay, what could run goes.
  const hostile = [
    '<script>alert(1)</script>',
    '<img src=x onerror=alert(1)>',
    '<a href="javascript:alert(1)">x</a>',
    '<svg onload=alert(1)>',
    '<p style="background:url(javascript:alert(1))">x</p>',
    '<iframe src="//evil.example"></iframe>',
    '<a href="//evil.example">x</a>',
    '"><script>alert(1)</script>',
    '{{constructor.constructor("alert(1)")()}}',
  ];
  for (const text of hostile) {
    it(`lets nothing run from ${text}`, async () => {
      const administrator = await test.client('margit');
      const blockId = crypto.randomUUID();
      const page = test.pageId('/schools/resources');
      const value = { version: 1, type: 'rich text', title: text, fields: { body: `<p>kept</p>${text}` }, readers: null };
      const saved = await administrator.post('/api/editions', {
        id: crypto.randomUUID(),
        title: 'hostile',
        move: { name: 'publish' },
        changes: [
          { recordId: blockId, kind: 'block', value, baseRevisionId: null },
          { recordId: crypto.randomUUID(), kind: 'placement', value: samplePlacement(blockId, page), baseRevisionId: null },
        ],
      });
      expect(saved.status).toBe(200);
      // As readers get it: staff have a script of ours on top.
      const { text: html } = await (await test.client()).get('/schools/resources');
      expect(html).toContain('<p>kept</p>');
      // The theme's own scripts have an address; one from words would not.
      expect(html).not.toMatch(
        /<script(?! src="\/theme\/)|<iframe|<svg on|onerror\s*=\s*alert|href="javascript:|href="\/\/|style="background/,
      );
    });
  }
});
