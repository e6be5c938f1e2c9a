import { TestSite, type TestClient, type TestAnswer } from '../testing/test-site';

const uuid = () => crypto.randomUUID();

describe('preview links', () => {
  const test = new TestSite();
  let margit: TestClient;
  let bea: TestClient;
  let ida: TestClient;
  let anybody: TestClient;
  let editionId: string;
  beforeAll(async () => {
    test.options.publicAddress = 'https://reserves.example';
    await test.open();
    [margit, bea, ida, anybody] = await Promise.all([test.client('margit'), test.client('bea'), test.client('ida'), test.client()]);
  });
  beforeEach(async () => {
    const { live } = (await bea.get(`/api/records/${test.pageId('/about/people')}`)).json;
    const changes = [
      {
        recordId: test.pageId('/about/people'),
        kind: 'page',
        value: { ...live.value, title: 'Who we "are" <now>' },
        baseRevisionId: live.revisionId,
      },
    ];
    editionId = uuid();
    expect((await bea.post('/api/editions', { id: editionId, title: 'People, renamed', changes })).status).toBe(200);
  });
  afterAll(() => test.close());

  const make = (client: TestClient, wish: object = { hours: 24 }) => client.post(`/api/editions/${editionId}/previews`, wish);
  const pathOf = ({ json }: TestAnswer, at = '/about/people') => new URL(json.address).pathname.replace(/\/$/, '') + at;

  it('show the site with the edition to whoever has one, kept by no cache, and links stay within', async () => {
    const made = await make(bea);
    expect([made.status, made.json.address]).toEqual([
      200,
      jasmine.stringMatching(/^https:\/\/reserves\.example\/almanac\/preview\/[\w-]{32}\/$/),
    ]);
    const seen = await anybody.get(pathOf(made));
    expect(seen.status).toBe(200);
    expect(seen.text).toContain('Who we &quot;are&quot; &lt;now&gt;');
    expect(seen.text).toContain('Preview of “People, renamed”, as signed-out readers have it. It is not live');
    expect(['cache-control', 'x-robots-tag', 'referrer-policy'].map(name => seen.headers.get(name))).toEqual([
      'private, no-store',
      'noindex, nofollow',
      'no-referrer',
    ]);
    expect(seen.text).toContain(`href="${pathOf(made, '/about')}"`);
    expect(seen.text).not.toMatch(/<a [^>]*href="\/about"/);
    expect((await anybody.get('/about/people')).text).not.toContain('Who we');
    expect((await anybody.get(pathOf(made, '/nothing-here'))).status).toBe(404);
    // Only a hash of the secret is kept.
    const stored = JSON.stringify(await test.site.knex('preview_links'));
    expect(stored).not.toContain(new URL(made.json.address).pathname.split('/')[3]!);
  });

  it('show what a reader of theirs may read, at their moment and in their language', async () => {
    const members = { hours: 1, reader: { signedIn: true, roles: [], memberships: ['member'] } };
    expect((await anybody.get(pathOf(await make(bea), '/join/members'))).status).toBe(404);
    expect((await anybody.get(pathOf(await make(bea, members), '/join/members'))).status).toBe(200);
    const later = await make(bea, { hours: 1, moment: Date.parse('2027-04-02T12:00Z') });
    expect((await anybody.get(pathOf(later, '/visit/tern-point'))).text).toContain('Little terns and ringed plovers');
    const welsh = await make(bea, { hours: 1, locale: 'cy' });
    const start = await anybody.get(pathOf(welsh, '/'));
    expect(start.text).toMatch(/<html lang="cy"/);
    // From there one walks on in any language that everybody reads, and stays within.
    expect(start.text).toContain(`href="${pathOf(welsh, '/')}"`);
    expect((await anybody.get(pathOf(welsh, '/about/people'))).text).toMatch(/<html lang="en-GB"[^]*Who we &quot;are&quot;/);
    expect((await make(bea, { hours: 1, locale: 'xx' })).status).toBe(422);
    expect((await make(bea, { hours: 24 * 91 })).json.errors[0].detail).toBe('At most ninety days.');
    expect((await make(bea, { hours: 1, reader: { signedIn: true, roles: [], memberships: [], person: uuid() } })).status).toBe(422);
  });

  it('end by time, by hand, and with what they show; all others look the same', async () => {
    const begun = test.now;
    const timed = await make(bea, { hours: 2 });
    test.now += 2 * 3_600_000;
    const over = await anybody.get(pathOf(timed));
    test.now = begun;
    const byHand = await make(margit);
    const [{ id }] = byHand.json.links;
    expect((await bea.send('DELETE', `/api/previews/${id}`)).status).toBe(403);
    expect((await ida.send('DELETE', `/api/previews/${id}`)).json.links.find((each: { id: string }) => each.id === id).state).toBe('ended');
    const ended = await anybody.get(pathOf(byHand));
    const never = await anybody.get('/almanac/preview/AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA/about');
    expect([over, ended, never].map(each => [each.status, each.json.detail])).toEqual(
      Array(3).fill([404, 'This preview has ended, or never was.']),
    );
    const last = await make(bea);
    const heads = (await bea.get(`/api/editions/${editionId}`)).json.changes.map((each: { headRevisionId: string }) => each.headRevisionId);
    expect((await bea.post(`/api/editions/${editionId}/moves`, { name: 'withdraw', decidedOn: heads })).status).toBe(200);
    expect((await anybody.get(pathOf(last))).status).toBe(404);
    expect((await make(bea)).json.code).toBe('move-refused');
    const told = (await margit.get('/api/log?act=end%20preview%20link')).json.entries[0];
    expect(told.words).toBe('Preview link ended: “People, renamed”');
  });
});
