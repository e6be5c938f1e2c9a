import type { LiveEvent } from '@contract/live';
import { abandonedAfter } from '../live/locks';
import { streamLimits } from '../live/live';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();

describe('who writes where', () => {
  const test = new TestSite();
  let margit: TestClient;
  let edwin: TestClient;
  let bea: TestClient;
  let page: string;
  beforeAll(async () => {
    await test.open();
    [margit, edwin, bea] = await Promise.all([test.client('margit'), test.client('edwin'), test.client('bea')]);
    page = test.pageId('/visit');
  });
  afterAll(() => test.close());
  beforeEach(() => {
    for (const { recordId, locale, personId } of test.site.locks.all()) test.site.locks.giveBack(recordId, locale, personId);
  });

  const hold = async (client: TestClient, isActive = true, locale = 'en-GB') =>
    (await client.put(`/api/records/${page}/lock`, { locale, isActive })).json.held as { name: string; since: number } | null;
  const save = async (client: TestClient, title: string, move: object | null) => {
    const { live } = (await client.get(`/api/records/${page}`)).json;
    const change = { recordId: page, kind: 'page', value: { ...live.value, title }, baseRevisionId: live.revisionId };
    return client.post('/api/editions', { id: uuid(), title, changes: [change], ...(move ? { move } : {}) });
  };
  /** The events of a stream, as a parser of the HTML Standard takes them apart. */
  const follow = async (client: TestClient) => {
    const stop = new AbortController();
    const response = await client.open('/api/events', stop.signal);
    const events: LiveEvent[] = [];
    const read = (async () => {
      let rest = '';
      const decoder = new TextDecoder();
      for await (const bytes of response.body as unknown as AsyncIterable<Uint8Array>) {
        const chunk = decoder.decode(bytes, { stream: true });
        const blocks = (rest + chunk).split('\n\n');
        rest = blocks.pop()!;
        for (const block of blocks) {
          const data = block.split('\n').flatMap(line => (line.startsWith('data: ') ? [line.slice(6)] : []));
          if (data.length > 0) events.push(JSON.parse(data.join('\n')) as LiveEvent);
        }
      }
    })().catch(() => undefined);
    const until = async (count: number) => {
      for (let turn = 0; turn < 200 && events.length < count; turn += 1) await new Promise(resolve => setTimeout(resolve, 10));
      return events;
    };
    await until(1);
    return { response, events, until, read, stop: () => (stop.abort(), read) };
  };

  it('is told to all at once: who, since when, and that it was given back', async () => {
    await hold(margit, true, 'cy');
    const stream = await follow(bea);
    expect([stream.response.status, stream.response.headers.get('cache-control')]).toEqual([200, 'no-store, no-transform']);
    expect(stream.events[0]).toEqual(jasmine.objectContaining({ kind: 'hello', held: [jasmine.objectContaining({ locale: 'cy' })] }));
    expect((await hold(edwin))!.name).toBe('Edwin Oyelaran');
    expect((await hold(bea))!.name).toBe('Edwin Oyelaran');
    await bea.send('DELETE', `/api/records/${page}/lock?locale=en-GB`);
    expect((await hold(bea))!.name).toBe('Edwin Oyelaran');
    await edwin.send('DELETE', `/api/records/${page}/lock?locale=en-GB`);
    const events = await stream.until(3);
    expect(events.slice(1).map(each => each.kind === 'held' && [each.held?.name ?? null, each.takenFrom])).toEqual([
      ['Edwin Oyelaran', null],
      [null, null],
    ]);
    await stream.stop();
  });

  it('keeps others from publishing over it, and nobody from writing a proposal of their own', async () => {
    await hold(bea);
    const refused = await save(edwin, 'Visiting', { name: 'publish' });
    expect([refused.status, refused.json.code, refused.json.held.name]).toEqual([409, 'held', 'Bea Lorimer']);
    expect(refused.json.detail).toBe(
      'Bea Lorimer has been writing on “Visit” since Thu 18 March, 09:40. Wait until it is given back, or send yours as a proposal of your own.',
    );
    const own = await save(edwin, 'Visiting', { name: 'send for review' });
    expect([own.status, own.json.stage]).toEqual([200, 'in review']);
    const approved = () =>
      margit.post(`/api/editions/${own.json.id}/moves`, { name: 'approve', decidedOn: [own.json.changes[0].headRevisionId] });
    expect((await approved()).json.code).toBe('held');
    // What is saved is given back.
    expect((await save(bea, 'Visits', null)).status).toBe(200);
    expect(test.site.locks.all()).toEqual([]);
    expect((await approved()).status).toBe(200);
  });

  it('gives way where nothing is heard of it, or no key is struck, and comes back with the next key', async () => {
    const begun = test.now;
    await hold(bea);
    test.now += abandonedAfter + 1;
    expect((await hold(edwin))!.name).toBe('Edwin Oyelaran');
    for (let minute = 0; minute <= 20; minute += 1) {
      test.now += 59_000;
      await hold(edwin, false);
    }
    test.now += 59_000;
    expect(await hold(edwin, false)).toBeNull();
    expect((await hold(edwin))!.since).toBe(test.now);
    test.now = begun;
  });

  it('is for the kinds and types that the site says, and nobody takes over what nobody holds', async () => {
    const set = (lockedKinds: object[]) => margit.put('/api/settings', { lockedKinds });
    const type = test.site.ledger.revision(test.site.ledger.revisionsOf(page).at(-1)!.id).value as { type: string };
    expect((await set([{ kind: 'page', types: [type.type, 'news'] }])).status).toBe(200);
    expect((await hold(bea))!.name).toBe('Bea Lorimer');
    await set([{ kind: 'page', types: ['news'] }]);
    expect(await hold(edwin)).toBeNull();
    await set([]);
    expect([await hold(edwin), (await margit.post(`/api/records/${page}/lock`, { locale: 'en-GB' })).status]).toEqual([null, 409]);
    const unknown = await set([{ kind: 'page', types: ['news', 'leaflet'] }]);
    expect([unknown.status, unknown.json.errors[0].pointer]).toEqual([422, '/lockedKinds/0/types/1']);
    await set([{ kind: 'page', types: [] }]);
  });

  it('is taken over by a manager, and whoever had it is told and may propose what they wrote', async () => {
    await hold(bea);
    expect((await edwin.post(`/api/records/${page}/lock`, { locale: 'en-GB' })).status).toBe(403);
    const stream = await follow(bea);
    expect((await margit.post(`/api/records/${page}/lock`, { locale: 'en-GB' })).json.held.name).toBe('Margit Halloran');
    const taken = (await stream.until(2))[1]!;
    const beaId = [...test.site.people.values()].find(each => each.name === 'Bea Lorimer')!.id;
    expect(taken).toEqual(jasmine.objectContaining({ kind: 'held', takenFrom: beaId }));
    // The notice of it comes to whoever had it, and to nobody else.
    expect((await stream.until(3))[2]!.kind).toBe('notice');
    expect((await save(bea, 'Mine', null)).status).toBe(200);
    const saved = (await stream.until(4))[3]!;
    expect(saved).toEqual(jasmine.objectContaining({ kind: 'proposal', name: 'Bea Lorimer', stage: 'draft' }));
    await stream.stop();
  });

  it('ends with the session in which it is followed', async () => {
    const leaving = await test.client('edwin');
    const [stream, other] = await Promise.all([follow(leaving), follow(edwin)]);
    await leaving.send('DELETE', '/api/session');
    await test.site.live.beat();
    await stream.read;
    expect(test.site.live.size).toBe(1);
    await other.stop();
  });

  it('is asked for what there is, and of so many streams the next is refused', async () => {
    expect((await bea.put(`/api/records/${uuid()}/lock`, { locale: 'en-GB', isActive: true })).status).toBe(404);
    expect((await bea.put(`/api/records/${page}/lock`, { locale: 'en_GB', isActive: true })).status).toBe(422);
    const streams = await Promise.all(Array.from({ length: streamLimits.ofOnePerson }, () => follow(bea)));
    expect((await bea.get('/api/events')).status).toBe(429);
    await Promise.all(streams.map(each => each.stop()));
    for (let turn = 0; turn < 100 && test.site.live.size > 0; turn += 1) await new Promise(resolve => setTimeout(resolve, 10));
    expect(test.site.live.size).toBe(0);
  });
});
