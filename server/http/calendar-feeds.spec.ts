import type { CalendarFeeds } from '@contract/calendar-feeds';
import ICAL from 'ical.js';
import { TestSite, type TestClient } from '../testing/test-site';

describe('the plan as a calendar', () => {
  const test = new TestSite();
  let edwin: TestClient;
  let anyone: TestClient;
  beforeAll(async () => {
    await test.open();
    edwin = await test.client('edwin');
    anyone = await test.client();
  });
  afterAll(() => test.close());

  const make = async (wish: object, client = edwin) => {
    const { status, json } = await client.post('/api/calendar-feeds', wish);
    expect(status).toBe(200);
    return { ...(json as CalendarFeeds), path: new URL((json as CalendarFeeds).address!).pathname };
  };
  // Read by an independent library.
  const eventsAt = async (path: string) => {
    const { status, text, headers } = await anyone.get(path);
    expect([status, headers.get('content-type')]).toEqual([200, 'text/calendar; charset=utf-8']);
    return new ICAL.Component(ICAL.parse(text) as never[]).getAllSubcomponents('vevent').map(each => new ICAL.Event(each));
  };

  it('is read at a private address, without signing in, until that is ended', async () => {
    const { path, feeds } = await make({ name: 'Everything' });
    const events = await eventsAt(path);
    const boat = events.find(each => each.summary === 'First boat of the year')!;
    expect([boat.startDate.toJSDate().toISOString(), boat.endDate.toJSDate().toISOString()]).toEqual([
      '2027-03-19T06:00:00.000Z',
      '2027-04-07T11:00:00.000Z',
    ]);
    expect(events.some(each => each.summary.startsWith('Proposed: '))).toBeFalse();
    expect(new Set(events.map(each => each.uid)).size).toBe(events.length);
    const { text } = await edwin.get('/api/calendar-feeds');
    expect(text).not.toContain(path.split('/').at(-1)!.replace('.ics', ''));
    expect((await (await test.client('tomos')).get('/api/calendar-feeds')).json.feeds).toEqual([]);
    const stranger = await test.client('tomos');
    expect((await stranger.send('DELETE', `/api/calendar-feeds/${feeds[0]!.id}`)).status).toBe(404);
    expect((await edwin.send('DELETE', `/api/calendar-feeds/${feeds[0]!.id}`)).status).toBe(200);
    expect((await anyone.get(path)).status).toBe(404);
  });

  it('tells of some kinds, of one section and of what is only proposed, as one asks', async () => {
    const proposed = await make({ name: 'Blocks', kinds: ['block'], withProposed: true });
    const titles = (await eventsAt(proposed.path)).map(each => each.summary);
    expect(titles).toContain('Proposed: Moth nights');
    expect(titles).not.toContain('Creek Hide has a new roof');
    const notices = await make({ name: 'Notices', section: test.pageId('/notices') });
    const there = (await eventsAt(notices.path)).map(each => each.summary);
    expect(there).toContain('Creek Hide has a new roof');
    expect(there.length).toBeLessThan((await eventsAt((await make({ name: 'All' })).path)).length);
    expect(notices.feeds[0]!.words).toBe('everything on “Notices” and beneath');
  });

  it('leads nowhere once whoever made it works here no more', async () => {
    const { path } = await make({ name: 'Bea' }, await test.client('bea'));
    await eventsAt(path);
    const bea = [...test.site.people.values()].find(each => each.email.startsWith('bea@'))!;
    const margit = await test.client('margit');
    const changed = await margit.put(`/api/people/${bea.id}`, { isActive: false });
    expect(changed.status).withContext(changed.text).toBeLessThan(300);
    expect((await anyone.get(path)).status).toBe(404);
    for (const secret of ['x', 'a'.repeat(32)])
      expect((await anyone.get(`/almanac/calendar/${secret}.ics`)).text).not.toContain('VCALENDAR');
  });

  it('is refused without a name, for a page that is gone, and beyond twenty', async () => {
    expect((await edwin.post('/api/calendar-feeds', { name: ' ' })).json.errors[0].pointer).toBe('/name');
    expect((await edwin.post('/api/calendar-feeds', { name: 'x', section: crypto.randomUUID() })).json.errors[0].pointer).toBe('/section');
    const ida = await test.client('ida');
    const { feeds } = (await ida.get('/api/calendar-feeds')).json as CalendarFeeds;
    for (let count = feeds.length; count < 20; count += 1) await make({ name: `Feed ${count}` }, ida);
    expect((await ida.post('/api/calendar-feeds', { name: 'one more' })).status).toBe(409);
  });
});
