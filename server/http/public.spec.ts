import { mayRead } from '@core/placement/resolve';
import { anyone } from '@core/rule/who';
import { operations, type Operation } from '@contract/operations';
import { HtmlValidate } from 'html-validate';
import { TestSite } from '../testing/test-site';

describe('the public site', () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  afterAll(() => test.close());

  it('answers every page in valid HTML', async () => {
    const validator = new HtmlValidate({
      extends: ['html-validate:standard', 'html-validate:a11y'],
      root: true,
      rules: { 'no-inline-style': 'off', 'long-title': 'off' },
    });
    const client = await test.client();
    const paths = [
      ...test.site.snapshots
        .at()
        .pages.filter(page => mayRead(page, anyone))
        .map(page => page.facts.path),
      '/nowhere',
      '/sign-in',
    ];
    expect(paths.length).toBeGreaterThan(50);
    for (const path of paths) {
      const report = await validator.validateString((await client.get(path)).text);
      expect(
        report.results.flatMap(result =>
          result.messages.map(message => `${path}: ${message.ruleId}, ${message.message}, line ${message.line}`),
        ),
      ).toEqual([]);
    }
  });

  it('says 404 where nothing is, and keeps its regions', async () => {
    const answer = await (await test.client()).get('/nowhere');
    expect(answer.status).toBe(404);
    expect(answer.text).toContain('Sections of the site');
  });

  it('answers 304 to whoever has it, until something changes', async () => {
    const client = await test.client();
    const first = await client.get('/visit');
    const etag = first.headers.get('etag')!;
    // Without a Cache-Control of its own, this client would add "no-cache".
    const ask = (tag: string) => client.get('/visit', { 'if-none-match': tag, 'cache-control': 'max-age=0' });
    expect((await ask(etag)).status).toBe(304);
    expect((await ask(etag.replace('W/', ''))).status).toBe(304);
    expect((await ask('W/"x"')).status).toBe(200);
  });

  it('lets a cache keep an answer until the next change and no longer', async () => {
    const client = await test.client();
    const lifetime = async (path: string) => (await client.get(path)).headers.get('cache-control');
    // The storm warning ends at 18:00 on the 20th.
    const before = test.now;
    test.now = Date.parse('2027-03-20T17:58:30Z');
    expect(await lifetime('/visit/dogs')).toBe('public, max-age=90');
    test.now = Date.parse('2027-03-20T17:00:00Z');
    expect(await lifetime('/visit/dogs')).toBe('public, max-age=300');
    test.now = before;
  });

  it('gives members and others their own, and lets no shared cache mix them', async () => {
    const [member, anyone] = await Promise.all([test.client('nell'), test.client()]);
    const theirs = await member.get('/visit/tern-point');
    const ours = await anyone.get('/visit/tern-point');
    expect([theirs.text.includes('Members’ tide table'), ours.text.includes('Members’ tide table')]).toEqual([true, false]);
    expect(theirs.headers.get('cache-control')).toBe('private, no-cache');
    expect(ours.headers.get('vary')).toContain('Cookie');
    expect(ours.headers.get('etag')).not.toBe(theirs.headers.get('etag'));
  });

  it('asks readers to sign in for a page of members, and shows it to one', async () => {
    const [reader, anyone] = await Promise.all([test.client('jon'), test.client()]);
    const asked = await anyone.get('/join/members');
    expect([asked.status, asked.headers.get('location')]).toEqual([302, '/sign-in?to=%2Fjoin%2Fmembers']);
    expect((await reader.get('/join/members')).status).toBe(404);
    const page = await anyone.get('/sign-in?to=/join/members');
    const csrf = /name="csrf" value="([^"]*)"/.exec(page.text)![1]!;
    const wrong = await anyone.form('/sign-in', { email: 'nell@reader.example', password: 'x', csrf, to: '/join/members' });
    expect([wrong.status, wrong.text.includes('No account has')]).toEqual([401, true]);
    const right = await anyone.form('/sign-in', { email: 'nell@reader.example', password: 'tideline', csrf, to: '//evil.example' });
    expect([right.status, right.headers.get('location')]).toEqual([303, '/']);
    expect((await anyone.get('/join/members')).text).toContain('For members');
  });

  it('lists in the sitemap what anyone may read', async () => {
    const { text } = await (await test.client()).get('/sitemap.xml');
    expect(text).toContain('/visit/tern-point</loc>');
    expect(text).not.toContain('/join/members');
    expect((await (await test.client()).get('/robots.txt')).text).toContain('Sitemap:');
  });

  it('sends a policy that lets no foreign script run', async () => {
    const policy = (await (await test.client()).get('/')).headers.get('content-security-policy')!;
    expect(policy).toContain("script-src 'self'");
    expect(policy).toContain("object-src 'none'");
  });

  it('goes on when it is asked for nonsense', async () => {
    const client = await test.client();
    for (const path of [
      '/%E0%A4%A',
      '/..%2f..%2fetc%2fpasswd',
      '//evil.example',
      `/${'a'.repeat(5_000)}`,
      '/media/../secret',
      '/theme/%00',
    ])
      expect((await client.get(path)).status).toBeLessThan(500);
    expect((await client.get('/')).status).toBe(200);
  });
});

describe('a site that has not begun', () => {
  const test = new TestSite();
  beforeAll(() => test.start());
  afterAll(() => test.close());

  it('answers every address that machines read', async () => {
    const client = await test.client();
    for (const [at, status, words] of [
      ['/sitemap.xml', 200, '<urlset'],
      ['/robots.txt', 200, 'Disallow: /'],
      ['/api/openapi.json', 200, '3.1'],
      ['/api/session', 200, 'csrfToken'],
      ['/', 503, 'There is no site here yet'],
      ['/sign-in', 503, 'There is no site here yet'],
    ] as const) {
      const answer = await client.get(at);
      expect([at, answer.status, answer.text.includes(words)]).toEqual([at, status, true]);
    }
  });
});

describe('the OpenAPI document', () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  afterAll(() => test.close());

  it('names every operation that is answered, with its parameters, and nothing else', async () => {
    const { json } = await (await test.client()).get('/api/openapi.json');
    expect(json.openapi).toMatch(/^3\.1/);
    const described = Object.entries(
      json.paths as Record<string, Record<string, { operationId: string; parameters: { name: string }[] }>>,
    ).flatMap(([at, methods]) =>
      Object.entries(methods).map(([method, { operationId, parameters }]) => [operationId, method, at, parameters.map(each => each.name)]),
    );
    const answered = (Object.entries(operations) as [string, Operation][]).map(([name, { method, path, query }]) => [
      name,
      method,
      path,
      [...[...path.matchAll(/\{(\w+)\}/g)].map(match => match[1]), ...Object.keys(query?.shape ?? {})],
    ]);
    const sorted = (list: unknown[][]) => list.map(each => JSON.stringify(each)).sort();
    expect(sorted(described)).toEqual(sorted(answered));
    const references = [...JSON.stringify(json.paths).matchAll(/"\$ref":"#\/components\/schemas\/(\w+)"/g)];
    expect(references.length).toBeGreaterThanOrEqual(answered.length);
    for (const [, reference] of references) expect(json.components.schemas[reference!]).toBeDefined();
  });
});
