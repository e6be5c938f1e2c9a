import type { ListingFound } from '@contract/listing';
import { listing as listingType } from '@core/blocks/listing/type';
import { initialValues } from '@core/fields/index';
import type { FieldValues } from '@core/fields/field';
import { startOf } from '@core/listing/start';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import ICAL from 'ical.js';
import Parser from 'rss-parser';
import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const day = 86_400_000;

describe('listings', () => {
  const test = new TestSite();
  let manager: TestClient;
  let reader: TestClient;
  beforeAll(async () => {
    await test.open();
    [manager, reader] = await Promise.all([test.client('margit'), test.client()]);
  });
  afterAll(() => test.close());
  beforeEach(() => (test.now = setDay));

  const listing = (fields: FieldValues) =>
    sampleBlock({
      type: 'listing',
      typeVersion: listingType.version,
      title: 'What is new',
      fields: { ...initialValues(listingType.fields), ...fields },
    });
  const place = async (fields: FieldValues, path = '/wildlife') => {
    const [blockId, placementId] = [uuid(), uuid()];
    const page = test.pageId(path);
    const changes = [
      { recordId: blockId, kind: 'block', value: listing(fields), baseRevisionId: null },
      { recordId: placementId, kind: 'placement', value: samplePlacement(blockId, page), baseRevisionId: null },
    ];
    const made = await manager.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish' } });
    expect(made.status).withContext(made.text).toBe(200);
    return `/feeds/${page}/${blockId}`;
  };
  const everything = { beneath: '', depth: 'all', order: 'published', most: 500, offersFeed: true };

  it('offer feeds that hold what readers may have, valid by the format and the same as the list', async () => {
    const address = await place({ ...everything, beneath: test.pageId('/') });
    const page = await reader.get('/wildlife');
    expect(page.text).toContain(`<link rel="alternate" type="application/atom+xml" title="What is new" href="${address}.atom">`);
    const { status, text, headers } = await reader.get(`${address}.atom`);
    expect([status, headers.get('content-type')]).toEqual([200, 'application/atom+xml; charset=utf-8']);
    expect(XMLValidator.validate(text)).toBeTrue();
    // What an Atom feed and each of its entries must have: RFC 4287 sections 4.1.1 and 4.1.2.
    const { feed } = new XMLParser({ ignoreAttributes: false }).parse(text);
    expect([feed['@_xmlns'], feed.id, Boolean(feed.title), Boolean(feed.updated)]).toEqual([
      'http://www.w3.org/2005/Atom',
      `urn:uuid:${address.split('/').at(-1)}`,
      true,
      true,
    ]);
    for (const entry of feed.entry) expect([entry.id, entry.title, entry.updated].every(Boolean)).toBeTrue();
    expect(new Set(feed.entry.map((each: { id: string }) => each.id)).size).toBe(feed.entry.length);
    // What a channel and each of its items must have: the RSS 2.0 specification, "Required channel elements" and "Elements of <item>".
    const rss = await reader.get(`${address}.rss`);
    expect(XMLValidator.validate(rss.text)).toBeTrue();
    const { channel } = new XMLParser().parse(rss.text).rss;
    expect([channel.title, channel.link, channel.description !== undefined].every(Boolean)).toBeTrue();
    expect(channel.item.map((each: { link: string }) => each.link)).toEqual(
      feed.entry.map((each: { link: { '@_href': string } }) => each.link['@_href']),
    );
    // An independent reader finds the same in both.
    const [atom, rssRead] = await Promise.all([new Parser().parseString(text), new Parser().parseString(rss.text)]);
    expect(atom.items.map(each => each.link)).toEqual(rssRead.items.map(each => each.link));
    expect(atom.items.every(each => !Number.isNaN(Date.parse(each.isoDate!)))).toBeTrue();
    const secret = test.site.snapshots.at().pages.filter(each => each.value.readers !== null && Object.keys(each.facts.readers).length > 0);
    expect(secret.length).toBeGreaterThan(0);
    for (const each of secret) expect(text).not.toContain(each.value.title.replace('&', '&amp;'));
    const member = await test.client('nell');
    expect((await member.get(`${address}.atom`)).text).not.toBe(text);
    const again = await reader.get(`${address}.atom`, { 'if-none-match': headers.get('etag')!, 'cache-control': 'max-age=60' });
    expect(again.status).toBe(304);
  });

  it('say titles in feeds as they are, whatever is in them', async () => {
    const parent = test.pageId('/wildlife');
    const base = (await manager.get(`/api/records/${test.pageId('/wildlife/little-tern')}`)).json.live.value;
    const title = 'Eggs & <b>bacon</b> ]]> “for” 5 < 6';
    const value = { ...base, parentId: parent, segment: 'eggs', title, menuLabel: '' };
    const changes = [{ recordId: uuid(), kind: 'page', value, baseRevisionId: null }];
    await manager.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish' } });
    const address = await place({ ...everything, beneath: parent });
    const [atom, rss] = await Promise.all([reader.get(`${address}.atom`), reader.get(`${address}.rss`)]);
    expect([XMLValidator.validate(atom.text), XMLValidator.validate(rss.text)]).toEqual([true, true]);
    // In an Atom feed the title is HTML: what reads it takes the marks back.
    expect(atom.text).toContain('Eggs &amp; &lt;b&gt;bacon&lt;/b&gt; ]]&gt; ');
    expect((await new Parser().parseString(rss.text)).items[0]!.title).toContain('Eggs & <b>bacon</b> ]]');
  });

  it('give out what takes place as a calendar that an independent reader takes', async () => {
    const address = await place({ ...everything, beneath: test.pageId('/whats-on'), time: 'to come', order: 'soonest' });
    const { text, headers } = await reader.get(`${address}.ics`);
    expect(headers.get('content-type')).toBe('text/calendar; charset=utf-8');
    const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map(each => new ICAL.Event(each));
    const shown = test.site.snapshots
      .at()
      .pages.filter(each => (startOf(each, setDay) ?? 0) > setDay && Object.keys(each.facts.readers).length === 0);
    expect(events.length).toBeGreaterThan(2);
    for (const event of events) {
      const page = shown.find(each => each.value.title === event.summary)!;
      expect(event.startDate.toJSDate().getTime()).withContext(event.summary).toBe(startOf(page, setDay)!);
    }
    // No line is longer than 75 octets: RFC 5545 section 3.1.
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
  });

  it('let go in their feeds of what ends, at the very instant', async () => {
    const address = await place({ ...everything, beneath: test.pageId('/notices'), shelf: 'both' });
    const ended = '/notices/creek-hide-roof';
    const [known] = test.site.ledger.outlookOf(test.pageId(ended)).known;
    test.now = known!.until! - 1;
    expect((await reader.get(`${address}.atom`)).text).toContain(ended);
    test.now = known!.until!;
    expect((await reader.get(`${address}.atom`)).text).not.toContain(ended);
    // Staff have it as it was at another moment, and nobody else.
    const before = `${address}.atom?almanac-at=2027-03-20T09:00`;
    expect([(await manager.get(before)).text.includes(ended), (await reader.get(before)).text.includes(ended)]).toEqual([true, false]);
  });

  it('have no feed where none is offered, where the listing does not show, or for whom it does not', async () => {
    const address = await place({ ...everything, offersFeed: false });
    expect((await reader.get(`${address}.atom`)).status).toBe(404);
    const offered = await place(everything);
    const [, , , block] = offered.split('/');
    for (const path of [
      `/feeds/${test.pageId('/visit')}/${block}.atom`,
      `/feeds/${uuid()}/${block}.atom`,
      `${offered}.json`,
      `/cy${offered}.atomx`,
    ])
      expect((await reader.get(path)).status)
        .withContext(path)
        .toBe(404);
  });

  it('tell while they are set what they would hold and why, and what comes next', async () => {
    const ask = async (fields: FieldValues, part: object = {}) => {
      const vantage = { page: test.pageId('/wildlife/little-tern'), ...part };
      const answer = await manager.post('/api/listing', { vantage, change: { recordId: uuid(), kind: 'block', value: listing(fields) } });
      expect(answer.status).withContext(answer.text).toBe(200);
      return answer.json as ListingFound;
    };
    const beneath = await ask({ beneath: test.pageId('/visit'), order: 'title', most: 2, types: ['reserve'] });
    expect(beneath.rows.map(each => each.why)).toEqual(['beneath “Visit”', 'beneath “Visit”']);
    expect(beneath.out[0]!.why).toBe('there is room for 2');
    expect(beneath.out.at(-1)!.why).toContain('of another type: page');
    const related = await ask({ source: 'related', order: 'closest', most: 3 });
    expect(related.rows[0]!.why).toMatch(/^\d+ of \d+ topics in common: /);
    const events = await ask({ beneath: test.pageId('/whats-on'), depth: 'all', time: 'to come', order: 'soonest', withinDays: 10 });
    expect(events.changesAt).toBeGreaterThan(setDay);
    expect(events.out.some(each => each.why.startsWith('begins later than in 10 days'))).toBeTrue();
    const later = await ask(
      { beneath: test.pageId('/whats-on'), depth: 'all', time: 'to come', order: 'soonest' },
      { moment: setDay + 60 * day },
    );
    expect(later.out.some(each => each.why.startsWith('has begun'))).toBeTrue();
    const page = test.pageId('/visit');
    const wrong = await manager.post('/api/listing', {
      vantage: { page },
      change: { recordId: uuid(), kind: 'block', value: sampleBlock() },
    });
    expect([wrong.status, wrong.json.errors[0].pointer]).toEqual([422, '/change/value/type']);
    for (const [field, value] of [
      ['most', -1],
      ['most', 501],
      ['withinDays', -1],
      ['order', 'sideways'],
      ['picked', ['x']],
      ['topics', ['']],
      ['types', ['raft']],
      ['parts', [{ id: 'a', fields: { part: 'smell' } }]],
      ['since', { local: '2027-02-30T00:00', zone: 'UTC' }],
    ] as const) {
      const refused = await manager.post('/api/listing', {
        vantage: { page },
        change: { recordId: uuid(), kind: 'block', value: listing({ [field]: value }) },
      });
      expect([refused.status, refused.json.errors?.[0].pointer.includes(field)])
        .withContext(field)
        .toEqual([422, true]);
    }
  });
});
