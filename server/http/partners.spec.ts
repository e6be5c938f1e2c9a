import type { CampaignDay } from '@contract/fielded';
import { initialValues } from '@core/fields/index';
import { foreignCode } from '@core/blocks/foreign-code/type';
import { listing as listingType } from '@core/blocks/listing/type';
import { sponsorSlot } from '@core/blocks/sponsor-slot/type';
import { freshFielded } from '@core/kinds/fielded/fielded';
import type { BlockValue } from '@core/block/block';
import type { PlacementValue } from '@core/placement/placement';
import { everywhere } from '@core/rule/rule';
import { campaignFields } from '@core/sponsor/fields';
import ICAL from 'ical.js';
import { addDayCounts } from '../repositories/day-counts-repository';
import { DayCounts } from '../site/day-counts';
import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const person = { 'user-agent': 'Mozilla/5.0 (X11; Linux x86_64; rv:128.0) Gecko/20100101 Firefox/128.0' };
const program = { 'user-agent': 'Mozilla/5.0 (compatible; Googlebot/2.1; +http://www.google.com/bot.html)' };

describe('partners and what is counted', () => {
  const test = new TestSite();
  let manager: TestClient;
  let reader: TestClient;
  beforeAll(async () => {
    await test.open();
    [manager, reader] = await Promise.all([test.client('margit'), test.client()]);
  });
  afterAll(() => test.close());
  beforeEach(() => (test.now = setDay));

  const publish = async (...made: readonly (readonly [string, string, unknown])[]) => {
    const changes = made.map(([recordId, kind, value]) => ({ recordId, kind, value, baseRevisionId: null }));
    return manager.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish' } });
  };
  const place = async (value: BlockValue, path: string, part: Partial<PlacementValue> = {}) => {
    const blockId = uuid();
    const made = await publish([blockId, 'block', value], [uuid(), 'placement', samplePlacement(blockId, test.pageId(path), part)]);
    return { blockId, made };
  };
  const slot = (fields: object) =>
    sampleBlock({ type: 'sponsor slot', title: 'Sponsors', fields: { ...initialValues(sponsorSlot.fields), ...fields } });
  const picture = () => [...test.site.ledger.recordsOf('file')][0]!.id;
  const campaign = (title: string, fields: object = {}) => ({
    ...freshFielded(campaignFields),
    title,
    fields: { ...initialValues(campaignFields), client: 'Ropes', link: { page: null, address: `https://${title}.example/` }, words: title, pictures: [{ id: 'a', fields: { size: '300×100', picture: picture() } }], ...fields }, // prettier-ignore
  });

  it('stand in slots that they fit, the same for all who read then, counted when seen and followed by people', async () => {
    const [ropes, bakery] = [uuid(), uuid()];
    expect(
      (await publish([ropes, 'campaign', campaign('ropes')], [bakery, 'campaign', campaign('bakery', { topics: ['nowhere'] })])).status,
    ).toBe(200);
    const notMembers = {
      ...everywhere,
      where: { test: 'page' as const, page: test.pageId('/about') },
      who: { none: [{ test: 'membership' as const, membership: 'member' }] },
    };
    const { made } = await place(slot({ size: '300×100' }), '/about', { target: { kind: 'region', name: 'main' }, rule: notMembers });
    expect(made.status).withContext(made.text).toBe(200);
    const html = (await reader.get('/about', person)).text;
    expect(html).toContain(`<a href="/sponsor/${ropes}" rel="sponsored"`);
    expect(html).not.toContain(bakery);
    expect((await (await test.client('nell')).get('/about')).text).not.toContain('/sponsor/');
    expect((await reader.get(`/sponsor/${ropes}/seen.gif`, person)).headers.get('cache-control')).toBe('no-store');
    const followed = await fetch(`${test.address}/sponsor/${ropes}`, { headers: person, redirect: 'manual' });
    expect([followed.status, followed.headers.get('location'), followed.headers.get('set-cookie')]).toEqual([
      302,
      'https://ropes.example/',
      null,
    ]);
    await fetch(`${test.address}/sponsor/${ropes}`, { headers: program, redirect: 'manual' });
    await reader.get(`/sponsor/${ropes}/seen.gif`, { ...person, 'sec-purpose': 'prefetch' });
    expect((await fetch(`${test.address}/sponsor/${uuid()}`, { headers: person, redirect: 'manual' })).status).toBe(404);
    const days = (await manager.get(`/api/campaigns/${ropes}/report`)).json as CampaignDay[];
    expect(days).toEqual([{ day: '2027-03-18', seen: 1, followed: 1 }]);
    const csv = await manager.send('GET', `/api/campaigns/${ropes}/report`, undefined, { accept: 'text/csv' });
    expect(csv.text).toBe('day,seen,followed\r\n2027-03-18,1,1\r\n');
    expect((await (await test.client('tomos')).get(`/api/campaigns/${ropes}/report`)).status).toBe(403);
  });

  it('are refused where the region is narrower than the slot', async () => {
    const { made } = await place(slot({ size: '728×90' }), '/about', { target: { kind: 'region', name: 'aside' } });
    expect([made.status, made.json.errors[0].pointer]).toEqual([422, '/changes/1/value/target/name']);
  });

  it('count what people read by page and day, and order a listing by it', async () => {
    const paths = ['/wildlife/avocet', '/wildlife/bittern'];
    const lately = () => paths.map(path => test.site.counts.lately('read', test.pageId(path), test.now));
    const before = lately();
    for (const path of [...paths, paths[1]!, paths[1]!]) await reader.get(path, person);
    for (let count = 0; count < 9; count += 1) await reader.get('/wildlife/gannet', program);
    expect(lately()).toEqual([before[0]! + 1, before[1]! + 3]);
    const fields = { ...initialValues(listingType.fields), beneath: test.pageId('/wildlife'), order: 'read', most: 2, shownAs: 'titles' };
    await place(sampleBlock({ type: 'listing', title: 'Most read', fields }), '/about', { order: 'zz' });
    const listed = /Most read<\/h2>[\s\S]*?<\/ul>/.exec((await reader.get('/about')).text)![0];
    expect([...listed.matchAll(/href="([^"]+)"/g)].map(each => each[1])).toEqual([paths[0]!, paths[1]!]);
    // Written down, read anew, forgotten once it is old.
    await test.site.counts.write(test.site.knex);
    await addDayCounts(test.site.knex, [{ what: 'read', id: 'old', day: '2025-01-01', count: 5 }]);
    const anew = await DayCounts.open(test.site.knex, () => 'Europe/London', test.now);
    expect(anew.lately('read', test.pageId(paths[1]!), test.now)).toBe(before[1]! + 3);
    expect(anew.lately('read', test.pageId(paths[1]!), test.now + 31 * 86_400_000)).toBe(0);
    await anew.clean(test.site.knex, test.now);
    expect(await test.site.knex('day_counts').where({ id: 'old' })).toEqual([]);
  });

  it('list in pages of results, each at an address of its own', async () => {
    const fields = {
      ...initialValues(listingType.fields),
      beneath: test.pageId('/wildlife'),
      order: 'title',
      most: 100,
      shownAs: 'titles',
      perPage: 3,
    };
    const { blockId } = await place(sampleBlock({ type: 'listing', title: 'In pages', fields }), '/join');
    const titles = async (query: string) => {
      const html = (await reader.get(`/join${query}`)).text;
      return [.../In pages<\/h2>[\s\S]*?<\/ul>/.exec(html)![0].matchAll(/<a href="[^"]+">([^<]+)/g)].map(each => each[1]);
    };
    const name = `list-${blockId.replace(/-/g, '').slice(-8)}`;
    const [first, second] = [await titles(''), await titles(`?${name}=2`)];
    expect([first.length, second.length]).toEqual([3, 3]);
    expect([...first, ...second]).toEqual([...first, ...second].sort());
    expect(await titles(`?${name}=99`)).toEqual(first);
  });

  it('shut foreign code off, and show other sites only from the list', async () => {
    const code = '<script>document.title = "x"</script>';
    const { blockId, made } = await place(sampleBlock({ type: 'foreign code', title: 'Counter', fields: { ...initialValues(foreignCode.fields), code, what: 'A counter', from: 'counter.example' } }), '/schools'); // prettier-ignore
    expect(made.status).withContext(made.text).toBe(200);
    const page = await reader.get('/schools');
    expect(page.text).not.toContain(code);
    const alone = await reader.get(`/foreign/${blockId}`);
    expect(alone.text).toContain(code);
    // Without allow-same-origin it has an origin of its own: HTML Living Standard, sandboxing; CSP 3, sandbox.
    expect(alone.headers.get('content-security-policy')).toMatch(/^sandbox allow-scripts(?!.*allow-same-origin)/);
    expect((await reader.get(`/foreign/${uuid()}`)).status).toBe(404);
    expect((await reader.get(`/elsewhere/foreign/${blockId}`)).status).toBe(404);
    const outside = (address: string) =>
      sampleBlock({ type: 'outside page', title: 'Map', fields: { address, what: 'A map', height: 400, purpose: 'media' } });
    expect((await place(outside('https://charts.example/x'), '/schools')).made.json.errors[0].pointer).toBe(
      '/changes/0/value/fields/address',
    );
    expect((await manager.put('/api/settings', { framedHosts: ['charts.example', 'maps.example'] })).status).toBe(200);
    for (const bad of [
      'http://charts.example/',
      'https://user@charts.example/',
      'https://charts.example:8443/',
      'javascript:alert(1)',
      'https://charts.example.evil.example/',
    ])
      expect((await place(outside(bad), '/schools')).made.status)
        .withContext(bad)
        .toBe(422);
    expect((await place(outside('https://charts.example/x'), '/schools')).made.status).toBe(200);
    expect((await reader.get('/schools')).headers.get('content-security-policy')).toContain(
      "frame-src 'self' https://charts.example https://maps.example;",
    );
  });

  it('hand out what takes place as a file that calendars read', async () => {
    const page = test.site.snapshots.at().pageByPath.get('/whats-on/spring-tide-talk')!;
    const { text, headers } = await reader.get(`/events/${page.id}.ics`);
    expect(headers.get('content-type')).toContain('text/calendar');
    const [event] = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent');
    expect(event!.getFirstPropertyValue('summary')).toBe(page.value.title);
    expect((await reader.get(`/events/${test.pageId('/about')}.ics`)).status).toBe(404);
  });
});
